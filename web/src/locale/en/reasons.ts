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
import {
  describeShopValue,
  wordsOf,
  describeFailed,
  describeNeed,
  describeWanted,
  formatEnd,
  joinWords,
  plural,
  quote,
  formatMoney,
  formatStart,
  type Names,
} from '@novalex/words'

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
  /** Another promotion's name, in quotation marks. */
  nameOf(id: string | undefined): string
}

const TEXT: { readonly [R in SkipReason]: (facts: SkipFacts[R], place: Place) => string } = {
  'not-ready': (_facts, { state }) => NOT_READY[state ?? 'draft'],
  'not-in-channel': () => 'not in this channel',
  'not-started': (_facts, { start }) => (start === '' ? 'waiting for its occasion’s dates' : `starts ${start}`),
  ended: (_facts, { end }) => `ended ${end.replace(/^end of/, 'at the end of')}`,
  'outside-hours': () => 'outside its days and hours',
  'no-code': () => 'needs a code',
  'sign-in-needed': (facts, { names }) => describeUnknown(facts, names),
  condition: (facts, { names }) => (isFailed(facts) ? describeFailed(facts, names) : ''),
  'nothing-in-reach': ({ delivery }) =>
    delivery === undefined ? 'no qualifying products in the cart' : NO_DELIVERY[delivery],
  'below-first-tier': (facts) => describeFirstTier(facts),
  'not-enough-units': (facts) => describeShortfall(facts),
  'used-up': ({ limit }) => `limit of ${plural(limit, 'redemption')} reached`,
  'shopper-limit': ({ limit }) => `already redeemed by this shopper (limit ${limit})`,
  'units-gone': (facts) => describeUnitsGone(facts),
  'budget-gone': (facts) => describeBudgetGone(facts),
  stacking: ({ promotion: by, because }, { nameOf }) => OBSTACLES[because](nameOf(by)),
  sole: ({ promotion: by, because }, { nameOf }) =>
    because === 'own-alone'
      ? `must be the only promotion in the order; ${nameOf(by)} ranks higher`
      : `${nameOf(by)} must be the only promotion in the order`,
  'better-without': (facts, place) => describeBetterWithout(facts, place),
  'no-saving': ({ found, limit }, { kind }) => {
    const own = kind && wordsOf({ kind }).noSaving
    if (own) return own
    return found !== undefined && limit !== undefined
      ? `costs ${formatMoney(limit)}; the items cost ${formatMoney(found)} separately`
      : 'lowers no price in this cart'
  },
  floor: () => 'would go below the price floor',
}

const NOT_READY: Readonly<Record<Promotion['state'], string>> = {
  draft: 'draft: not active',
  paused: 'paused',
  stopped: 'stopped',
  ready: 'not active yet',
}

const NO_DELIVERY = {
  none: 'no delivery method chosen',
  other: 'not for this delivery method',
}

const OBSTACLES: Readonly<Record<Obstacle, (name: string) => string>> = {
  closes: (name) => `blocked by ${name}, which stops lower ranks on the item`,
  alone: (name) => `${name} must be the only promotion on the item`,
  'own-alone': (name) => `must be the only promotion on the item; ${name} ranks higher`,
  apart: (name) => `can’t be combined with ${name}, which ranks higher`,
  'first-only': (name) => `only one delivery offer applies; ${name} ranks higher`,
}

