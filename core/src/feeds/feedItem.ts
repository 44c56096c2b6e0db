import { NO_LISTING } from '../catalogue/index.ts'
import type { CompiledPlan } from '../pricing/index.ts'
import type { Product, ProductListing } from '../terms/index.ts'
import { createStretchPricer, type PublicPrice, type Stretch, type Viewer } from '../time/index.ts'
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
  /** Flag of the occasion behind the reduced price that holds now; empty: none. */
  readonly occasion: string
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
  const pricer = createStretchPricer(plan, { from: now - BACK_MS, to: now + AHEAD_MS }, viewer)
  const end = now + daysAhead * DAY_MS
  return (product) => {
    const { regular, price: current, periods, present } = findPeriods(product, pricer, { now, end })
    const sale = periods[0] ?? null
    const isTold = current >= regular || (sale !== null && sale.from <= now)
    const listing = listings.get(product.sku) ?? NO_LISTING
    const own = stock.get(product.sku) ?? null
    return {
      product,
      stock: own,
      listing,
      price: isTold ? regular : current,
      current,
      sale,
      periods,
      occasion: flagOf(plan, present),
    }
  }
}

function flagOf({ flags }: CompiledPlan, { cuts }: PublicPrice): string {
  if (flags.size === 0) return ''
  return cuts.flatMap(({ entry }) => flags.get(entry.id)?.text ?? [])[0] ?? ''
}

type Pricer = ReturnType<typeof createStretchPricer>

interface Found {
  readonly price: MinorUnits
  readonly regular: MinorUnits
  readonly periods: readonly SalePeriod[]
  /** The price now, with what makes it. */
  readonly present: PublicPrice
}

const NO_PERIODS: readonly SalePeriod[] = []

/** The price now, and the reduced prices that hold now or begin before `end`, with start and end; neighbours of one price are one period. */
function findPeriods(
  product: Product,
  pricer: Pricer,
  { now, end }: { readonly now: Instant; readonly end: Instant },
): Found {
  const { priceIn } = pricer
  const stretches = pricer.stretchesOf(product)
  const at = stretches.findIndex(({ until }) => now < until)
  const present = priceIn(stretches[at]!, product)
  const { price, regular } = present
  if (!stretches.some(({ isActing }) => isActing)) return { price, regular, present, periods: NO_PERIODS }
  const periods: SalePeriod[] = []
  let open = null as { readonly from: Instant; readonly price: MinorUnits; last: PublicPrice } | null
  for (let index = at; index < stretches.length; index++) {
    const stretch = stretches[index]!
    const found = index === at ? present : priceIn(stretch, product)
    if (open?.price === found.price) {
      open.last = found
      continue
    }
    if (open) periods.push({ from: open.from, until: stretch.from, price: open.price })
    open = null
    if (index > at && stretch.from >= end) break
    if (found.price >= found.regular) continue
    const from = index === at ? findBegin(product, pricer, { stretches, at, found }) : stretch.from
    open = { from, price: found.price, last: found }
  }
  // Where the look ends nothing has changed yet: what makes the price ends beyond.
  if (open) periods.push({ from: open.from, until: findEdge(open.last, 'end'), price: open.price })
  if (periods.length === 0) return { price, regular, present, periods: NO_PERIODS }
  return {
    price,
    regular,
    present,
    periods: periods.filter(({ from, until }) => Number.isFinite(from) && Number.isFinite(until)),
  }
}

interface Present {
  readonly stretches: readonly Stretch[]
  /** The one that holds now. */
  readonly at: number
  readonly found: PublicPrice
}

/** Since when the present price holds; where the look begins it did already: what makes it began before. */
function findBegin(product: Product, { priceIn }: Pricer, { stretches, at, found }: Present): Instant {
  let own = found
  for (let first = at; first > 0; first--) {
    const before = priceIn(stretches[first - 1]!, product)
    if (before.price !== found.price || before.price >= before.regular) return stretches[first]!.from
    own = before
  }
  return findEdge(own, 'start')
}

/** When the last of what makes a price began, or the first of it ends. */
function findEdge({ cuts, setBy }: PublicPrice, key: 'start' | 'end'): Instant {
  const edges = [...cuts.map(({ entry }) => entry), ...(setBy ? [setBy] : [])].map(({ schedule }) => schedule[key])
  return key === 'start' ? Math.max(...edges) : Math.min(...edges)
}
