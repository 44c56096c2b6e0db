import type { ChannelRule, ChannelRules, DatedRules, PartnerTerms } from '../terms/index.ts'
import { addDays, createProblem, isLocalDateTime, WHOLE, type Problem } from '../values/index.ts'

/** After so many days without a look rules may have changed: partners rewrite theirs every year. */
const FRESH_DAYS = 365

/** The rules in force on a day, `YYYY-MM-DD`; null before the first. */
export function findRulesOn({ rules }: Pick<PartnerTerms, 'rules'>, day: string): DatedRules | null {
  return rules.reduce<DatedRules | null>(
    (found, one) => (one.from <= day && (found === null || one.from > found.from) ? one : found),
    null,
  )
}

/** Whether nobody has checked rules for a year. */
export function isOverdue({ checkedOn }: Pick<DatedRules, 'checkedOn'>, today: string): boolean {
  return addDays(checkedOn, FRESH_DAYS) < today
}

/** Two rules that no promotion can keep together. */
type Contradiction = readonly [rule: ChannelRule, other: ChannelRule]

const CONTRADICTIONS: readonly (readonly [...Contradiction, (rules: ChannelRules) => boolean])[] = [
  ['showReduction', 'minReduction', ({ showReduction = WHOLE, minReduction = 0 }) => showReduction < minReduction],
  ['usualDays', 'usualDays', ({ usualDays }) => usualDays !== undefined && usualDays.from > usualDays.to],
  ['usualDays', 'maxDays', ({ usualDays, maxDays = Infinity }) => usualDays !== undefined && usualDays.from > maxDays],
  [
    'atLeastOfReference',
    'atMostOfReference',
    ({ atLeastOfReference = 0, atMostOfReference = Infinity }) => atLeastOfReference > atMostOfReference,
  ],
  [
    'leastPriceGap',
    'minReduction',
    ({ leastPriceGap, minReduction = 0 }) => leastPriceGap !== undefined && leastPriceGap + minReduction >= WHOLE,
  ],
]

/** Problems of a partner's terms beyond their shape; paths are relative to the partner. `today`: `YYYY-MM-DD`. */
export function checkPartnerTerms({ leadHours, lockHours, rules }: PartnerTerms, today: string): Problem[] {
  return [
    ...(lockHours > leadHours ? [createProblem('lock-before-submission', 'lockHours', { leadHours })] : []),
    ...rules.flatMap(({ from, checkedOn, values }, at) => [
      ...checkDay(from, `rules.${at}.from`),
      ...checkDay(checkedOn, `rules.${at}.checkedOn`),
      ...(checkedOn > today ? [createProblem('in-future', `rules.${at}.checkedOn`, { given: checkedOn })] : []),
      ...(rules.findIndex((one) => one.from === from) < at
        ? [createProblem('duplicate-id', `rules.${at}.from`, { id: from })]
        : []),
      ...CONTRADICTIONS.flatMap(([rule, other, isBroken]) =>
        isBroken(values) ? [createProblem('rules-contradict', `rules.${at}.values.${rule}`, { rule, other })] : [],
      ),
    ]),
  ]
}

function checkDay(day: string, path: string): Problem[] {
  return isLocalDateTime(`${day}T00:00`) ? [] : [createProblem('no-such-time', path, { given: day })]
}
