import type { CompiledPlan } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import { WHOLE, type BasisPoints, type Instant } from '../values/index.ts'
import { pushSpan } from './spans.ts'
import { computePriceSpans, createPricers, type Viewer } from './timeline.ts'

/** The deepest combined reduction in a category during a stretch of time, and where it is found. */
interface DeepestSpan {
  readonly from: Instant
  readonly until: Instant
  /** Off the regular price; 0 where nothing is reduced. */
  readonly percent: BasisPoints
  readonly sku: string | null
  readonly promotions: readonly string[]
}

export interface DeepestStrip {
  readonly category: string
  readonly spans: readonly DeepestSpan[]
}

/**
 * For each category at the root, all below it included, the deepest reduction of any product's shelf price through `from <= t < to`,
 * equal neighbours joined. Categories without products are left out.
 */
export function computeDeepest(
  plan: CompiledPlan,
  range: { readonly from: Instant; readonly to: Instant },
  viewer: Viewer,
): DeepestStrip[] {
  const pricerAt = createPricers(viewer)
  const cutsOf = (product: Product) => findCuts(plan, product, range, { viewer, pricerAt })
  const roots = [...plan.catalogue.categories.values()].filter(({ parent }) => parent === null)
  return roots.flatMap(({ id }): DeepestStrip[] => {
    const ids = plan.catalogue.withDescendants.get(id)!
    const products = plan.catalogue.products.filter(({ categories }) => categories.some((one) => ids.has(one)))
    return products.length === 0 ? [] : [{ category: id, spans: mergeDeepest(products.map(cutsOf), range) }]
  })
}

/** How deep one product is cut from an instant on. */
interface Cut {
  readonly from: Instant
  readonly percent: BasisPoints
  readonly sku: string
  readonly promotions: readonly string[]
}

/** A product is priced at its own edges alone, so that many promotions on other products cost nothing here. */
function findCuts(
  plan: CompiledPlan,
  product: Product,
  range: { readonly from: Instant; readonly to: Instant },
  { viewer, pricerAt }: { readonly viewer: Viewer; readonly pricerAt: ReturnType<typeof createPricers> },
): Cut[] {
  if (plan.findPricing(product).length === 0) return []
  return computePriceSpans(plan, product, range, viewer, pricerAt).map(({ from, regular, price }) => {
    const { cuts } = pricerAt(plan, from)(product)
    const percent = regular === 0 ? 0 : Math.floor(((regular - price) * WHOLE) / regular)
    return { from, percent, sku: product.sku, promotions: cuts.map(({ entry }) => entry.promotion.id) }
  })
}

const NOTHING = { percent: 0, sku: null, promotions: [] }

/** The deepest of several products as time goes on; of equal ones the first. */
function mergeDeepest(
  products: readonly (readonly Cut[])[],
  { from, to }: { readonly from: Instant; readonly to: Instant },
): DeepestSpan[] {
  const changes = products.flatMap((cuts, place) => cuts.map((cut) => ({ place, cut })))
  changes.sort((a, b) => a.cut.from - b.cut.from)
  const present: (Cut | undefined)[] = products.map(() => undefined)
  const spans: DeepestSpan[] = []
  for (let at = 0; at < changes.length || spans.length === 0;) {
    const start = changes[at]?.cut.from ?? from
    for (; changes[at]?.cut.from === start; at++) present[changes[at]!.place] = changes[at]!.cut
    let deepest: Omit<DeepestSpan, 'from' | 'until'> = NOTHING
    for (const cut of present) if (cut && cut.percent > deepest.percent) deepest = cut
    const until = changes[at]?.cut.from ?? to
    pushSpan(
      spans,
      { from: start, until, percent: deepest.percent, sku: deepest.sku, promotions: deepest.promotions },
      isSameDepth,
    )
  }
  return spans
}

function isSameDepth(a: DeepestSpan, b: DeepestSpan): boolean {
  return a.percent === b.percent && a.promotions.join() === b.promotions.join()
}
