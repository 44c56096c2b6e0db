import { firstOf } from '../values/index.ts'
import { computeEdgeFacts, computeUnitsOnOffer, findRung, percentOff, type Promotion } from '../plan/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { Facts, Product } from '../terms/index.ts'
import {
  computeHorizon,
  computePriceSpans,
  computePublicPrice,
  computePriorBefore,
  computeStruckPrice,
  type HistorySpan,
  type Viewer,
} from '../time/index.ts'
import type { Instant, MinorUnits } from '../values/index.ts'

/** Units at a price, and what comes after them. */
interface UnitsLeft {
  readonly left: number
  /** How many there are at this price, sold ones included. */
  readonly of: number
  /** The price once they are sold; null where it stays. */
  readonly then: MinorUnits | null
}

/** A product's price as a page shows it to a viewer. */
export interface ShownPrice {
  readonly price: MinorUnits
  readonly struck: MinorUnits | null
  /** Saving on the strike-through price, as whole percent; 0 without one. */
  readonly percentOff: number
  /** When the price next changes by the clock, and to what; null where no change is known. */
  readonly next: { readonly at: Instant; readonly price: MinorUnits } | null
  /** Null where nothing limits how many there are at this price. */
  readonly left: UnitsLeft | null
  /** The promotions behind the price. */
  readonly promotions: readonly Promotion[]
}

interface Asking extends Viewer {
  readonly now: Instant
  /** The product's public price history up to `now`; without it, the was price is the regular price. */
  readonly history?: readonly HistorySpan[]
}

/**
 * Price of a product at an instant, as shown in shop and preview, and the next change by time and by units sold. The was price of every
 * viewer follows from what everybody paid. `plan` must contain the product. Source: docs/pricing.md, "What shoppers see".
 */
export function computeShownPrice(
  plan: CompiledPlan,
  product: Product,
  { now, history, ...viewer }: Asking,
): ShownPrice {
  const to = computeHorizon([plan], now)
  const spans = computePriceSpans(plan, product, { from: now, to }, viewer)
  const { price, regular, promotions: ids } = firstOf(spans)
  const entries = ids.flatMap((id) => plan.findPromotion(id) ?? [])
  const change = spans.find((span) => span.price !== price)
  const prior = history ? computePriorBefore(history, now, plan.store.priorDays).price : regular
  const struck = computeStruckPrice({ price, regular }, prior)
  return {
    price,
    struck,
    percentOff:
      struck === null ? 0 : percentOff(struck, price, findPercents(entries, product, { now, facts: viewer.facts })),
    next: change ? { at: change.from, price: change.price } : null,
    left: findLeast(entries.flatMap((entry) => countAtPrice(plan, product, { entry, price, now, viewer }) ?? [])),
    promotions: entries.map(({ promotion }) => promotion),
  }
}

/** The percentages that the promotions behind a price name themselves. */
function findPercents(
  entries: readonly CompiledPromotion[],
  { sku, regularPrice }: Product,
  { now, facts }: { readonly now: Instant; readonly facts: Facts },
): number[] {
  return entries.flatMap(({ id, promotion, rungs, act }) => {
    if (act.phase !== 1) return []
    const value = findRung(promotion, rungs, { now, facts: facts[id] ?? {} }) ?? act.valueFor(sku, regularPrice)
    return value && 'percent' in value && value.percent % 100 === 0 ? [value.percent / 100] : []
  })
}

interface Counting {
  readonly entry: CompiledPromotion
  readonly price: MinorUnits
  readonly now: Instant
  readonly viewer: Viewer
}

/** How many units a promotion has at its present price: until its limit or its next step; null where it has neither. */
function countAtPrice(plan: CompiledPlan, product: Product, { entry, price, now, viewer }: Counting): UnitsLeft | null {
  const { id, promotion, schedule } = entry
  const own = viewer.facts[id] ?? {}
  const sold = own.unitsSold ?? 0
  const sellable = computeEdgeFacts(promotion, { now, end: schedule.end })
  const edges = [...new Set(sellable.flatMap(({ side, facts }) => (side === 'at' && facts.unitsSold) || []))].sort(
    (a, b) => a - b,
  )
  const priceAt = (unitsSold: number) =>
    computePublicPrice(plan, product, now, { ...viewer, facts: { ...viewer.facts, [id]: { ...own, unitsSold } } }).price
  const turn = edges.find((edge) => edge > sold && priceAt(edge) !== price)
  // Where the price first was what it is now.
  const start = edges.findLast((edge) => edge <= sold && priceAt(edge - 1) !== price) ?? 0
  if (turn !== undefined) return { left: turn - sold, of: turn - start, then: priceAt(turn) }
  if (promotion.limits.units == null) return null
  const of = computeUnitsOnOffer(promotion.limits, { sold, now, end: schedule.end })
  return { left: Math.max(0, of - sold), of, then: null }
}

const findLeast = (lefts: readonly UnitsLeft[]): UnitsLeft | null =>
  lefts.reduce<UnitsLeft | null>((least, one) => (least && least.left <= one.left ? least : one), null)
