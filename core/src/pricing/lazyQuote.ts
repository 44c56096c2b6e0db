import { once } from '../values/index.ts'
import type { Explanations } from './outcomes.ts'
import type { Nudge, PromotionOutcome, Quote } from './quote.ts'

const OWN = Symbol('own')

interface Own {
  readonly explanations: () => Explanations
  readonly promotions: () => PromotionOutcome[]
  readonly nudges: () => Nudge[]
}

/**
 * A quote whose `promotions` and `nudges` are worked out when they are first read: why each promotion did what it did is asked less often
 * than what a cart costs. They are properties of the object itself, so that copies of it have them; their accessors are shared, since
 * accessors of its own would give every quote a hidden class of its own, which keeps what it refers to from being freed early.
 */
export class LazyQuote implements Quote {
  declare readonly lines: Quote['lines']
  declare readonly delivery: Quote['delivery']
  declare readonly surcharges: Quote['surcharges']
  declare readonly totals: Quote['totals']
  declare readonly promotions: Quote['promotions']
  declare readonly codes: Quote['codes']
  declare readonly nudges: Quote['nudges']
  declare readonly proven: Quote['proven']
  declare readonly [OWN]: Own

  constructor(known: Omit<Quote, 'promotions' | 'nudges'>, explain: () => Explanations) {
    const explanations = once(explain)
    const own: Own = {
      explanations,
      promotions: once(() => explanations().ids.map(explanations().outcomeOf)),
      nudges: once(() => explanations().ids.flatMap(explanations().nudgesOf)),
    }
    Object.assign(this, known)
    Object.defineProperty(this, OWN, { value: own })
    Object.defineProperty(this, 'promotions', PROMOTIONS)
    Object.defineProperty(this, 'nudges', NUDGES)
  }
}

/** Outcome of one promotion, computed lazily. Throws if the plan has no such promotion. */
export function findOutcome(quote: Quote, id: string): PromotionOutcome {
  if (quote instanceof LazyQuote) return quote[OWN].explanations().outcomeOf(id)
  const outcome = quote.promotions.find(({ promotion }) => promotion === id)
  if (!outcome) throw new RangeError(`unknown promotion: ${id}`)
  return outcome
}

/** The nudges of one promotion of the plan, likewise. */
export function findNudges(quote: Quote, id: string): readonly Nudge[] {
  if (quote instanceof LazyQuote) return quote[OWN].explanations().nudgesOf(id)
  return quote.nudges.filter(({ promotion }) => promotion === id)
}

const PROMOTIONS: PropertyDescriptor & ThisType<LazyQuote> = {
  enumerable: true,
  get() {
    return this[OWN].promotions()
  },
}
const NUDGES: PropertyDescriptor & ThisType<LazyQuote> = {
  enumerable: true,
  get() {
    return this[OWN].nudges()
  },
}
