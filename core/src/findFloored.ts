import { computeFloor } from './floor.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { Mechanic, Product, Reach, Value } from './plan.ts'
import { computeReduction, isFree, isOnce } from './value.ts'

/** Units of one product for which the floor keeps a promotion from its whole reduction. */
export interface Floored {
  readonly product: Product
  readonly units: number
  /** What they would come to by the rule, and come to because of the floor. */
  readonly wanted: MinorUnits
  readonly comes: MinorUnits
}

/**
 * The products of a mechanic's reach that the floor would hold back, each by itself and at its regular price: for a sale price, an item
 * discount, the deepest of quantity breaks, and a bundle of one product. Source: docs/pricing.md, "Floor".
 */
export function findFloored(mechanic: Mechanic, plan: CompiledPlan): Floored[] {
  const asked = askOf(mechanic)
  if (!asked) return []
  const matches = plan.matcherOf(asked.reach)
  return plan.catalogue.products.flatMap((product) => {
    const { regularPrice } = product
    if (!matches(product, regularPrice)) return []
    const floor = Math.min(regularPrice, computeFloor(product, plan.store)) * asked.units
    const wanted = asked.priceOf(product)
    const comes = Math.max(wanted, floor)
    return comes > wanted ? [{ product, units: asked.units, wanted, comes }] : []
  })
}

interface Asked {
  readonly reach: Reach
  readonly units: number
  /** What so many units would come to by the rule. */
  readonly priceOf: (product: Product) => MinorUnits
}

function askOf(mechanic: Mechanic): Asked | null {
  const each = (reach: Reach, valueOf: (product: Product) => Value | undefined): Asked => ({
    reach,
    units: 1,
    priceOf: (product) => reduce(product.regularPrice, valueOf(product)),
  })
  switch (mechanic.kind) {
    case 'markdown': {
      const { reach, value, bands } = mechanic
      return each(reach, ({ regularPrice }) => value ?? bands?.findLast(({ from }) => from <= regularPrice)?.value)
    }
    case 'item-discount':
      return each(mechanic.reach, () => mechanic.value)
    case 'quantity-break':
      return each(mechanic.reach, () => mechanic.tiers.at(-1)!.value)
    case 'bundle': {
      const [part, ...others] = mechanic.parts
      if (!part || others.length > 0) return null
      const { reach, quantity: units } = part
      return { reach, units, priceOf: ({ regularPrice }) => Math.min(mechanic.price, regularPrice * units) }
    }
    default:
      return null
  }
}

/** What is given away on purpose has no floor to meet, and an amount taken once is spread over units. */
function reduce(regular: MinorUnits, value: Value | undefined): MinorUnits {
  if (value === undefined || isOnce(value) || isFree(value)) return regular
  return regular - computeReduction(value, regular, regular)
}
