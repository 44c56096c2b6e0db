import type { Product, Store } from '../terms/index.ts'
import { roundHalfUp, taxOn, WHOLE, type BasisPoints, type MinorUnits } from '../values/index.ts'

/**
 * Margin as a share of the price without tax, `(net − cost) / net`, in basis points; negative when sold below cost. Null if the cost is
 * unknown or the price is 0.
 */
export function computeMargin(product: Product, price: MinorUnits, store: Store): BasisPoints | null {
  const net = store.pricesIncludeTax ? price - taxOn(price, product.taxRate, true) : price
  if (product.unitCost === null || net <= 0) return null
  const left = net - product.unitCost
  return left < 0 ? -roundHalfUp(-left * WHOLE, net) : roundHalfUp(left * WHOLE, net)
}
