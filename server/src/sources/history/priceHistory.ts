import {
  MINUTE_MS,
  computePriceHistory,
  computePriorPrice,
  computeStruckPrice,
  createPricers,
  joinSpans,
  type HistorySpan,
  type Instant,
  type MinorUnits,
  type PastFacts,
  type Product,
} from '@novalex/core'
import { LRUCache } from 'lru-cache'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { RecentFigures } from '../figures/recentFigures.ts'
import { guestIn } from '../plans/resolveQuestion.ts'
import type { SourcedPlan } from '../plans/planSource.ts'
import { findReleasedPlan, listReleasesSince, type ReleasedPlan } from '../../data/releases/index.ts'
import { getStore, partnersOf } from '../../data/store/index.ts'
import { compileReleased } from './compileReleased.ts'
import { createKnownPast } from './knownPast.ts'
import { listCountedPrices, readPastFacts } from './readPastFacts.ts'
import { toEpochs, type Followed } from './toEpochs.ts'

const KEPT_RELEASES = 50
const KEPT_PASTS = 10
/** How old it may be what was sold. */
const RECENT_MS = 1000
const PROGRESS_STEP = 500

interface PastQuestion {
  readonly promotions: readonly string[]
  readonly since: Instant
}

interface HistoryQuestion {
  /** Plan in force from now on. */
  readonly ahead: Pick<SourcedPlan, 'plan' | 'release'>
  readonly now: Instant
  readonly to: Instant
  /** The channel whose prices they are; the shop's unless one is named. */
  readonly channel?: string | undefined
  readonly onProgress?: (share: number) => void
}

export interface PriceHistory {
  /** Price of each product until `to`, oldest first: imported, then as shown by the shop, and from now on as `ahead` plans it. */
  of(products: readonly Product[], question: HistoryQuestion): Promise<Map<string, HistorySpan[]>>
}

/**
 * Nothing is written when a price changes by itself at midnight. What the shop showed is written, span by span, with each release and
 * whenever products change (see `settleShownPrices`); what it showed since then is worked out from the releases that it followed since, which
 * is one nearly always. The past is priced with what had been used up at each instant, and from the present on with what has been so far.
 */
export function createPriceHistory(database: Database, figures: Pick<RecentFigures, 'facts'>): PriceHistory {
  // A release never changes. One that could not be read is asked for again.
  const released = new LRUCache<number, ReleasedPlan>({
    max: KEPT_RELEASES,
    ignoreFetchAbort: true,
    fetchMethod: (number) => findReleasedPlan(database, number),
  })

  const known = createKnownPast(database)
  // A shop asks for the same with each product that it shows.
  const pasts = new LRUCache<string, PastFacts, PastQuestion>({
    max: KEPT_PASTS,
    ttl: RECENT_MS,
    ignoreFetchAbort: true,
    fetchMethod: (_key, _stale, { context }) => readPastFacts(database, context.promotions, context.since),
  })

  return {
    async of(products, { ahead, now, to, channel, onProgress }) {
      const store = await getStore(database)
      const past = await known.of(products, { store, channel: guestIn(channel).channel })
      const goods = { categories: [...ahead.plan.catalogue.categories.values()], products }
      const partners = partnersOf(store)
      const written = store.shownUntil ?? -Infinity
      const followed = await Promise.all(
        (await listReleasesSince(database, store.shownUntil)).map(async ({ number, at }): Promise<Followed> => {
          const isAhead = ahead.release === number
          const plan = isAhead ? ahead.plan : compileReleased(await released.forceFetch(number), goods, partners)
          return { release: number, from: Date.parse(at), plan }
        }),
      )
      const bare = compileReleased({ store: ahead.plan.store, promotions: [], sets: [] }, goods, partners)
      const before = { release: null, from: -Infinity, plan: bare }
      const present = { release: followed.at(-1)?.release ?? null, from: now, plan: ahead.plan }
      const counted = listCountedPrices(followed.map(({ plan }) => plan))
      const since = Math.max(written, followed[0]?.from ?? -Infinity)
      const facts = await figures.facts()
      const sold = await pasts.forceFetch(`${since} ${counted.join()}`, { context: { promotions: counted, since } })
      const pastGuest = { ...guestIn(channel), past: sold }
      // Where the past ends the present begins with the same counts.
      const guest = { ...guestIn(channel), facts: { ...facts, ...sold.at(Infinity) } }
      const [pastPricerAt, pricerAt] = [createPricers(pastGuest), createPricers(guest)]
      return new Map(
        products.map((product, index) => {
          if (index % PROGRESS_STEP === 0) onProgress?.(index / products.length)
          const { spans, regular } = past.get(product.sku)!
          const prices = regular.length > 0 ? regular : [{ since: now, price: product.regularPrice }]
          const imported = spans.findLast(({ source }) => source === 'imported')?.until ?? -Infinity
          const range = { from: Math.max(imported, written), to }
          const epochs = toEpochs([before, ...followed, present], prices, range)
          const shown = epochs.filter(({ from }) => from < now)
          const worked = computePriceHistory(product, shown, pastGuest, pastPricerAt)
          const planned = computePriceHistory(product, epochs.slice(shown.length), guest, pricerAt)
          return [product.sku, joinSpans([...spans.filter(({ from }) => from < to), ...worked, ...planned])]
        }),
      )
    },
  }
}

/** Moments are asked about to the minute: in the minute that runs, the moment is the present, from which a plan holds. */
export function presentOf(now: Instant, at: Instant): Instant {
  return at <= now && at > now - MINUTE_MS ? at : now
}

/** Strike-through price of each product at `at` under a plan; products without one are omitted. */
export async function computeStruckPrices(
  history: PriceHistory,
  products: readonly Product[],
  { ahead, now, at, channel }: Pick<HistoryQuestion, 'ahead' | 'now' | 'channel'> & { readonly at: Instant },
): Promise<Map<string, MinorUnits>> {
  const struck = new Map<string, MinorUnits>()
  if (products.length === 0) return struck
  const histories = await history.of(products, { ahead, now: presentOf(now, at), to: at + 1, channel })
  for (const [sku, spans] of histories) {
    const present = spans.findLast(({ from, until }) => from <= at && at < until)
    const price = present
      ? computeStruckPrice(present, computePriorPrice(spans, at, ahead.plan.store.priorDays)?.price ?? null)
      : null
    if (price !== null) struck.set(sku, price)
  }
  return struck
}
