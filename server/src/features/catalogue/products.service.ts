import type { PricedProduct, ProductsAnswer, ProductsQuery, ReachAnswer, ReachQuestion } from '@novalex/contract'
import {
  checkPromotion,
  computeEdgeCarts,
  computeExpectedSales,
  computeFloor,
  computePublicPrice,
  computeReached,
  createPublicPricer,
  type Viewer,
  filterProducts,
  findFloored,
  findUnmoved,
  type CompiledPlan,
  type Instant,
  reachesOf,
  phaseOf,
  type Promotion,
  type Reach,
  type Product,
  type ProductFilter,
  type PublicPrice,
} from '@novalex/core'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'

const DEFAULT_SIZE = 50
const UNMOVED_SHOWN = 3

interface Asked extends Viewer {
  readonly now: Instant
}

/** Products at an instant under a plan, by text and category, in catalogue order: one page of them priced. */
export function computeProductPage(
  plan: CompiledPlan,
  { now, ...viewer }: Asked,
  query: ProductsQuery,
): ProductsAnswer {
  const size = Number(query.size ?? DEFAULT_SIZE)
  const from = (Number(query.page ?? 1) - 1) * size
  const found = searchProducts(plan, query)
  const priceOf = createPublicPricer(plan, now, viewer)
  const rows = found.slice(from, from + size).map((product) => describePrice(plan, product, priceOf(product)))
  return { total: found.length, rows }
}

export function priceProduct(plan: CompiledPlan, product: Product, { now, ...viewer }: Asked): PricedProduct {
  return describePrice(plan, product, computePublicPrice(plan, product, now, viewer))
}

export function describePrice(plan: CompiledPlan, product: Product, { price, cuts }: PublicPrice): PricedProduct {
  const causes = cuts.map(({ entry, amount, cutByFloor }) => {
    return { promotion: entry.promotion.id, name: entry.promotion.name, amount, cutByFloor }
  })
  return { product, shelf: price, floor: computeFloor(product, plan.store), causes }
}

/** The product of an SKU. Throws `not-found`. */
export function getProduct(plan: CompiledPlan, sku: string): Product {
  const product = plan.catalogue.bySku.get(sku)
  if (!product) throw new AppError('not-found', { facts: { kind: 'product', id: sku } })
  return product
}

/**
 * The products that a text (in name or SKU; every word must be there) and a category (with all below it) leave. Throws `not-found` for an unknown
 * category.
 */
export function searchProducts(
  plan: CompiledPlan,
  { search = '', category }: { readonly search?: string; readonly category?: string },
): readonly Product[] {
  if (category !== undefined && !plan.catalogue.categories.has(category))
    throw new AppError('not-found', { facts: { kind: 'category', id: category } })
  const filters: ProductFilter[] = [
    ...(category === undefined ? [] : [{ column: 'categories' as const, anyOf: [category] }]),
    ...(search.trim() === '' ? [] : [{ column: 'name' as const, text: search }]),
  ]
  return filterProducts(plan, filters)
}

/** Products in reach of a mechanic being edited. Validates its reaches like a promotion's. */
export function computeReachAnswer(
  { plan }: Pick<SourcedPlan, 'plan'>,
  soldOf: ReadonlyMap<string, number>,
  { mechanic, when = null, days }: ReachQuestion,
): ReachAnswer {
  const stacking = { group: plan.store.stackGroups[0] ?? '', mode: 'group' as const }
  const isStacked = [1, 2, 3].includes(phaseOf(mechanic))
  const probe: Promotion = { ...PROBE, mechanic, when, ...(isStacked ? { stacking } : {}) }
  const problems = checkPromotion(probe, plan)
  refuseIfAny(problems.filter(({ path }) => REACH_PATH.test(path)))
  const reaches = reachesOf(mechanic)
  const isShort = ({ sku, stock }: Product) => {
    const sold = soldOf.get(sku)
    return days !== undefined && stock !== null && sold !== undefined && computeExpectedSales(sold, days) > stock
  }
  const floored = problems.length === 0 ? findFloored(mechanic, plan) : []
  const unmoved = findUnmoved(mechanic, plan.catalogue)
  return {
    reaches: (reaches.length > 0 ? reaches : [{}]).map((reach) => sampleReach(plan, reach, isShort)),
    beside: problems.length === 0 ? findBeside(plan, probe) : [],
    unmoved: unmoved.length,
    unmovedSample: unmoved.slice(0, UNMOVED_SHOWN),
    floored: floored.length,
    flooredSample: floored.slice(0, UNMOVED_SHOWN),
  }
}

/** The products of the carts beside a promotion's limits, each once. */
function findBeside(plan: CompiledPlan, promotion: Promotion): Product[] {
  const skus = new Set(computeEdgeCarts(promotion, plan).flatMap(({ lines }) => lines.map(({ sku }) => sku)))
  return [...skus].slice(0, BESIDE_SHOWN).flatMap((sku) => plan.catalogue.bySku.get(sku) ?? [])
}

const BESIDE_SHOWN = 24

const REACH_PATH = /^mechanic\.(.*\.)?reach\b/

function sampleReach(
  { catalogue }: CompiledPlan,
  reach: Reach,
  isShort: (product: Product) => boolean,
): ReachAnswer['reaches'][number] {
  const reached = computeReached(reach, catalogue).toSorted((a, b) => a.regularPrice - b.regularPrice)
  const places = new Set([0, Math.floor((reached.length - 1) / 2), reached.length - 1])
  const short = reached.filter(isShort).length
  return { products: reached.length, short, sample: [...places].flatMap((place) => reached[place] ?? []) }
}

const PROBE = {
  id: 'probe',
  name: 'probe',
  rank: 1,
  state: 'draft',
  schedule: {},
  code: null,
  when: null,
  limits: {},
  ladder: null,
} as const
