import type { CompiledPlan, Order } from '@novalex/core'

/** How many pairs of a line and an offer on it may be weighed where other requests wait meanwhile. */
const MOST_PAIRS = 200

/** Whether pricing an order may take so long that a thread should do it: many lines with many offers that may get in each other's way. */
export function isLargeOrder(plan: CompiledPlan, { cart }: Order): boolean {
  let pairs = 0
  for (const { sku } of cart.lines) {
    pairs += 1 + plan.findOffers(plan.catalogue.bySku.get(sku)!).length
    if (pairs > MOST_PAIRS) return true
  }
  return false
}
