import { computeClockEdges, computeScheduleEdges } from '../plan/index.ts'
import {
  createPlainOrder,
  createSession,
  type CompiledPlan,
  type CompiledPromotion,
  type Session,
  type ShelfPrice,
} from '../pricing/index.ts'
import type { Delivery, Facts, Product, Shopper } from '../terms/index.ts'
import { DAY_MS, type Instant, type MinorUnits } from '../values/index.ts'
import type { PastFacts } from './pastFacts.ts'
import { pushSpan } from './spans.ts'

/** Who looks at a product page, and in which channel: a guest unless a shopper is named. */
export interface Viewer {
  readonly channel: string
  readonly facts: Facts
  readonly shopper?: Shopper | null
  /** As chosen for the cart; null or left out: not chosen yet. */
  readonly delivery?: Delivery | null
  /** For past moments: usage at that time, in place of `facts`. */
  readonly past?: PastFacts
}

/** A shelf price with the regular price of that moment. */
export interface PublicPrice extends ShelfPrice {
  readonly regular: MinorUnits
  /** The price steps that set the regular price; null where it is the catalogue's. */
  readonly setBy: CompiledPromotion | null
}

/** A stretch of time with one shelf price, one regular price and one set of causes, price steps first; half-open. */
export interface PriceSpan {
  readonly from: Instant
  readonly until: Instant
  readonly price: MinorUnits
  readonly regular: MinorUnits
  readonly promotions: readonly string[]
}

/** An instant at which shelf prices change: how many products, and what starts or ends there. */
export interface PriceMoment {
  readonly at: Instant
  readonly products: number
  readonly starts: readonly string[]
  readonly ends: readonly string[]
}

/** How far ahead weekly hours are walked where nothing ends. */
const OPEN_END_DAYS = 92

/** Shelf prices of any number of products as their pages show them to a viewer at one instant. */
export function createPublicPricer(plan: CompiledPlan, now: Instant, viewer: Viewer): PublicPricer {
  const session = lookAround(plan, now, viewer)
  return (product) => {
    const priced = session.priced(product)
    const { price, cuts } = session.shelfBefore(priced)
    return { regular: priced.regularPrice, setBy: session.stepOf(product), price, cuts }
  }
}

/** The shelf price of one product. */
export function computePublicPrice(plan: CompiledPlan, product: Product, now: Instant, viewer: Viewer): PublicPrice {
  return createPublicPricer(plan, now, viewer)(product)
}

/** The shelf price of one product as if the viewer met the conditions of some promotions; null where none of them may act. */
export function computePriceWith(
  plan: CompiledPlan,
  product: Product,
  { now, entries, ...viewer }: Viewer & { readonly now: Instant; readonly entries: readonly CompiledPromotion[] },
): MinorUnits | null {
  const session = lookAround(plan, now, viewer)
  return session.shelfWith(session.priced(product), entries)?.price ?? null
}

/** Regular prices at one instant: the catalogue's, or what price steps make of them. */
export function createRegularPricer(
  plan: CompiledPlan,
  now: Instant,
  viewer: Viewer,
): (product: Product) => MinorUnits {
  const session = lookAround(plan, now, viewer)
  return (product) => session.priced(product).regularPrice
}

function lookAround(plan: CompiledPlan, now: Instant, { past, facts, ...viewer }: Viewer): Session {
  return createSession(plan, createPlainOrder([], { ...viewer, now, facts: past?.at(now) ?? facts }))
}

type PublicPricer = (product: Product) => PublicPrice

/** Pricers of any plan and instant, each made once: many products share their edges. */
export function createPricers(viewer: Viewer): (plan: CompiledPlan, at: Instant) => PublicPricer {
  const pricers = new Map<CompiledPlan, Map<Instant, PublicPricer>>()
  return (plan, at) => {
    let own = pricers.get(plan)
    if (!own) pricers.set(plan, (own = new Map()))
    let pricer = own.get(at)
    if (!pricer) own.set(at, (pricer = createPublicPricer(plan, at, viewer)))
    return pricer
  }
}

interface Range {
  readonly from: Instant
  readonly to: Instant
}

/** A product's shelf price through `from <= t < to`, as spans without gap or overlap, equal neighbours joined. */
export function computePriceSpans(
  plan: CompiledPlan,
  product: Product,
  range: Range,
  viewer: Viewer,
  pricerAt = createPricers(viewer),
): PriceSpan[] {
  const { stretchesOf, priceIn } = createStretchPricer(plan, range, viewer, pricerAt)
  const spans: PriceSpan[] = []
  for (const stretch of stretchesOf(product)) {
    const { price, regular, setBy, cuts } = priceIn(stretch, product)
    const promotions = [...(setBy ? [setBy] : []), ...cuts.map(({ entry }) => entry)].map(({ id }) => id)
    pushSpan(spans, { from: stretch.from, until: stretch.until, price, regular, promotions }, saysSame)
  }
  return spans
}

