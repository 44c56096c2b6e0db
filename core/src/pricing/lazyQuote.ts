import type { Quote } from './quote.ts'

type Explained = Pick<Quote, 'promotions' | 'nudges'>

const EXPLAIN = Symbol('explain')

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
  declare readonly [EXPLAIN]: () => Explained

  constructor(known: Omit<Quote, 'promotions' | 'nudges'>, explain: () => Explained) {
    Object.assign(this, known)
    Object.defineProperty(this, EXPLAIN, { value: once(explain) })
    Object.defineProperty(this, 'promotions', PROMOTIONS)
    Object.defineProperty(this, 'nudges', NUDGES)
  }
}

const PROMOTIONS: PropertyDescriptor & ThisType<LazyQuote> = {
  enumerable: true,
  get() {
    return this[EXPLAIN]().promotions
  },
}
const NUDGES: PropertyDescriptor & ThisType<LazyQuote> = {
  enumerable: true,
  get() {
    return this[EXPLAIN]().nudges
  },
}

function once<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null
  return () => (known ??= { value: work() }).value
}
