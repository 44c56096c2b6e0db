import { NO_LISTING } from '../catalogue/index.ts'
import type { CompiledPlan } from '../pricing/index.ts'
import type { Product, ProductListing } from '../terms/index.ts'
import { computePriceSpans, createPricers, type Viewer } from '../time/index.ts'
import { DAY_MS, type Instant, type MinorUnits } from '../values/index.ts'

/** A stretch of time with a reduced price; half-open. */
export interface SalePeriod {
  readonly from: Instant
  readonly until: Instant
  readonly price: MinorUnits
}

/** A product as a feed tells of it. */
export interface FeedItem {
  readonly product: Product
  /** Null: not counted. */
  readonly stock: number | null
  readonly listing: ProductListing
  /** The regular price; the shelf price where that is lower without an end in sight. */
  readonly price: MinorUnits
  /** What a guest pays for one unit now. */
  readonly current: MinorUnits
  /** The reduced price that holds now, else the next one; null where there is none with a period. */
  readonly sale: SalePeriod | null
  /** All reduced prices that hold now or begin before the feed's window ends, in order. */
  readonly periods: readonly SalePeriod[]
}

/** How far back the start of a period that holds now is looked for, and how far ahead an end. */
const BACK_MS = 35 * DAY_MS
const AHEAD_MS = 100 * DAY_MS

interface Asking {
  readonly now: Instant
  /** Periods that begin within so many days are told ahead. */
  readonly daysAhead: number
  readonly viewer: Viewer
  /** Of counted products. */
  readonly stock: ReadonlyMap<string, number>
  readonly listings: ReadonlyMap<string, ProductListing>
}

/** What feeds tell of any number of products at one instant. A reduced price is told only with its period. Source: docs/channels.md, "Feeds". */
export function createFeedReader(
  plan: CompiledPlan,
  { now, daysAhead, viewer, stock, listings }: Asking,
): (product: Product) => FeedItem {
  const pricerAt = createPricers(viewer)
  const range = { from: now - BACK_MS, to: now + AHEAD_MS }
  const end = now + daysAhead * DAY_MS
  return (product) => {
    const { sku } = product
    const told = { product, stock: stock.get(sku) ?? null, listing: listings.get(sku) ?? NO_LISTING }
    const none = { ...told, price: product.regularPrice, current: product.regularPrice, sale: null, periods: [] }
    if (plan.findPricing(product).length === 0) return none
    const { regular, price: current } = pricerAt(plan, now)(product)
    const periods = findPeriods(plan, product, { range, viewer, pricerAt }).filter(
      ({ from, until }) => until > now && (from <= now || from < end),
    )
    const sale = periods[0] ?? null
    const isTold = current >= regular || (sale !== null && sale.from <= now)
    return { ...told, price: isTold ? regular : current, current, sale, periods }
  }
}

interface Looking {
  readonly range: { readonly from: Instant; readonly to: Instant }
  readonly viewer: Viewer
  readonly pricerAt: ReturnType<typeof createPricers>
}

/** Reduced prices of a product with a start and an end; neighbours of one price are one period. */
function findPeriods(plan: CompiledPlan, product: Product, { range, viewer, pricerAt }: Looking): SalePeriod[] {
  const periods: SalePeriod[] = []
  for (const { from, until, price, regular, promotions } of computePriceSpans(plan, product, range, viewer, pricerAt)) {
    if (price >= regular) continue
    const schedules = promotions.map((id) => plan.getPromotion(id).schedule)
    // Where the look ends nothing has changed yet: what makes the price began, or ends, beyond.
    const begin = from > range.from ? from : Math.max(...schedules.map(({ start }) => start))
    const stop = until < range.to ? until : Math.min(...schedules.map(({ end }) => end))
    const last = periods.at(-1)
    const goesOn = last?.until === begin && last.price === price
    if (goesOn) periods[periods.length - 1] = { ...last, until: stop }
    else periods.push({ from: begin, until: stop, price })
  }
  return periods.filter(({ from, until }) => Number.isFinite(from) && Number.isFinite(until))
}
