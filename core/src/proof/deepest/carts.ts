import { createMeasure, needsOf } from '../../edges/index.ts'
import { definitionOf, type Need } from '../../mechanics/index.ts'
import { findGoodsLimits } from '../../conditions/index.ts'
import { createPlainOrder, type CompiledPlan, type CompiledPromotion } from '../../pricing/index.ts'
import type { CartLine, Product, Reach } from '../../terms/index.ts'
import type { Instant } from '../../values/index.ts'

/** No cart holds more of the product than this. */
const MOST_UNITS = 20

/** Carts of a product: one, and as many as at, below and above each limit; alone, with what each promotion asks for beside it, and with all of that. */
export function findCarts(
  product: Product,
  live: readonly CompiledPromotion[],
  plan: CompiledPlan,
  now: Instant,
): (readonly CartLine[])[] {
  const quantities = new Set([1])
  const companies: (readonly CartLine[])[] = []
  for (const entry of live) {
    const asked = askOf(entry, product, plan, now)
    for (const units of asked.units) if (units >= 1 && units <= MOST_UNITS) quantities.add(units)
    if (asked.company.length > 0) companies.push(asked.company)
  }
  const all = mergeLines(companies.flat())
  const sets = [[], ...companies, ...(companies.length > 1 ? [all] : [])]
  const carts = new Map<string, readonly CartLine[]>()
  for (const company of sets) {
    for (const quantity of [...quantities].sort((a, b) => a - b)) {
      const lines = [{ sku: product.sku, quantity }, ...company]
      carts.set(JSON.stringify(lines), lines)
    }
  }
  return [...carts.values()]
}

/** The same products once, with the most that is asked of each. */
function mergeLines(lines: readonly CartLine[]): CartLine[] {
  const most = new Map<string, number>()
  for (const { sku, quantity } of lines) most.set(sku, Math.max(most.get(sku) ?? 0, quantity))
  return [...most].map(([sku, quantity]) => ({ sku, quantity }))
}

interface Asked {
  /** Units of the product beside limits. */
  readonly units: readonly number[]
  /** Other requirements. */
  readonly company: readonly CartLine[]
}

function askOf(entry: CompiledPromotion, product: Product, plan: CompiledPlan, now: Instant): Asked {
  const { promotion } = entry
  const measure = createMeasure(promotion, plan, createPlainOrder([], { now }))
  const countOf = ({ units, money = 0, basis = 'regular' }: Need, one: Product) =>
    units ?? measure.countFor(money, one, basis)
  const { own, others } = findNeeds(entry, product, plan)
  const units = own.flatMap(({ need, extra }) => {
    const count = countOf(need, product)
    return count === undefined ? [] : [count + extra - 1, count + extra, count + extra + 1]
  })
  const company = others.flatMap(({ need, other }): CartLine[] => {
    const quantity = countOf(need, other)
    return quantity === undefined ? [] : [{ sku: other.sku, quantity }]
  })
  return { units, company: mergeLines(company) }
}

/** Requirements of a promotion on the product and on others, each with a sample product. */
function findNeeds({ promotion }: CompiledPromotion, product: Product, plan: CompiledPlan) {
  const isIn = (reach: Reach, one: Product) => plan.matcherOf(reach)(one, one.regularPrice)
  const limits = definitionOf(promotion.mechanic).limits(promotion.mechanic, {
    findSample: ({ reach }) => (isIn(reach, product) ? product : findCheapest(plan, reach)),
    isIn,
  })
  const own: readonly { readonly need: Need; readonly extra: number }[] = [
    ...limits.map(({ need, extra = 0 }) => ({ need, extra })),
    ...findGoodsLimits(promotion.when).map(({ need }) => ({ need, extra: 0 })),
    ...(promotion.limits.units == null ? [] : [{ need: { reach: {}, units: promotion.limits.units }, extra: 0 }]),
  ]
  const others = [...needsOf(promotion), ...limits.flatMap((limit) => limit.others ?? [])].flatMap((need) => {
    const other = isIn(need.reach, product) ? undefined : findCheapest(plan, need.reach)
    return other ? [{ need, other }] : []
  })
  return { own: own.filter(({ need }) => isIn(need.reach, product)), others }
}

/** The products that any cart of a product may hold beside it. */
export function findCompany(product: Product, live: readonly CompiledPromotion[], plan: CompiledPlan): Product[] {
  return [...new Set(live.flatMap((entry) => findNeeds(entry, product, plan).others.map(({ other }) => other)))]
}

/** The cheapest product of a reach that costs anything; of equal ones the first of the catalogue. */
function findCheapest(plan: CompiledPlan, reach: Reach): Product | undefined {
  let known = CHEAPEST.get(plan)
  if (!known) CHEAPEST.set(plan, (known = new Map()))
  const matches = plan.matcherOf(reach)
  if (known.has(matches)) return known.get(matches)
  const found = plan.catalogue.products.reduce<Product | undefined>((best, one) => {
    if (one.regularPrice <= 0 || !matches(one, one.regularPrice)) return best
    return best && best.regularPrice <= one.regularPrice ? best : one
  }, undefined)
  known.set(matches, found)
  return found
}

const CHEAPEST = new WeakMap<CompiledPlan, Map<unknown, Product | undefined>>()
