import type { PricedProduct, ProductsAnswer, ProductsQuery, ReachAnswer } from '@novalex/contract'
import {
  checkPromotion,
  computeFloor,
  computePublicPrice,
  computeReached,
  createPublicPricer,
  findUnmoved,
  type CompiledPlan,
  type Instant,
  reachesOf,
  type Mechanic,
  type Reach,
  type Product,
  type PublicPrice,
} from '@novalex/core'
import { AppError, refuseIfAny } from '../http/AppError.ts'
import { ONLOOKER } from '../plan/ask.ts'

const DEFAULT_SIZE = 50
const UNMOVED_SHOWN = 3

/** Products at an instant under a plan: filtered, sorted, one page of them priced. */
export function computeProductPage(plan: CompiledPlan, now: Instant, query: ProductsQuery): ProductsAnswer {
  const { sort = 'position', order = 'asc', reduced } = query
  const size = Number(query.size ?? DEFAULT_SIZE)
  const from = (Number(query.page ?? 1) - 1) * size
  const found = findProducts(plan, query)
  const priceOf = createPublicPricer(plan, now, ONLOOKER)
  const toPriced = (product: Product) => describePrice(plan, product, priceOf(product))
  const needsPrices = reduced === 'true' || sort === 'shelf' || sort === 'saving'
  if (!needsPrices) {
    const sorted = sort === 'position' && order === 'asc' ? found : found.toSorted(compareBy(PRODUCT_KEYS[sort], order))
    return {
      total: found.length,
      rows: sorted.slice(from, from + size).map(toPriced),
    }
  }
  const priced = found.map(toPriced)
  const kept = reduced === 'true' ? priced.filter(({ product, shelf }) => shelf < product.regularPrice) : priced
  const sorted = sort === 'position' && order === 'asc' ? kept : kept.toSorted(compareBy(PRICED_KEYS[sort], order))
  return { total: kept.length, rows: sorted.slice(from, from + size) }
}

export function priceProduct(plan: CompiledPlan, product: Product, now: Instant): PricedProduct {
  return describePrice(plan, product, computePublicPrice(plan, product, now, ONLOOKER))
}

function describePrice(plan: CompiledPlan, product: Product, { price, steps }: PublicPrice): PricedProduct {
  const causes = steps.map(({ entry, amount, cutByFloor }) => {
    return { promotion: entry.promotion.id, name: entry.promotion.name, amount, cutByFloor }
  })
  return { product, shelf: price, floor: computeFloor(product, plan.store), causes }
}

export function getProduct(plan: CompiledPlan, sku: string): Product {
  const product = plan.catalogue.bySku.get(sku)
  if (!product) throw new AppError('not-found', { facts: { kind: 'product', id: sku } })
  return product
}

/** The products that a text (in name or SKU; every word must be there) and a category (with all below it) leave. */
export function findProducts(
  plan: CompiledPlan,
  { search = '', category }: { readonly search?: string; readonly category?: string },
): readonly Product[] {
  const words = fold(search).split(/\s+/).filter(Boolean)
  const ids = category === undefined ? null : plan.catalogue.withDescendants.get(category)
  if (ids === undefined) throw new AppError('not-found', { facts: { kind: 'category', id: category } })
  if (words.length === 0 && ids === null) return plan.catalogue.products
  return plan.catalogue.products.filter((product) => {
    if (ids && !product.categories.some((id) => ids.has(id))) return false
    const text = words.length > 0 ? fold(`${product.name} ${product.sku}`) : ''
    return words.every((word) => text.includes(word))
  })
}

/** What a mechanic under edit would reach. It is checked as a part of a promotion would be. */
export function computeReachAnswer(plan: CompiledPlan, mechanic: Mechanic): ReachAnswer {
  const probe = { ...PROBE, mechanic, stacking: { group: plan.store.stackGroups[0]!, mode: 'group' as const } }
  refuseIfAny(checkPromotion(probe, plan).filter(({ path }) => REACH_PATH.test(path)))
  const reaches = reachesOf(mechanic)
  const unmoved = mechanic.kind === 'markdown' ? findUnmoved(mechanic, plan.catalogue) : []
  return {
    reaches: (reaches.length > 0 ? reaches : [{}]).map((reach) => sampleReach(plan, reach)),
    unmoved: unmoved.length,
    unmovedSample: unmoved.slice(0, UNMOVED_SHOWN),
  }
}

const REACH_PATH = /^mechanic\.(.*\.)?reach\b/

function sampleReach({ catalogue }: CompiledPlan, reach: Reach): ReachAnswer['reaches'][number] {
  const reached = computeReached(reach, catalogue).toSorted((a, b) => a.regularPrice - b.regularPrice)
  const places = new Set([0, Math.floor((reached.length - 1) / 2), reached.length - 1])
  return { products: reached.length, sample: [...places].flatMap((place) => reached[place] ?? []) }
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

type Key<T> = (item: T) => string | number | null

const PRODUCT_KEYS = {
  position: () => 0,
  sku: (product) => product.sku,
  name: (product) => product.name,
  regular: (product) => product.regularPrice,
  stock: (product) => product.stock,
} satisfies Record<string, Key<Product>>

const PRICED_KEYS: Record<NonNullable<ProductsQuery['sort']>, Key<PricedProduct>> = {
  position: () => 0,
  sku: ({ product }) => product.sku,
  name: ({ product }) => product.name,
  regular: ({ product }) => product.regularPrice,
  stock: ({ product }) => product.stock,
  shelf: ({ shelf }) => shelf,
  saving: ({ product, shelf }) => product.regularPrice - shelf,
}

const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

/** Unknown values come last, whichever way it goes. */
function compareBy<T>(key: Key<T>, order: 'asc' | 'desc'): (a: T, b: T) => number {
  const sign = order === 'asc' ? 1 : -1
  return (first, second) => {
    const [a, b] = [key(first), key(second)]
    if (a === null || b === null) return Number(a === null) - Number(b === null)
    return sign * (typeof a === 'string' ? collator.compare(a, String(b)) : a - Number(b))
  }
}

/** Without case and accents. */
function fold(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
}
