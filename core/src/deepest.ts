import type { CompiledPlan } from './compilePlan.ts'
import { computeRungEdges } from './ladder.ts'
import type { BasisPoints } from './money.ts'
import type { Product } from './plan.ts'
import { computeScheduleEdges } from './schedule.ts'
import type { Instant } from './time.ts'
import { createPublicPricer, type Onlooker } from './timeline.ts'

/** The deepest combined reduction in a category during a stretch of time, and where it is found. */
export interface DeepestSpan {
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
  { from, to }: { readonly from: Instant; readonly to: Instant },
  onlooker: Onlooker,
): DeepestStrip[] {
  const edges = collectEdges(plan, from, to)
  const pricers = edges.map((edge) => createPublicPricer(plan, edge, onlooker))
  const roots = [...plan.catalogue.categories.values()].filter(({ parent }) => parent === null)
  return roots.flatMap(({ id }): DeepestStrip[] => {
    const ids = plan.catalogue.withDescendants.get(id)!
    const products = plan.catalogue.products.filter(({ categories }) => categories.some((one) => ids.has(one)))
    if (products.length === 0) return []
    const spans: DeepestSpan[] = []
    pricers.forEach((priceOf, at) => {
      const deepest = findDeepest(products, priceOf)
      const [start, until] = [edges[at]!, edges[at + 1] ?? to]
      const last = spans.at(-1)
      const isSame = last?.percent === deepest.percent && last.promotions.join() === deepest.promotions.join()
      if (isSame) spans[spans.length - 1] = { ...last, until }
      else spans.push({ from: start, until, ...deepest })
    })
    return [{ category: id, spans }]
  })
}

/** Every instant at which a shelf price may change, the beginning included. */
function collectEdges(plan: CompiledPlan, from: Instant, to: Instant): Instant[] {
  const edges = new Set<Instant>([from])
  for (const { promotion, schedule, rungs, phase } of plan.promotions) {
    if (phase > 1 || promotion.state !== 'ready') continue
    for (const edge of computeScheduleEdges(schedule, from, to)) edges.add(edge)
    for (const edge of computeRungEdges(promotion, rungs)) edges.add(edge)
  }
  return [...edges].filter((edge) => edge >= from && edge < to).sort((a, b) => a - b)
}

function findDeepest(
  products: readonly Product[],
  priceOf: ReturnType<typeof createPublicPricer>,
): Pick<DeepestSpan, 'percent' | 'sku' | 'promotions'> {
  let deepest: Pick<DeepestSpan, 'percent' | 'sku' | 'promotions'> = { percent: 0, sku: null, promotions: [] }
  for (const product of products) {
    const { regular, price, steps } = priceOf(product)
    const percent = regular === 0 ? 0 : Math.floor(((regular - price) * 10_000) / regular)
    if (percent > deepest.percent) {
      deepest = { percent, sku: product.sku, promotions: steps.map(({ entry }) => entry.promotion.id) }
    }
  }
  return deepest
}
