import { formatPercent, isFree, type Ladder, type PickOrder, type Repeat, type Tier, type Value } from '@novalex/core'
import { formatLocal, formatMoney, joinWords } from '../../locale/format.ts'
import { describeValue } from '../../locale/ruleWords.ts'

/** `10 % off`, as a price ticket says it. */
export function describeShopValue(value: Value): string {
  if ('percent' in value) return isFree(value) ? 'free' : `${formatPercent(value.percent)} off`
  if ('amount' in value) return `${formatMoney(value.amount)} off${value.per === 'once' ? '' : ' each'}`
  return `${formatMoney(value.price)} each`
}

/** `10 % less at 50.00 or more`, tier by tier. */
export function describeTiers(
  tiers: readonly Tier[],
  limit: (from: number) => string = (from) => `${formatMoney(from)} or more`,
  describe: (value: Value) => string = describeValue,
): string {
  return joinWords(tiers.map(({ from, value }) => `${describe(value)} at ${limit(from)}`))
}

/** `10 % off from 50.00`, tier by tier, as a shopper reads it. */
export function describeShopTiers(
  tiers: readonly Tier[],
  limit: (from: number) => string = formatMoney,
  describe: (value: Value) => string = describeShopValue,
): string {
  return joinWords(tiers.map(({ from, value }) => `${describe(value)}${from > 0 ? ` from ${limit(from)}` : ''}`))
}

export function describePick(pick: PickOrder | null): string {
  return pick === null ? '' : `, the ${pick} first,`
}

export function describeRepeat(repeat: Repeat): string {
  if (repeat === 'every') return 'as often as they like'
  return repeat === 'once' || repeat === 1 ? 'once per order' : `at most ${repeat} times per order`
}

/** How often, where a shopper must know. */
export const describeOften = (repeat: Repeat) => (repeat === 'every' ? '' : `, ${describeRepeat(repeat)}`)

const STEP_WORDS = { unitsSold: 'sold', unitsLeft: 'left', hoursLeft: 'hours left' }

/** The rungs of a ladder in the order in which they come. */
export function describeSteps(ladder: Ladder, describe = describeValue): string {
  const steps =
    ladder.by === 'date'
      ? ladder.rungs.map(({ at, value }) => `${describe(value)} from ${formatLocal(at)}`)
      : ladder.rungs.map(({ at, value }) => `${describe(value)} at ${at} ${STEP_WORDS[ladder.by]}`)
  // What is left goes down, so the last rung comes first.
  const isDownward = ladder.by === 'unitsLeft' || ladder.by === 'hoursLeft'
  return joinWords(isDownward ? steps.reverse() : steps)
}

export const startSentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
