import { HOUR_MS, type Facts, type ProductListing } from '@novalex/core'
import { LRUCache } from 'lru-cache'
import { type CodeShape, listShapes } from '../../data/codes/index.ts'
import { listListings, listSold } from '../../data/catalogue/index.ts'
import { listStock, listStockOf } from '../../data/stock/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { findLatestSale } from '../../data/orders/index.ts'
import { getStore, type StoreRecord } from '../../data/store/index.ts'
import { listCounts, toFacts } from '../../data/counts/index.ts'

/** How old a figure may be that a cart or a screen shows; orders read them anew. */
const RECENT_MS = 1000
const KEPT_SKUS = 20_000

/** Usage, stock and store settings, at most one second old. */
export interface RecentFigures {
  facts(): Promise<Facts>
  /** Of some products, by SKU; null: not counted. */
  stock(skus: readonly string[]): Promise<Readonly<Record<string, number | null>>>
  /** Of every product whose stock is counted, with a number that is another one whenever any of it, or what was sold, may have changed. */
  allStock(catalogueRevision: number): Promise<AllStock>
  /** Units sold in the 30 days before an instant, by SKU. */
  sold(catalogueRevision: number, now: number): Promise<ReadonlyMap<string, number>>
  /** What is known of products beside their own prices, by SKU; products of which nothing is are absent. */
  listings(catalogueRevision: number): Promise<ReadonlyMap<string, ProductListing>>
  store(): Promise<StoreRecord>
  /** How the codes of batches look. */
  shapes(): Promise<readonly CodeShape[]>
  /** Lets go of what has turned out to be older than what is true. */
  forget(): void
}

interface AllStock {
  readonly sale: number
  readonly bySku: ReadonlyMap<string, number>
}

export function createRecentFigures(database: Database): RecentFigures {
  // `ignoreFetchAbort`: clearing an entry must not reject callers that already await its fetch.
  const facts = new LRUCache<'all', Facts>({
    max: 1,
    ttl: RECENT_MS,
    ignoreFetchAbort: true,
    fetchMethod: async () => toFacts(await listCounts(database)),
  })
  const store = new LRUCache<'store', StoreRecord>({
    max: 1,
    ttl: RECENT_MS,
    ignoreFetchAbort: true,
    fetchMethod: () => getStore(database),
  })
  const shapes = new LRUCache<'all', readonly CodeShape[]>({
    max: 1,
    ttl: RECENT_MS,
    ignoreFetchAbort: true,
    fetchMethod: () => listShapes(database),
  })
  let latestSale: number | null = null
  const sale = new LRUCache<'latest', number>({
    max: 1,
    ttl: RECENT_MS,
    ignoreFetchAbort: true,
    fetchMethod: async () => {
      const latest = await findLatestSale(database)
      // Counts from before a sale must not be combined with the sale's number, under which answers are cached.
      if (latest !== latestSale) facts.clear()
      latestSale = latest
      return latest
    },
  })
  const allStock = new LRUCache<string, AllStock, number>({
    max: 1,
    ignoreFetchAbort: true,
    fetchMethod: async (_key, _stale, { context }) => ({ sale: context, bySku: await listStock(database) }),
  })
  const sold = new LRUCache<string, ReadonlyMap<string, number>, number>({
    max: 1,
    ignoreFetchAbort: true,
    fetchMethod: (_key, _stale, { context: now }) => listSold(database, now),
  })
  const listings = new LRUCache<number, ReadonlyMap<string, ProductListing>>({
    max: 1,
    ignoreFetchAbort: true,
    fetchMethod: () => listListings(database),
  })
  const stock = new LRUCache<string, { readonly units: number | null }>({ max: KEPT_SKUS, ttl: RECENT_MS })
  return {
    facts: () => facts.forceFetch('all'),
    store: () => store.forceFetch('store'),
    shapes: () => shapes.forceFetch('all'),
    listings: (catalogueRevision) => listings.forceFetch(catalogueRevision),
    async allStock(catalogueRevision) {
      const latest = await sale.forceFetch('latest')
      return allStock.forceFetch(`${catalogueRevision} ${latest}`, { context: latest })
    },
    async sold(catalogueRevision, now) {
      const latest = await sale.forceFetch('latest')
      // What falls out of the 30 days does so by the hour.
      return sold.forceFetch(`${catalogueRevision} ${latest} ${Math.floor(now / HOUR_MS)}`, { context: now })
    },
    forget() {
      sale.clear()
      facts.clear()
      stock.clear()
    },
    async stock(skus) {
      const missing = skus.filter((sku) => !stock.has(sku))
      if (missing.length > 0) {
        const found = await listStockOf(database, missing)
        for (const sku of missing) stock.set(sku, { units: found.get(sku) ?? null })
      }
      return Object.fromEntries(skus.map((sku) => [sku, stock.get(sku)?.units ?? null]))
    },
  }
}
