import type { Product, Store } from '../terms/index.ts'
import { roundHalfUp, WHOLE, type MinorUnits } from '../values/index.ts'

/** The price below which a unit of the product is never sold; 0 where the store enforces none. Source: docs/pricing.md, "Floor". */
export function computeFloor(product: Product, store: Store): MinorUnits {
  if (!store.floor.enforce) return 0
  return Math.max(product.minimumPrice ?? 0, computeCostFloor(product, store))
}

/** Unit cost with the store's margin on top and, where prices include tax, the product's tax. */
function computeCostFloor(product: Product, store: Store): MinorUnits {
  if (product.unitCost === null) return 0
  const rate = (WHOLE + store.floor.minMargin) * (store.pricesIncludeTax ? WHOLE + product.taxRate : 1)
  const exact = product.unitCost * rate
  if (Number.isSafeInteger(exact)) return roundHalfUp(exact, store.pricesIncludeTax ? WHOLE * WHOLE : WHOLE)
  const withMargin = BigInt(product.unitCost) * BigInt(WHOLE + store.floor.minMargin)
  if (!store.pricesIncludeTax) return roundHalfUp(withMargin, WHOLE)
  return roundHalfUp(withMargin * BigInt(WHOLE + product.taxRate), WHOLE * WHOLE)
}
