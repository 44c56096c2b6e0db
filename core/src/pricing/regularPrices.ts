import type { Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { CompiledPlan } from './compilePlan.ts'

/** Every regular price that a product may have: the catalogue's, and each that price steps may set at any rung. */
export function findRegularPrices(product: Product, plan: CompiledPlan): MinorUnits[] {
  const steps = plan.findPriceSteps(product).flatMap(({ act, promotion: { ladder } }) => {
    const rungs = [null, ...(ladder?.rungs ?? []).map(({ value }) => value)]
    return rungs.flatMap((rung) => act.priceFor(product.sku, rung) ?? [])
  })
  return [product.regularPrice, ...steps]
}
