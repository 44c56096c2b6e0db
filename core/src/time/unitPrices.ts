import { computeEdgeFacts } from '../plan/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import type { Instant, MinorUnits } from '../values/index.ts'
import { computePublicPrice, type Onlooker } from './timeline.ts'

/** What a product costs from so many units sold on. */
export interface UnitStep {
  readonly sold: number
  readonly regular: MinorUnits
  readonly price: MinorUnits
}

/** A product's price as it follows the sales of one promotion. */
export interface UnitPrices {
  readonly promotion: string
  readonly name: string
  /** The instant at which it is reckoned: the one asked about, or the promotion's start if that is later. */
  readonly at: Instant
  readonly steps: readonly UnitStep[]
}

/**
 * What a product costs as each promotion whose price follows the units sold goes from rung to rung, and after its last unit; all other promotions
 * as they are at that instant. Those that move nothing are left out. Source: docs/pricing.md, "Ladders".
 */
export function computeUnitPrices(
  plan: CompiledPlan,
  product: Product,
  now: Instant,
  onlooker: Onlooker,
): UnitPrices[] {
  return plan
    .findPricing(product)
    .filter(({ promotion: { state }, schedule }) => state === 'ready' && schedule.end > now)
    .map((entry) => ({
      promotion: entry.promotion.id,
      name: entry.promotion.name,
      at: Math.max(now, entry.schedule.start),
      steps: computeSteps(plan, product, entry, { at: Math.max(now, entry.schedule.start), onlooker }),
    }))
    .filter(({ steps }) => steps.length > 1)
}

function computeSteps(
  plan: CompiledPlan,
  product: Product,
  { promotion }: CompiledPromotion,
  { at, onlooker }: { readonly at: Instant; readonly onlooker: Onlooker },
): UnitStep[] {
  const { ladder, limits } = promotion
  if (ladder?.by !== 'unitsSold' && ladder?.by !== 'unitsLeft' && limits.units == null) return []
  const starts = new Set([
    0,
    ...computeEdgeFacts(promotion).flatMap(({ side, facts }) => (side === 'at' ? (facts.unitsSold ?? []) : [])),
  ])
  const steps: UnitStep[] = []
  for (const sold of [...starts].sort((a, b) => a - b)) {
    const facts = { ...onlooker.facts, [promotion.id]: { ...onlooker.facts[promotion.id], unitsSold: sold } }
    const { regular, price } = computePublicPrice(plan, product, at, { ...onlooker, facts })
    const last = steps.at(-1)
    if (last?.price !== price || last.regular !== regular) steps.push({ sold, regular, price })
  }
  return steps
}
