import type { ShopCartAnswer } from '@novalex/contract'
import {
  phaseOf,
  type CodeOutcome,
  type FailedTest,
  type MechanicKind,
  type KeptNudge,
  type Obstacle,
  type Promotion,
  type PromotionOutcome,
  type Quote,
  type Lack,
  type SkipFacts,
  type SkippedOutcome,
  type SkipReason,
  type Reward,
} from '@novalex/core'
import { describeShopValue } from '../mechanics/shared/valueWords.ts'
import { wordsOf } from '../mechanics/words.ts'
import { describeFailed, describeTest, describeWanted } from '../conditions/describeCondition.ts'
import { formatEnd, formatLocal, formatMoney, joinWords, plural } from '../locale/format.ts'
import type { Names } from '../locale/ruleWords.ts'

/** Context of a reason's sentence. */
interface ReasonContext {
  readonly names: Names
  /** A promotion of the plan by its id. */
  find(id: string): Pick<Promotion, 'name' | 'mechanic' | 'schedule' | 'state'> | undefined
}

interface Place {
  readonly names: Names
  /** Of the promotion that is explained. */
  readonly kind: MechanicKind | undefined
  readonly state: Promotion['state'] | undefined
  readonly start: string
  readonly end: string
  /** Another promotion's name. */
  nameOf(id: string | undefined): string
}

const TEXT: { readonly [R in SkipReason]: (facts: SkipFacts[R], place: Place) => string } = {
  'not-ready': (_facts, { state }) => NOT_READY[state ?? 'draft'],
  'not-started': (_facts, { start }) => (start === '' ? 'waits for the dates of its occasion' : `starts on ${start}`),
  ended: (_facts, { end }) => `ended on ${end}`,
  'outside-hours': () => 'runs at other hours of the week',
  'no-code': () => 'needs its code',
  'sign-in-needed': (facts, { names }) => describeUnknown(facts, names),
  condition: (facts, { names }) => (isFailed(facts) ? describeFailed(facts, names) : ''),
  'nothing-in-reach': ({ delivery }) =>
    delivery === undefined ? 'applies to nothing in this cart' : NO_DELIVERY[delivery],
  'below-first-tier': (facts) => describeFirstTier(facts),
  'not-enough-units': (facts) => `needs ${describeMissing(facts)}`,
  'used-up': ({ limit }) => `has been used ${plural(limit, 'time')}, as often as it may be`,
  'shopper-limit': ({ limit }) => `was used by this shopper ${plural(limit, 'time')}, as often as one may`,
  'units-gone': (facts) => describeUnitsGone(facts),
  'budget-gone': (facts) => describeBudgetGone(facts),
  stacking: ({ promotion: by, because }, { nameOf }) => OBSTACLES[because](nameOf(by)),
  sole: ({ promotion: by, because }, { nameOf }) =>
    because === 'own-alone'
      ? `would have to be the only offer in the order, and ${nameOf(by)} comes first`
      : `can’t join ${nameOf(by)}, the only offer in this order`,
  'better-without': (facts, place) => describeBetterWithout(facts, place),
  'no-saving': ({ found, limit }, { kind }) => {
    const own = kind && wordsOf({ kind }).noSaving
    if (own) return own
    return found !== undefined && limit !== undefined
      ? `costs ${formatMoney(limit)}, and its items come to ${formatMoney(found)} without it`
      : 'would not make anything in this cart cheaper'
  },
  floor: () => 'would go below the floor of the items it applies to',
}

const NOT_READY: Readonly<Record<Promotion['state'], string>> = {
  draft: 'is a draft, so it does nothing yet',
  paused: 'is paused, so it does nothing until it is resumed',
  stopped: 'is stopped for good',
  ready: 'does nothing yet',
}

const NO_DELIVERY = {
  none: 'needs a way of delivery, and none is chosen yet',
  other: 'is for another way of delivery',
}

const OBSTACLES: Readonly<Record<Obstacle, (name: string) => string>> = {
  closes: (name) => `can’t follow ${name}, which lets nothing come after it on an item`,
  alone: (name) => `can’t join ${name}, which stays alone on an item`,
  'own-alone': (name) => `stays alone on an item, and ${name} got there first`,
  apart: (name) => `does not go together with ${name}, which got here first`,
  'first-only': (name) => `comes after ${name}, and only the first of its kind applies`,
}

