import type { CompiledPlan, Order } from '@novalex/core'

/** How many pairs of a line and an offer on it may be weighed where other requests wait meanwhile. */
const MOST_PAIRS = 200

/** Whether pricing an order may take so long that a thread should do it: many lines with many offers that may get in each other's way. */
export function isLargeOrder(plan: CompiledPlan, { lines }: Pick<Order['cart'], 'lines'>): boolean {
  let pairs = 0
  for (const { sku } of lines) {
    const product = plan.catalogue.bySku.get(sku)
    pairs += 1 + (product ? plan.findOffers(product).length : 0)
    if (pairs > MOST_PAIRS) return true
  }
  return false
}
