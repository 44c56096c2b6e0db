import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import type { Instant } from '../values/index.ts'
import { computeHorizon, computePriceSpans, type Viewer, type PriceSpan } from './timeline.ts'

/** Whether two promotions on one item add up, keep each other out, or never hold at the same time. */
export type Meeting = 'together' | 'apart' | 'never'

interface Meetings {
  /** All that look at the product and are not over, by rank. */
  readonly promotions: readonly string[]
  /** For each of them its meeting with each, in the same order; null with itself. */
  readonly meetings: readonly (readonly (Meeting | null)[])[]
  /** The stretch in which its shelf price is lowest. */
  readonly lowest: PriceSpan
}

/** All that may ever meet on a product from `now` on. Source: docs/pricing.md, "Stacking". */
export function computeMeetings(plan: CompiledPlan, product: Product, now: Instant, viewer: Viewer): Meetings {
  const entries = [...plan.findPricing(product), ...plan.findOffers(product)]
    .filter(({ promotion: { state }, schedule }) => (state === 'ready' || state === 'paused') && schedule.end > now)
    .sort((a, b) => a.promotion.rank - b.promotion.rank)
  const spans = computePriceSpans(plan, product, { from: now, to: computeHorizon([plan], now) }, viewer)
  return {
    promotions: entries.map(({ promotion }) => promotion.id),
    meetings: entries.map((one) => entries.map((other) => (one === other ? null : meet(one, other, plan)))),
    lowest: spans.reduce((best, span) => (span.price < best.price ? span : best)),
  }
}

function meet(one: CompiledPromotion, other: CompiledPromotion, plan: CompiledPlan): Meeting {
  const overlap = Math.min(one.schedule.end, other.schedule.end) > Math.max(one.schedule.start, other.schedule.start)
  if (!overlap) return 'never'
  if (!one.promotion.stacking || !other.promotion.stacking) return 'together'
  const [earlier, later] = isBefore(one, other) ? [one, other] : [other, one]
  return plan.rules.mayFollow(later.stack, earlier.stack) ? 'together' : 'apart'
}

/** In the order in which they are processed: by phase, then by rank. */
export function isBefore(one: CompiledPromotion, other: CompiledPromotion): boolean {
  return one.phase === other.phase ? one.promotion.rank < other.promotion.rank : one.phase < other.phase
}