/** Outcome of a promotion in a cart, to follow its name and a colon. */
export function explainOutcome(outcome: PromotionOutcome, { names, find }: ReasonContext): string {
  const { mechanic, schedule, state } = find(outcome.promotion) ?? {}
  if (outcome.outcome === 'applied') return describeApplied(outcome, mechanic?.kind)
  return describeSkipped(outcome, {
    names,
    kind: mechanic?.kind,
    state,
    start: schedule?.start === undefined ? '' : formatStart(schedule.start, { year: true }),
    end: schedule?.end === undefined ? '' : formatEnd(schedule.end, { year: true }),
    nameOf: (id = '') => quote(find(id)?.name ?? id),
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
    (applied?.(formatMoney(amount)) ?? formatMoney(-amount)) +
      (overCap > 0 ? ` (capped; ${formatMoney(overCap)} over the limit per order)` : ''),
    ...(unitsByFloor > 0 ? [`${plural(unitsByFloor, 'unit')} limited by the price floor`] : []),
    ...(lapsed > 0 ? [`${formatMoney(lapsed)} not applied because of the price floor`] : []),
  ].join('; ')
}

/** Why the promotion of a code has no effect, for shoppers: other promotions and groups are not named. */
export function explainLack({ reason, facts }: ShownLack, names: Names): string {
  const { missingUnits, missingAmount, test, isNegated } = facts
  if (missingUnits !== undefined || missingAmount !== undefined) {
    if (missingUnits !== undefined) return `add ${plural(missingUnits, 'more item')}`
    return `spend ${formatMoney(missingAmount!)} more`
  }
  if (reason === 'sign-in-needed') return 'sign in to use it'
  if (test) return `it needs ${describeNeed(test, { names, isNegated: isNegated === true })}`
  return ADDS_NOTHING.has(reason) ? 'your cart already has a better offer' : 'it doesn’t apply to this cart'
}

type ShownLack = NonNullable<ShopCartAnswer['codes'][number]['lacks']>

const ADDS_NOTHING: ReadonlySet<string> = new Set(['stacking', 'sole', 'better-without', 'no-saving', 'floor'])

/** Shortfall in units or money: `2 units short`. */
function describeShortfall({ missingUnits, missingAmount }: Lack): string {
  if (missingUnits !== undefined) return `${plural(missingUnits, 'unit')} short`
  return missingAmount === undefined ? 'too few units' : `${formatMoney(missingAmount)} short`
}

/** Whether the facts say which test failed. */
function isFailed(facts: Partial<FailedTest>): facts is FailedTest {
  return facts.test !== undefined && facts.isNegated !== undefined
}

/** A test that nobody can judge of a guest; without one, it is how often one shopper may have it. */
function describeUnknown(failed: Partial<FailedTest>, names: Names): string {
  if (!isFailed(failed)) return 'limited per shopper, so sign-in is required'
  return `needs ${describeWanted(failed, names)}; the shopper is a guest`
}

function describeFirstTier({ found, limit, ...missing }: SkipFacts['below-first-tier']): string {
  if (missing.missingAmount !== undefined) {
    return `starts at ${formatMoney(limit)}; this cart has ${formatMoney(found)} (${describeShortfall(missing)})`
  }
  const short = missing.missingUnits === undefined ? '' : ` (${missing.missingUnits} short)`
  return `starts at ${plural(limit, 'unit')}; this cart has ${found}${short}`
}

function describeUnitsGone(facts: SkipFacts['units-gone']): string {
  if ('limit' in facts) return facts.limit === 1 ? 'the only unit is sold' : `all ${plural(facts.limit, 'unit')} sold`
  if (facts.left <= 0) return 'no units left'
  return `${plural(facts.left, 'unit')} left; needs ${facts.needed}`
}

function describeBudgetGone(facts: SkipFacts['budget-gone']): string {
  if ('limit' in facts) return `budget of ${formatMoney(facts.limit)} spent`
  return `${formatMoney(facts.left)} of discount left; needs ${formatMoney(facts.needed)}`
}

/** In phase 1 the figures are those of one item on the shelf, after it those of the order. */
function describeBetterWithout(facts: SkipFacts['better-without'], { kind, nameOf }: Place): string {
  const { promotion: by, withIt, without } = facts
  const isShelf = kind !== undefined && phaseOf({ kind }) === 1
  const other = by === undefined ? `leaving it out` : nameOf(by)
  if (withIt === without) return `${other} gives the same ${isShelf ? 'price' : 'total'} (${formatMoney(without)})`
  return `${other} gives a lower ${isShelf ? 'price' : 'total'}: ${formatMoney(withIt)} with this promotion, ${formatMoney(without)} without`
}

type RefusedCode = NonNullable<CodeOutcome['reason']>

const CODE_TEXT: Readonly<Partial<Record<RefusedCode, (code: string) => string>>> = {
  'code-unknown': (code) => `Code ${code} isn’t valid. Check the spelling, or whether it has already been used.`,
  'code-mistyped': (code) => `Code ${code} looks mistyped. Check it and try again.`,
  'code-used': (code) => `Code ${code} has already been used.`,
  'code-void': (code) => `Code ${code} is no longer valid.`,
  'code-over-limit': (code) => `Code ${code} can’t be combined with your other codes.`,
  'not-ready': (code) => `Code ${code} isn’t valid at the moment.`,
  'not-started': (code) => `Code ${code} isn’t valid yet.`,
  ended: (code) => `Code ${code} has expired.`,
  'outside-hours': (code) => `Code ${code} is only valid on certain days and hours.`,
  'sign-in-needed': (code) => `Sign in to use code ${code}.`,
  'used-up': (code) => `Code ${code} has been fully redeemed.`,
  'shopper-limit': (code) => `You’ve already used code ${code}.`,
  'units-gone': (code) => `Code ${code} no longer applies: the offer is sold out.`,
  'budget-gone': (code) => `Code ${code} has expired.`,
}

/** Outcome of a code as a sentence; `why` says why it had no effect. */
export function explainCode(
  { code, outcome, reason }: Pick<CodeOutcome, 'code' | 'outcome' | 'reason'>,
  why = '',
): string {
  if (outcome === 'applied') return `Code ${code} applied.`
  if (outcome === 'noEffect')
    return why === '' ? `Code ${code} has no effect on this cart.` : `Code ${code} has no effect yet: ${why}.`
  return (reason && CODE_TEXT[reason]?.(code)) ?? `Code ${code} can’t be used.`
}

/** Shopper hint at the till: `Add 2 × Round brush 16: bundle for €21.00`. The mechanic words the reward. */
export function explainNudge(
  { missingUnits, missingAmount, reward, add }: KeptNudge,
  { nameOf, kind }: { readonly nameOf: (sku: string) => string; readonly kind?: MechanicKind | undefined },
): string {
  const goods = joinWords(add.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`))
  const gain = sayReward(reward, kind)
  if (missingUnits !== undefined) return `Add ${goods}: ${gain}`
  return `Spend ${formatMoney(missingAmount ?? 0)} more: ${gain} (for example, add ${goods})`
}

function sayReward(reward: Reward, kind?: MechanicKind): string {
  const own = kind && wordsOf({ kind }).sayReward
  if (own) return own(reward)
  return describeShopValue('value' in reward ? reward.value : reward)
}

/** A quote in sentences: the outcome of each promotion and each code, and what a little more would give. */
export function explainQuote(quoted: Quote, kept: readonly KeptNudge[], context: ReasonContext): string[] {
  const explain = (outcome: PromotionOutcome) => explainOutcome(outcome, context)
  const nameOf = (id: string) => context.find(id)?.name ?? id
  const outcomes = quoted.promotions.map((outcome) => `${nameOf(outcome.promotion)}: ${explain(outcome)}.`)
  const codes = quoted.codes.map((code) => {
    const own = quoted.promotions.find(({ promotion }) => promotion === code.promotion)
    return explainCode(code, own?.reason ? explain(own) : '')
  })
  const nudges = kept.map((nudge) => {
    const kind = context.find(nudge.promotion)?.mechanic.kind
    return `${nameOf(nudge.promotion)}: ${explainNudge(nudge, { nameOf: context.names.product, kind })}.`
  })
  return [...outcomes, ...codes, ...nudges]
}