/** Outcome of a promotion in a cart, to follow its name. */
export function explainOutcome(outcome: PromotionOutcome, { names, find }: ReasonContext): string {
  const { mechanic, schedule, state } = find(outcome.promotion) ?? {}
  if (outcome.outcome === 'applied') return describeApplied(outcome, mechanic?.kind)
  return describeSkipped(outcome, {
    names,
    kind: mechanic?.kind,
    state,
    start: schedule?.start === undefined ? '' : formatLocal(schedule.start, { year: true }),
    end: schedule?.end === undefined ? '' : formatEnd(schedule.end, { year: true }),
    nameOf: (id = '') => find(id)?.name ?? id,
  })
}

function describeSkipped<R extends SkipReason>({ reason, facts }: SkippedOutcome<R>, place: Place): string {
  return TEXT[reason](facts, place)
}

type Applied = Extract<PromotionOutcome, { readonly outcome: 'applied' }>

function describeApplied({ amount, facts }: Applied, kind?: MechanicKind): string {
  const applied = kind && wordsOf({ kind }).sayApplied
  const { unitsByFloor = 0, lapsed = 0, overCap = 0 } = facts
  return [
    applied?.(formatMoney(amount)) ?? `takes off ${formatMoney(amount)}`,
    ...(overCap > 0 ? [`${formatMoney(overCap)} beyond that is more than it may in one order`] : []),
    ...(unitsByFloor > 0 ? [`the floor held ${plural(unitsByFloor, 'unit')} back`] : []),
    ...(lapsed > 0 ? [`${formatMoney(lapsed)} found no room above the floor`] : []),
  ].join('; ')
}

/** Why the promotion of a code does nothing, in a shopper's words: nothing of other promotions or of groups. */
export function explainLack({ reason, facts }: ShownLack, names: Names): string {
  const { missingUnits, missingAmount, test, isNegated } = facts
  if (missingUnits !== undefined || missingAmount !== undefined) {
    return `needs ${describeMissing({ missingUnits, missingAmount })}`
  }
  if (reason === 'sign-in-needed') return 'needs you to sign in'
  if (test) return `is for anyone ${describeTest(test, names, isNegated === true)}`
  return ADDS_NOTHING.has(reason) ? 'adds nothing to what this cart gets already' : 'does not fit this cart'
}

type ShownLack = NonNullable<ShopCartAnswer['codes'][number]['lacks']>

const ADDS_NOTHING: ReadonlySet<string> = new Set(['stacking', 'sole', 'better-without', 'no-saving', 'floor'])

/** Shortfall: units, or money. */
function describeMissing({ missingUnits, missingAmount }: Lack): string {
  if (missingUnits !== undefined) return `${missingUnits} more`
  return missingAmount === undefined ? 'more' : `${formatMoney(missingAmount)} more`
}

/** Whether the facts say which test failed. */
function isFailed(facts: Partial<FailedTest>): facts is FailedTest {
  return facts.test !== undefined && facts.isNegated !== undefined
}

/** A test that nobody can judge of a guest; without one, it is how often one shopper may have it. */
function describeUnknown(failed: Partial<FailedTest>, names: Names): string {
  if (!isFailed(failed)) return 'has a limit for each shopper, so it needs one who is signed in'
  return `can’t be known for a guest; it is for anyone ${describeWanted(failed, names)}`
}

function describeFirstTier({ found, limit, ...missing }: SkipFacts['below-first-tier']): string {
  const isMoney = missing.missingAmount !== undefined
  const [first, there] = isMoney ? [formatMoney(limit), formatMoney(found)] : [limit, found]
  return `begins at ${first}; this cart has ${there}, so it needs ${describeMissing(missing)}`
}

function describeUnitsGone(facts: SkipFacts['units-gone']): string {
  if ('limit' in facts) return `has sold all of its ${plural(facts.limit, 'unit')}`
  if (facts.left <= 0) return 'has no units left'
  return `has ${plural(facts.left, 'unit')} left, and needs ${facts.needed} at once`
}

