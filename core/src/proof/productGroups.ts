import { firstOf } from '../values/index.ts'
import { reachesOf } from '../mechanics/index.ts'
import { findRegularPrices, type CompiledPlan, type CompiledPromotion, type Quote } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'

/** Products that the same promotions look at, in catalogue order. */
export interface ProductGroup {
  /** By rank. */
  readonly entries: readonly CompiledPromotion[]
  readonly products: readonly Product[]
}

/** The products of a plan by the promotions that look at them, among those that are asked about. Free of charge are left out. */
export function groupProducts(plan: CompiledPlan, asked: ReadonlySet<CompiledPromotion>): ProductGroup[] {
  const groups = new Map<string, { entries: readonly CompiledPromotion[]; products: Product[] }>()
  for (const product of plan.catalogue.products) {
    if (product.regularPrice <= 0) continue
    const entries = findLooking(plan, product).filter((entry) => asked.has(entry))
    if (entries.length === 0) continue
    const key = entries.map(({ rank }) => rank).join()
    const group = groups.get(key)
    if (group) group.products.push(product)
    else groups.set(key, { entries, products: [product] })
  }
  return [...groups.values()]
}

/** Whether it lowers the price of goods: what adds to an order, or is about delivery or regular prices, does not. */
export const isReducing = ({ phase }: Pick<CompiledPromotion, 'phase'>) => phase >= 1 && phase <= 3

/** Whether it sets the regular price itself, which no floor holds. */
export const isRegularChange = ({ phase }: Pick<CompiledPromotion, 'phase'>) => phase === 0

/** The promotions that set a regular price in a quote. */
export function findSteps(outcomes: Quote['promotions'], plan: CompiledPlan): string[] {
  const applied = outcomes.filter(({ outcome }) => outcome === 'applied')
  return applied.map(({ promotion }) => promotion).filter((id) => isRegularChange(plan.getPromotion(id)))
}

/** The promotions of which a reach holds the product at any regular price that it may have, by rank. */
export function findLooking(plan: CompiledPlan, product: Product): readonly CompiledPromotion[] {
  const priced = [...new Set(findRegularPrices(product, plan))].map((regularPrice) =>
    regularPrice === product.regularPrice ? product : { ...product, regularPrice },
  )
  const pricing = plan.findPricing(product).filter((entry) => priced.some((one) => isIn(plan, entry, one)))
  const [offers = [], ...others] = priced.map((one) => plan.findOffers(one))
  if (pricing.length === 0 && others.length === 0) return offers
  return [...new Set([...pricing, ...offers, ...others.flat()])].sort((a, b) => a.rank - b.rank)
}

/** Whether any reach of a promotion holds the product at the price given with it. */
export function isIn(plan: CompiledPlan, { promotion }: CompiledPromotion, product: Product): boolean {
  return reachesOf(promotion.mechanic).some((reach) => plan.matcherOf(reach)(product, product.regularPrice))
}

/** The cheapest and the most expensive of a group; one where they are the same. */
export function findExtremes({ products }: ProductGroup): Product[] {
  let [cheapest, dearest] = [firstOf(products), firstOf(products)]
  for (const product of products) {
    if (product.regularPrice < cheapest.regularPrice) cheapest = product
    if (product.regularPrice > dearest.regularPrice) dearest = product
  }
  return cheapest === dearest ? [dearest] : [dearest, cheapest]
}
