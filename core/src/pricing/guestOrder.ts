import type { CartLine, Delivery, Facts, Order } from '../terms/index.ts'
import type { Instant } from '../values/index.ts'

interface GuestOrder {
  /** No moment in particular without it. */
  readonly now?: Instant
  readonly channel?: string
  readonly delivery?: Delivery | null
  readonly facts?: Facts
}

/** The order of someone who is not known and types no code; without lines, of someone who only looks. */
export function createGuestOrder(
  lines: readonly CartLine[],
  { now = 0, channel = '', delivery = null, facts = {} }: GuestOrder = {},
): Order {
  return { now, cart: { lines, codes: [], channel, delivery, shopper: null }, facts, codes: {} }
}
