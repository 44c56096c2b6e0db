import { firstOf } from '../values/index.ts'
import { phaseOf, type Need } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { compileOthers, computeQuote, findRegularPrices, type CompiledPlan } from '../pricing/index.ts'
import type { Order, Phase, Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'

type Basis = NonNullable<Need['basis']>

/** Value of one product's units when a promotion is applied. */
export interface Measure {
  worth(product: Product, units: number, basis: Basis): MinorUnits
  /** The fewest units that are worth so much; undefined where `MOST_UNITS` are not. */
  countFor(money: MinorUnits, product: Product, basis: Basis): number | undefined
}

/** Carts beside limits hold no more of a product than this. */
const MOST_UNITS = 10_000

/** Values units under the promotions of the plan that act in earlier phases than `promotion`. */
export function createMeasure({ mechanic }: Promotion, plan: CompiledPlan, order: Order): Measure {
  const own = phaseOf(mechanic)
  const hasEarlier = plan.promotions.some(({ phase }) => phase < own)

  function worth(product: Product, units: number, basis: Basis): MinorUnits {
    if (!hasEarlier || units === 0) return product.regularPrice * units
    const lines = [{ sku: product.sku, quantity: units }]
    const quote = computeQuote(compileEarlier(plan, product, own), { ...order, cart: { ...order.cart, lines } })
    return firstOf(quote.lines)[basis === 'current' ? 'total' : basis]
  }

  return {
    worth,
    countFor(money, product, basis) {
      if (hasEarlier) return findFewest((units) => worth(product, units, basis) >= money)
      const units = Math.max(1, Math.ceil(money / product.regularPrice))
      return units <= MOST_UNITS ? units : undefined
    },
  }
}

const COMPILED = new WeakMap<CompiledPlan, Map<string, CompiledPlan>>()

/** One product under the promotions that look at it and act before a phase; others change nothing of it. */
function compileEarlier(plan: CompiledPlan, product: Product, phase: Phase): CompiledPlan {
  let known = COMPILED.get(plan)
  if (!known) COMPILED.set(plan, (known = new Map()))
  const key = `${phase} ${product.sku}`
  let compiled = known.get(key)
  if (!compiled) {
    const priced = findRegularPrices(product, plan).map((regularPrice) => ({ ...product, regularPrice }))
    const looking = new Set([...plan.findPricing(product), ...priced.flatMap(plan.findOffers)])
    const earlier = [...looking].filter((entry) => entry.phase < phase).map(({ promotion }) => promotion)
    compiled = compileOthers(plan, earlier, [product])
    known.set(key, compiled)
  }
  return compiled
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
