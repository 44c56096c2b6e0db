import {
  isFree,
  type CodeOutcome,
  type FailedTest,
  type Mechanic,
  type Nudge,
  type PromotionOutcome,
  type Quote,
  type SkipReason,
  type Value,
} from '@novalex/core'
import { formatMoney, plural } from './format.ts'
import { describeDelivery } from './offerSentence.ts'
import { describeValue, type Names } from './ruleWords.ts'
import { describeCondition } from './sentence.ts'

/** What a reason's sentence needs besides the outcome. */
export interface ReasonContext {
  readonly names: Names
  /** Another promotion's name. */
  promotion(id: string): string
  kind?(id: string): Mechanic['kind'] | undefined
  readonly start: string
  readonly end: string
}

const TEXT: Readonly<Record<SkipReason, (facts: PromotionOutcome['facts'], context: ReasonContext) => string>> = {
  'not-ready': () => 'is a draft, paused or stopped, so it does nothing yet',
  'not-started': (_facts, { start }) => `starts on ${start}`,
  ended: (_facts, { end }) => `ended on ${end}`,
  'outside-hours': () => 'runs at other hours of the week',
  'no-code': () => 'needs its code',
  'sign-in-needed': () => 'can’t be known for a guest; it needs a shopper who is signed in',
  condition: ({ test, found }, { names }) => describeFailed({ test, found } as FailedTest, names),
  'nothing-in-reach': () => 'applies to nothing in this cart',
  'below-first-tier': (facts) => `needs ${describeMissing(facts)} for its first step`,
  'not-enough-units': (facts) => `needs ${describeMissing(facts)}`,
  'used-up': () => 'has been used as often as it may be',
  'shopper-limit': () => 'was used by this shopper as often as it may be',
  'units-gone': () => 'has no units left',
  'budget-gone': () => 'has spent its budget',
  stacking: ({ promotion: by }, { promotion }) =>
    `does not go together with ${promotion(String(by))}, which got here first`,
  sole: ({ promotion: by }, { promotion }) => `can’t join ${promotion(String(by))}, the only offer in this order`,
  'better-without': () => 'would leave the shopper paying more than without it',
  'no-saving': () => 'would not make anything in this cart cheaper',
  floor: () => 'would go below the floor of the items it applies to',
}

/** What became of a promotion in a cart, after its name. */
export function explainOutcome(outcome: PromotionOutcome, context: ReasonContext): string {
  if (outcome.outcome === 'applied') {
    const { unitsCutByFloor } = outcome.facts
    const cut = unitsCutByFloor ? `; the floor held ${plural(Number(unitsCutByFloor), 'unit')} back` : ''
    return `${describeApplied(outcome, context.kind?.(outcome.promotion))}${cut}`
  }
  return outcome.reason === null ? '' : TEXT[outcome.reason](outcome.facts, context)
}

function describeApplied({ amount }: PromotionOutcome, kind?: Mechanic['kind']): string {
  if (kind === 'price-steps') return 'sets the regular price'
  return `${kind === 'surcharge' ? 'adds' : 'takes off'} ${formatMoney(amount)}`
}

/** What is lacking: units, or money. */
function describeMissing({ missingUnits, missingAmount }: PromotionOutcome['facts']): string {
  if (missingUnits !== undefined) return `${Number(missingUnits)} more`
  return missingAmount === undefined ? 'more' : `${formatMoney(Number(missingAmount))} more`
}

function describeFailed({ test, found }: FailedTest, names: Names): string {
  const wanted = `is for ${describeCondition(test, names)}`
  if (found === null || found === '') return wanted
  return `${wanted}; this cart has ${typeof found === 'number' && test.test === 'spent' ? formatMoney(found) : String(found)}`
}

const CODE_TEXT: Readonly<Partial<Record<NonNullable<CodeOutcome['reason']>, string>>> = {
  'code-unknown': 'is not known; check how it is written',
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

/** What became of a code, after the code itself; one without effect says why its promotion did nothing. */
export function explainCode({ outcome, reason }: CodeOutcome, why = ''): string {
  if (outcome === 'applied') return 'is taken into account'
  if (outcome === 'noEffect') return why === '' ? 'changes nothing in this cart' : `changes nothing: its offer ${why}`
  return (reason && CODE_TEXT[reason]) ?? 'can’t be used'
}

/** What a little more would bring: `2 more bring 10 % less`. The mechanic says what the reward is a reward of. */
export function explainNudge({ missingUnits, missingAmount, reward }: Nudge, kind?: Mechanic['kind']): string {
  const more = missingUnits === undefined ? `${formatMoney(missingAmount ?? 0)} more` : `${missingUnits} more`
  const verb = missingUnits === undefined || missingUnits === 1 ? 'brings' : 'bring'
  return `${more} ${verb} ${describeReward(reward, kind)}`
}

function describeReward(reward: unknown, kind?: Mechanic['kind']): string {
  const given = reward as Partial<{ price: number; quantity: number; value: Value }> | null
  if (given?.value) {
    const items = plural(given.quantity ?? 1, 'item')
    return isFree(given.value) ? `${items} free` : `${items} at ${describeValue(given.value)}`
  }
  if (!given || !('percent' in given || 'amount' in given || 'price' in given)) return 'a reward'
  if (kind === 'bundle') return `a bundle for ${formatMoney(given.price!)}`
  return kind === 'delivery' ? describeDelivery(given as Value) : describeValue(given as Value)
}

/** A quote in sentences: each promotion that applied or was meant to, each code, each nudge. */
export function writeQuote(quote: Quote, context: ReasonContext): string[] {
  const outcomes = quote.promotions.map(
    (outcome) => `${context.promotion(outcome.promotion)} ${explainOutcome(outcome, context)}.`,
  )
  const codes = quote.codes.map((code) => `Code ${code.code} ${explainCode(code)}.`)
  const nudges = quote.nudges.map(
    (nudge) => `${context.promotion(nudge.promotion)}: ${explainNudge(nudge, context.kind?.(nudge.promotion))}.`,
  )
  return [...outcomes, ...codes, ...nudges]
}
