import type { CartLine, Delivery, Facts, Order, Shopper } from '../terms/index.ts'
import type { Instant } from '../values/index.ts'

interface PlainOrder {
  /** No moment in particular without it. */
  readonly now?: Instant
  readonly channel?: string
  readonly delivery?: Delivery | null
  /** A guest without it. */
  readonly shopper?: Shopper | null
  readonly facts?: Facts
}

/** An order without codes; without lines, of someone who only looks. */
export function createPlainOrder(
  lines: readonly CartLine[],
  { now = 0, channel = '', delivery = null, shopper = null, facts = {} }: PlainOrder = {},
): Order {
  return { now, cart: { lines, codes: [], channel, delivery, shopper }, facts, codes: {} }
}
