import { compileOthers } from './alone.ts'
import { phaseOf, type CompiledPlan } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { Need } from './edgeNeeds.ts'
import type { Order, Product, Promotion } from './plan.ts'
import { computeQuote } from './quote.ts'

type Basis = NonNullable<Need['basis']>

/** What units of one product are worth when a promotion's turn comes. */
export interface Measure {
  worth(product: Product, units: number, basis: Basis): MinorUnits
  /** The fewest units that are worth so much; undefined where `MOST_UNITS` are not. */
  countFor(money: MinorUnits, product: Product, basis: Basis): number | undefined
}

/** Carts beside limits hold no more of a product than this. */
export const MOST_UNITS = 10_000

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
      if (earlier.length === 0) return within(Math.ceil(money / product.regularPrice))
      let [below, units] = [0, 1]
      while (worth(product, units, basis) < money) {
        if (units >= MOST_UNITS) return undefined
        ;[below, units] = [units, units * 2]
      }
      while (units - below > 1) {
        const middle = Math.floor((below + units) / 2)
        if (worth(product, middle, basis) < money) below = middle
        else units = middle
      }
      return within(units)
    },
  }
}

function within(units: number): number | undefined {
  return units <= MOST_UNITS ? Math.max(1, units) : undefined
}
