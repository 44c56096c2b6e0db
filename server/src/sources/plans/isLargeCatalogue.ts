import type { CompiledPlan } from '@novalex/core'

/** How many products may be gone through one by one where other requests wait meanwhile. */
const MOST_PRODUCTS = 10_000

/** Whether going through all products may take so long that a thread should do it. */
export function isLargeCatalogue({ products }: CompiledPlan['catalogue']): boolean {
  return products.length > MOST_PRODUCTS
}
