import type { FailedTest, PromotionOutcome, SkipReason } from '@novalex/core'
import { formatMoney, plural } from './format.ts'
import { describeCondition, type Names } from './sentence.ts'

/** What a reason's sentence needs besides the outcome. */
export interface ReasonContext {
  readonly names: Names
  /** Another promotion's name. */
  promotion(id: string): string
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
    return `takes off ${formatMoney(outcome.amount)}${cut}`
  }
  return outcome.reason === null ? '' : TEXT[outcome.reason](outcome.facts, context)
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