/** A time in which the same promotions act with the same values; half-open. */
export interface Stretch {
  readonly from: Instant
  readonly until: Instant
  readonly isActing: boolean
}

interface StretchPricer {
  /** The stretches of a range through which a product has one price each, without gap or overlap. */
  stretchesOf(product: Product): readonly Stretch[]
  priceIn(stretch: Stretch, product: Product): PublicPrice
}

/** Prices of any number of products along time: those that the same promotions may reach share their stretches. */
export function createStretchPricer(
  plan: CompiledPlan,
  range: Range,
  viewer: Viewer,
  pricerAt = createPricers(viewer),
): StretchPricer {
  const known = new Map<readonly CompiledPromotion[], readonly Stretch[]>()
  return {
    stretchesOf(product) {
      const entries = plan.findPricing(product)
      let stretches = known.get(entries)
      if (!stretches) known.set(entries, (stretches = findStretches(plan, entries, { range, viewer })))
      return stretches
    },
    priceIn: ({ from, isActing }, product) =>
      isActing ? pricerAt(plan, from)(product) : toPlainPrice(product.regularPrice),
  }
}

const toPlainPrice = (price: MinorUnits): PublicPrice => ({ price, regular: price, setBy: null, cuts: [] })

function findStretches(
  plan: CompiledPlan,
  entries: readonly CompiledPromotion[],
  { range: { from, to }, viewer }: { readonly range: Range; readonly viewer: Viewer },
): Stretch[] {
  const edges = new Set<Instant>([from])
  for (const entry of entries) {
    const { promotion, schedule } = entry
    if (promotion.state !== 'ready') continue
    const switches = [...computeClockEdges(promotion, entry.rungs), ...(viewer.past?.switchesOf(entry) ?? [])]
    const inside = switches.filter((edge) => edge > from && edge < to)
    for (const edge of [...computeScheduleEdges(schedule, from, to), ...inside]) edges.add(edge)
  }
  const starts = [...edges].filter((edge) => edge < to).sort((a, b) => a - b)
  const stretches: (Stretch & { readonly acting: string })[] = []
  starts.forEach((start, index) => {
    const until = starts[index + 1] ?? to
    const acting = writeActing(lookAround(plan, start, viewer), entries)
    const last = stretches.at(-1)
    if (last?.acting === acting) stretches[stretches.length - 1] = { ...last, until }
    else stretches.push({ from: start, until, isActing: acting !== '', acting })
  })
  return stretches
}

/** What acts at an instant, with the values of ladders; conditions of price steps are not asked, since they judge by catalogue prices. */
function writeActing(session: Session, entries: readonly CompiledPromotion[]): string {
  return entries
    .flatMap((entry) => {
      const admission = entry.phase === 0 ? session.admitted(entry) : session.admittedWith(entry, [])
      return 'entry' in admission ? [`${entry.rank} ${JSON.stringify(admission.rung)}`] : []
    })
    .join('|')
}

function saysSame(a: PriceSpan, b: PriceSpan): boolean {
  return a.price === b.price && a.regular === b.regular && a.promotions.join() === b.promotions.join()
}

/** Every instant in `from < t < to` at which the shelf price of any product changes, ascending. */
export function computePriceMoments(
  plan: CompiledPlan,
  range: { readonly from: Instant; readonly to: Instant },
  viewer: Viewer,
): PriceMoment[] {
  const moments = new Map<Instant, { products: number; starts: Set<string>; ends: Set<string> }>()
  const pricerAt = createPricers(viewer)
  for (const product of plan.catalogue.products) {
    if (plan.findPricing(product).length === 0) continue
    const spans = computePriceSpans(plan, product, range, viewer, pricerAt)
    spans.slice(1).forEach((after, index) => {
      const before = spans[index]!
      if (before.price === after.price) return
      const moment = moments.get(after.from) ?? { products: 0, starts: new Set(), ends: new Set() }
      moment.products++
      after.promotions.filter((id) => !before.promotions.includes(id)).forEach((id) => moment.starts.add(id))
      before.promotions.filter((id) => !after.promotions.includes(id)).forEach((id) => moment.ends.add(id))
      moments.set(after.from, moment)
    })
  }
  return [...moments]
    .sort(([a], [b]) => a - b)
    .map(([at, { products, starts, ends }]) => ({ at, products, starts: [...starts], ends: [...ends] }))
}

/** The end of what is worth looking at from `now` on: a day past the last start or end, or `OPEN_END_DAYS` if that is later. */
export function computeHorizon(plans: readonly CompiledPlan[], now: Instant): Instant {
  const edges = plans.flatMap((plan) =>
    plan.promotions.flatMap(({ schedule, promotion, rungs }) => [
      schedule.start,
      schedule.end,
      ...computeClockEdges(promotion, rungs),
    ]),
  )
  const last = edges.filter(Number.isFinite).reduce((max, edge) => Math.max(max, edge), now)
  return Math.max(last + DAY_MS, now + OPEN_END_DAYS * DAY_MS)
}
