import { checkOrder, computeQuote } from '../../pricing/index.ts'
import type { Check } from './check.ts'

/** A test cart that no longer comes to what it must. */
export const findBroken: Check<'test-cart-broken'> = function* ({ input }) {
  const { plan, now } = input
  for (const { id, name, at, cart, expected } of input.testCarts) {
    if (expected === null) continue
    const order = { now: at ?? now, cart, facts: {}, codes: {} }
    if (checkOrder(plan, order).length > 0) continue
    const total = computeQuote(plan, order).totals.grand
    if (total === expected) continue
    const off = expected === 0 ? 100 : Math.floor((Math.abs(total - expected) * 100) / expected)
    const subjects = [{ kind: 'testCart' as const, id }]
    yield {
      severity: 'blocker',
      subjects,
      facts: { name, expected, total },
      proof: { carts: [{ order, total }] },
      points: off,
    }
  }
}
