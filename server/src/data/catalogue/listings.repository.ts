import { NO_LISTING, type ProductListing } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import { loadRows } from '../../platform/db/loadRows.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { createIncoming, DROP_INCOMING, PRODUCTS_A_STEP } from '../stock/index.ts'

interface ListingRow {
  sku: string
  rating: number | null
  reviews: number | null
  reference_price: number | null
  reference_source: string | null
  reference_on: string | null
}

const FIELDS = ['rating', 'reviews', 'reference_price', 'reference_source', 'reference_on'] as const

const SELECT = `select sku, rating, reviews, reference_price, reference_source,
  date_format(reference_on, '%Y-%m-%d') as reference_on from products`

/** What is known of products beside their own prices, by SKU; products of which nothing is are absent. */
export async function listListings(connection: Connection): Promise<Map<string, ProductListing>> {
  const known = FIELDS.map((field) => `${field} is not null`).join(' or ')
  const rows = await ask<ListingRow>(connection, `${SELECT} where ${known} order by position`)
  return new Map(rows.map((row) => [row.sku, toListing(row)]))
}

export async function findListing(connection: Connection, sku: string): Promise<ProductListing> {
  const [row] = await ask<ListingRow>(connection, `${SELECT} where sku = ?`, [sku])
  return row ? toListing(row) : NO_LISTING
}

/** Writes them whole, of known products. */
export async function saveListings(
  transaction: Connection,
  listings: readonly (readonly [sku: string, listing: ProductListing])[],
  onProgress: (written: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  for (let from = 0; from < listings.length; from += PRODUCTS_A_STEP) {
    const part = listings.slice(from, from + PRODUCTS_A_STEP)
    await ask(transaction, createIncoming(['sku', ...FIELDS]))
    const cells = part.map(([sku, one]) => [
      sku,
      one.rating,
      one.reviews,
      one.referencePrice,
      one.referenceSource === '' ? null : one.referenceSource,
      one.referenceOn,
    ])
    await loadRows(transaction, { table: 'incoming', columns: ['sku', ...FIELDS] }, cells)
    await ask(transaction, TAKE_LISTINGS)
    await onProgress(from + part.length)
  }
  await ask(transaction, DROP_INCOMING)
}

const TAKE_LISTINGS = `
  update products join incoming on incoming.sku = products.sku
  set ${FIELDS.map((field) => `products.${field} = incoming.${field}`).join(', ')}`

const toListing = (row: ListingRow): ProductListing => ({
  rating: row.rating,
  reviews: row.reviews,
  referencePrice: row.reference_price,
  referenceSource: row.reference_source ?? '',
  referenceOn: row.reference_on,
})
