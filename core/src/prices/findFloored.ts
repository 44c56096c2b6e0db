import { computeFloor } from '../catalogue/index.ts'
import { definitionOf, type Mechanic } from '../mechanics/index.ts'
import type { CompiledPlan } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'

/** Units of one product for which the floor keeps a promotion from its whole reduction. */
interface Floored {
  readonly product: Product
  readonly units: number
  /** Price by the rule, and price after the floor. */
  readonly wanted: MinorUnits
  readonly comes: MinorUnits
}

/**
 * The products of a mechanic's reach that the floor would hold back, each by itself and at its regular price: for a sale price, an item
 * discount, the deepest of quantity breaks, and a bundle of one product. `products` are those that are asked about. Source: docs/pricing.md, "Floor".
 */
export function findFloored(
  mechanic: Mechanic,
  plan: CompiledPlan,
  products: readonly Product[] = plan.catalogue.products,
): Floored[] {
  const asked = definitionOf(mechanic).unitRule?.(mechanic)
  if (!asked) return []
  const matches = plan.matcherOf(asked.reach)
  return products.flatMap((product) => {
    const { regularPrice } = product
    if (!matches(product, regularPrice)) return []
    const floor = Math.min(regularPrice, computeFloor(product, plan.store)) * asked.units
    const wanted = asked.priceOf(product)
    const comes = Math.max(wanted, floor)
    return comes > wanted ? [{ product, units: asked.units, wanted, comes }] : []
  })
}
