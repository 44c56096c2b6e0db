import { computeEdgeFacts } from '../plan/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import type { Instant, MinorUnits } from '../values/index.ts'
import { computePublicPrice, type Viewer } from './timeline.ts'

/** Price from so many units sold. */
interface SoldPrice {
  readonly sold: number
  readonly regular: MinorUnits
  readonly price: MinorUnits
}

/** A product's price as it follows the sales of one promotion. */
interface UnitPrices {
  readonly promotion: string
  readonly name: string
  /** The instant at which it is computed: the one asked about, or the promotion's start if that is later. */
  readonly at: Instant
  readonly prices: readonly SoldPrice[]
}

/**
 * Prices of a product as each promotion with steps by units sold goes from rung to rung, and after its last unit; all other promotions as at
 * that instant. Omits promotions that change nothing. Source: docs/pricing.md, "Ladders".
 */
export function computeUnitPrices(plan: CompiledPlan, product: Product, now: Instant, viewer: Viewer): UnitPrices[] {
  return plan
    .findPricing(product)
    .filter(({ promotion: { state }, schedule }) => state === 'ready' && schedule.end > now)
    .map((entry) => ({
      promotion: entry.promotion.id,
      name: entry.promotion.name,
      at: Math.max(now, entry.schedule.start),
      prices: computeSoldPrices(plan, product, entry, { at: Math.max(now, entry.schedule.start), viewer }),
    }))
    .filter(({ prices }) => prices.length > 1)
}

function computeSoldPrices(
  plan: CompiledPlan,
  product: Product,
  { promotion, schedule }: CompiledPromotion,
  { at, viewer }: { readonly at: Instant; readonly viewer: Viewer },
): SoldPrice[] {
  const { ladder, limits } = promotion
  if (ladder?.by !== 'unitsSold' && ladder?.by !== 'unitsLeft' && limits.units == null) return []
  const starts = new Set([
    0,
    ...computeEdgeFacts(promotion, { now: at, end: schedule.end }).flatMap(({ side, facts }) =>
      side === 'at' ? (facts.unitsSold ?? []) : [],
    ),
  ])
  const prices: SoldPrice[] = []
  for (const sold of [...starts].sort((a, b) => a - b)) {
    const facts = { ...viewer.facts, [promotion.id]: { ...viewer.facts[promotion.id], unitsSold: sold } }
    const { regular, price } = computePublicPrice(plan, product, at, { ...viewer, facts })
    const last = prices.at(-1)
    if (last?.price !== price || last.regular !== regular) prices.push({ sold, regular, price })
  }
  return prices
}
