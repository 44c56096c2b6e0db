import { joinSpans, overlaySpans, type HistorySpan, type Product } from '@novalex/core'
import { LRUCache } from 'lru-cache'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import type { StoreRecord } from '../../data/store/index.ts'
import { listPastPrices, listShownPrices } from '../../data/prices/index.ts'
import { listRegularPrices, type RegularPrice } from '../../data/catalogue/index.ts'

/** Stored price history of a product. */
interface KnownPast {
  /** Imported prices, followed by shown prices as far as they are stored. */
  readonly spans: readonly HistorySpan[]
  /** Oldest first; none of a product whose prices were never noted. */
  readonly regular: readonly RegularPrice[]
}

const KEPT_PRODUCTS = 5000
/** More at once are asked for once and not kept. */
const MOST_KEPT = 1000

/** The past stays as it is until products change or more of it is written, so a shop that shows the same products reads it once. */
export function createKnownPast(database: Database) {
  const kept = new LRUCache<string, KnownPast>({ max: KEPT_PRODUCTS })
  let state = ''

  return {
    async of(
      products: readonly Product[],
      { store, channel }: { readonly store: StoreRecord; readonly channel: string },
    ): Promise<ReadonlyMap<string, KnownPast>> {
      const present = `${store.catalogueRevision} ${store.shownUntil}`
      if (present !== state) kept.clear()
      state = present
      const known = new Map<string, KnownPast>()
      const missing: string[] = []
      for (const { sku } of products) {
        const one = kept.get(`${channel} ${sku}`)
        if (one) known.set(sku, one)
        else missing.push(sku)
      }
      const read =
        missing.length > 0
          ? await readKnownPast(database, missing, { ...store, channel })
          : new Map<string, KnownPast>()
      for (const [sku, one] of read) {
        known.set(sku, one)
        if (missing.length <= MOST_KEPT && state === present) kept.set(`${channel} ${sku}`, one)
      }
      return known
    },
  }
}

/** Stored price history of some products in a channel. */
export async function readKnownPast(
  connection: Connection,
  skus: readonly string[],
  { shownUntil, channel }: Pick<StoreRecord, 'shownUntil'> & { readonly channel: string },
): Promise<Map<string, KnownPast>> {
  const [past, regular, shown] = await Promise.all([
    listPastPrices(connection, skus),
    listRegularPrices(connection, skus),
    listShownPrices(connection, skus, channel),
  ])
  return new Map(
    skus.map((sku) => {
      const own = past.get(sku) ?? []
      const prices = regular.get(sku) ?? []
      const from = own.at(-1)?.until ?? -Infinity
      const plain = shownUntil === null ? [] : toPlainSpans(prices, { from, to: shownUntil })
      return [sku, { spans: joinSpans([...own, ...overlaySpans(plain, shown.get(sku) ?? [])]), regular: prices }]
    }),
  )
}

/** As if nothing had ever been reduced: the regular prices, one after the other. */
function toPlainSpans(
  prices: readonly RegularPrice[],
  { from, to }: { readonly from: number; readonly to: number },
): HistorySpan[] {
  return prices.flatMap(({ since, price }, index): HistorySpan[] => {
    const start = Math.max(since, from)
    const until = Math.min(prices[index + 1]?.since ?? to, to)
    if (start >= until) return []
    return [{ from: start, until, price, regular: price, promotions: [], source: 'release', release: null }]
  })
}
