import type { CompiledPlan } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import { DAY_MS, type Instant, type MinorUnits } from '../values/index.ts'
import { pushSpan } from './spans.ts'
import { computePriceSpans, createPricers, type Viewer } from './timeline.ts'

/** A stretch of time in which the shop followed one plan and a product had one regular price; half-open. */
export interface PriceEpoch {
  readonly from: Instant
  readonly until: Instant
  readonly plan: CompiledPlan
  readonly regular: MinorUnits
  /** The release that the shop followed; null before the first one. */
  readonly release: number | null
}

/** A stretch of time in which a product had one shelf price, with its cause; half-open. */
export interface HistorySpan {
  readonly from: Instant
  readonly until: Instant
  readonly price: MinorUnits
  readonly regular: MinorUnits
  readonly promotions: readonly string[]
  readonly source: 'imported' | 'release'
  /** The release whose promotions made the price; null where none did. */
  readonly release: number | null
}

/** The only price that may honestly be crossed out beside a reduced one. */
interface PriorPrice {
  /** When the reduction began that holds now, with all that it grew out of without a gap. */
  readonly began: Instant
  /** The lowest shelf price of the days before; null where nothing is known of them. */
  readonly price: MinorUnits | null
  /** When it was that low, last. */
  readonly at: Instant | null
}

/** How many days before a reduction count, unless the store says otherwise. */
export const PRIOR_DAYS = 30

/** Price history of a product as disjoint spans, oldest first; equal neighbours are merged. */
export function computePriceHistory(
  product: Product,
  epochs: readonly PriceEpoch[],
  viewer: Viewer,
  pricerAt = createPricers(viewer),
): HistorySpan[] {
  const spans: HistorySpan[] = []
  for (const { from, until, plan, regular, release } of epochs) {
    const then = { ...product, regularPrice: regular }
    for (const span of computePriceSpans(plan, then, { from, to: until }, viewer, pricerAt)) {
      const from = span.promotions.length > 0 ? release : null
      pushSpan(spans, { ...span, source: 'release', release: from }, saysSame)
    }
  }
  return spans
}

/** Spans with others in their place wherever those lie; both oldest first and without overlap, neighbours that say the same joined. */
export function overlaySpans(under: readonly HistorySpan[], over: readonly HistorySpan[]): HistorySpan[] {
  const kept = under.flatMap((span) => {
    const above = over.filter(({ from, until }) => from < span.until && until > span.from)
    const starts = [span.from, ...above.map(({ until }) => until)]
    const ends = [...above.map(({ from }) => from), span.until]
    return starts
      .map((from, index) => ({ ...span, from, until: ends[index]! }))
      .filter(({ from, until }) => from < until)
  })
  return joinSpans([...kept, ...over].sort((a, b) => a.from - b.from))
}

/** Spans in their order, neighbours that say the same joined. */
export function joinSpans(spans: readonly HistorySpan[]): HistorySpan[] {
  const joined: HistorySpan[] = []
  for (const span of spans) pushSpan(joined, span, saysSame)
  return joined
}

function saysSame(a: HistorySpan, b: HistorySpan): boolean {
  const isSamePrice = a.price === b.price && a.regular === b.regular
  return isSamePrice && a.source === b.source && a.promotions.join() === b.promotions.join()
}

/**
 * The prior price of the reduction that holds at `now`; null where none holds. A reduction begins where the shelf price first fell below
 * the regular price and has stayed below since, so that one reduction after another without a gap counts as one. Of a product younger
 * than the days that count, what is known since its launch. Source: docs/pricing.md, "Prior price".
 */
export function computePriorPrice(
  history: readonly HistorySpan[],
  now: Instant,
  days: number = PRIOR_DAYS,
): PriorPrice | null {
  let index = history.findLastIndex(({ from, until }) => from <= now && now < until)
  const isReduced = (span: HistorySpan | undefined) => span !== undefined && span.price < span.regular
  if (!isReduced(history[index])) return null
  while (isReduced(history[index - 1]) && history[index - 1]!.until === history[index]!.from) index--
  const began = history[index]!.from
  const counted = history.slice(0, index).filter(({ until }) => until > began - days * DAY_MS)
  const lowest = counted.reduce<HistorySpan | null>(
    (best, span) => (best === null || span.price <= best.price ? span : best),
    null,
  )
  return { began, price: lowest?.price ?? null, at: lowest ? lowest.until - 1 : null }
}

/** Strike-through price: the regular price, at most the prior price; null if neither is higher than the shelf price. */
export function computeStruckPrice(
  { price, regular }: { readonly price: MinorUnits; readonly regular: MinorUnits },
  prior: MinorUnits | null,
): MinorUnits | null {
  if (price >= regular || prior === null) return null
  const struck = Math.min(regular, prior)
  return struck > price ? struck : null
}

/**
 * Reference of a reduction that starts at `from`: the lowest price of the days before, and since when a reduction has applied that it would
 * continue. `history` must reach up to `from`.
 */
export function computePriorBefore(
  history: readonly HistorySpan[],
  from: Instant,
  days: number = PRIOR_DAYS,
): { readonly price: MinorUnits | null; readonly reducedSince: Instant | null } {
  const past = history.filter((span) => span.from < from)
  const reduced: HistorySpan = {
    from,
    until: from + 1,
    price: 0,
    regular: 1,
    promotions: [],
    source: 'release',
    release: null,
  }
  const { began, price } = computePriorPrice([...past.map((span) => cutAt(span, from)), reduced], from, days)!
  return { price, reducedSince: began < from ? began : null }
}

function cutAt(span: HistorySpan, end: Instant): HistorySpan {
  return span.until > end ? { ...span, until: end } : span
}
