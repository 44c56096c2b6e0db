import { phaseOf, type Need } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { compileOthers, computeQuote, type CompiledPlan } from '../pricing/index.ts'
import type { Order, Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'

type Basis = NonNullable<Need['basis']>

/** What units of one product are worth when a promotion's turn comes. */
export interface Measure {
  worth(product: Product, units: number, basis: Basis): MinorUnits
  /** The fewest units that are worth so much; undefined where `MOST_UNITS` are not. */
  countFor(money: MinorUnits, product: Product, basis: Basis): number | undefined
}

/** Carts beside limits hold no more of a product than this. */
const MOST_UNITS = 10_000

/** Values units under the promotions of the plan that act in earlier phases than `promotion`. */
export function createMeasure({ mechanic }: Promotion, plan: CompiledPlan, order: Order): Measure {
  const earlier = plan.promotions.filter(({ phase }) => phase < phaseOf(mechanic)).map(({ promotion }) => promotion)
  const compiled = new Map<Product, CompiledPlan>()
  const compileFor = (product: Product) => {
    const known = compiled.get(product) ?? compileOthers(plan, earlier, [product])
    compiled.set(product, known)
    return known
  }

  function worth(product: Product, units: number, basis: Basis): MinorUnits {
    if (earlier.length === 0 || units === 0) return product.regularPrice * units
    const lines = [{ sku: product.sku, quantity: units }]
    const quote = computeQuote(compileFor(product), { ...order, cart: { ...order.cart, lines } })
    return quote.lines[0]![basis === 'current' ? 'total' : basis]
  }

  return {
    worth,
    countFor(money, product, basis) {
      if (earlier.length > 0) return findFewest((units) => worth(product, units, basis) >= money)
      const units = Math.max(1, Math.ceil(money / product.regularPrice))
      return units <= MOST_UNITS ? units : undefined
    },
  }
}

/** The fewest units that are enough; more of them always are. Undefined where `MOST_UNITS` are not. */
export function findFewest(isEnough: (units: number) => boolean): number | undefined {
  let [below, units] = [0, 1]
  while (!isEnough(units)) {
    if (units >= MOST_UNITS) return undefined
    ;[below, units] = [units, Math.min(units * 2, MOST_UNITS)]
  }
  while (units - below > 1) {
    const middle = Math.floor((below + units) / 2)
    if (isEnough(middle)) units = middle
    else below = middle
  }
  return units
}