function describeBudgetGone(facts: SkipFacts['budget-gone']): string {
  if ('limit' in facts) return `has spent its budget of ${formatMoney(facts.limit)}`
  return `may take off no more than ${formatMoney(facts.left)} here, and needs ${formatMoney(facts.needed)} at once`
}

/** In phase 1 the figures are those of one item on the shelf, after it those of the order. */
function describeBetterWithout(facts: SkipFacts['better-without'], { kind, nameOf }: Place): string {
  const { promotion: by, withIt, without } = facts
  const what = kind && phaseOf({ kind }) === 1 ? 'an item' : 'the order'
  const figures =
    withIt === without
      ? `${what} comes to ${formatMoney(without)} either way`
      : `${what} would come to ${formatMoney(withIt)} with it, ${formatMoney(without)} without it`
  return `was left out${by === undefined ? '' : ` for ${nameOf(by)}`}: ${figures}`
}

const CODE_TEXT: Readonly<Partial<Record<NonNullable<CodeOutcome['reason']>, string>>> = {
  'code-unknown': 'is not valid: check how it is written, or whether it was used already',
  'code-mistyped': 'is mistyped: one of its characters is wrong',
  'code-used': 'has been used already',
  'code-void': 'is no longer valid',
  'code-over-limit': 'can’t be added to the codes that this order already has',
  'not-ready': 'is not valid at present',
  'not-started': 'is not valid yet',
  ended: 'has ended',
  'outside-hours': 'is valid at other hours of the week',
  'sign-in-needed': 'needs you to sign in',
  'used-up': 'has been used as often as it may be',
  'shopper-limit': 'has been used by you as often as it may be',
  'units-gone': 'is for items that are all gone',
  'budget-gone': 'has ended',
}

/** Outcome of a code, to follow the code; includes the reason if it had no effect. */
export function explainCode({ outcome, reason }: Pick<CodeOutcome, 'outcome' | 'reason'>, why = ''): string {
  if (outcome === 'applied') return 'is taken into account'
  if (outcome === 'noEffect') return why === '' ? 'changes nothing in this cart' : `changes nothing: its offer ${why}`
  return (reason && CODE_TEXT[reason]) ?? 'can’t be used'
}

/** Nudge sentence: `2 more Drawing pad A4 bring 10 % off`. The mechanic words the reward. */
export function explainNudge(
  { missingUnits, missingAmount, reward, add }: KeptNudge,
  { nameOf, kind }: { readonly nameOf: (sku: string) => string; readonly kind?: MechanicKind | undefined },
): string {
  const name = (times: string) => add.map(({ sku, quantity }) => `${quantity} ${times} ${nameOf(sku)}`)
  const brings = sayReward(reward, kind)
  if (missingUnits === undefined)
    return `${formatMoney(missingAmount ?? 0)} more brings ${brings}, for example with ${joinWords(name('×'), 'and')}`
  return `${joinWords(name('more'), 'and')} ${missingUnits === 1 ? 'brings' : 'bring'} ${brings}`
}

function sayReward(reward: Reward, kind?: MechanicKind): string {
  const own = kind && wordsOf({ kind }).sayReward
  if (own) return own(reward)
  return describeShopValue('value' in reward ? reward.value : reward)
}

/** A quote in sentences: what became of each promotion and each code, and what a little more would bring. */
export function explainQuote(quote: Quote, kept: readonly KeptNudge[], context: ReasonContext): string[] {
  const explain = (outcome: PromotionOutcome) => explainOutcome(outcome, context)
  const nameOf = (id: string) => context.find(id)?.name ?? id
  const outcomes = quote.promotions.map((outcome) => `${nameOf(outcome.promotion)} ${explain(outcome)}.`)
  const codes = quote.codes.map((code) => {
    const own = quote.promotions.find(({ promotion }) => promotion === code.promotion)
    return `Code ${code.code} ${explainCode(code, own?.reason ? explain(own) : '')}.`
  })
  const nudges = kept.map((nudge) => {
    const kind = context.find(nudge.promotion)?.mechanic.kind
    return `${nameOf(nudge.promotion)}: ${explainNudge(nudge, { nameOf: context.names.product, kind })}.`
  })
  return [...outcomes, ...codes, ...nudges]
}
