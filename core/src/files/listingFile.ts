import { parseStars } from '../catalogue/index.ts'
import type { ProductListing } from '../terms/index.ts'
import { parseAmount } from '../values/index.ts'
import { formatMoney } from './cells.ts'
import { PRODUCT_LIMITS } from './productFile.ts'
import type { CellReader, TableFormat } from './tableFile.ts'

const SOURCE_MAX = 120

/** What is said of a known product beside its own prices; what the file has no column for is left as it is. */
export interface ListingRow extends ProductListing {
  readonly sku: string
}

const LISTING_COLUMNS = ['sku', 'rating', 'reviews', 'reference_price', 'reference_source', 'reference_date'] as const
export type ListingColumn = (typeof LISTING_COLUMNS)[number]

export const LISTING_FORMAT: TableFormat<ListingColumn, ListingRow> = {
  columns: LISTING_COLUMNS,
  required: ['sku'],
  key: ['sku'],
  numbers: ['rating', 'reviews', 'reference_price'],
  example: ['PAD-A4', '4.6', '128', '14.90', 'Manufacturer’s price list', '2027-01-10'],
  parse: (read) => ({
    sku: read.text('sku', PRODUCT_LIMITS.sku),
    rating: readRating(read),
    reviews: read.count('reviews'),
    referencePrice: readReference(read),
    referenceSource: read.isEmpty('reference_source') ? '' : read.text('reference_source', SOURCE_MAX),
    referenceOn: read.isEmpty('reference_date') ? null : read.moment('reference_date').slice(0, 10),
  }),
}

/** A price of nothing is no price. */
function readReference(read: CellReader<ListingColumn>): number | null {
  const price = read.amount('reference_price')
  if (price === 0 && parseAmount(read.text('reference_price', 40)) === 0)
    read.complain('amount-zero', 'reference_price', { given: 0 })
  return price
}

/** Stars as they are written, `4.6`, in tenths. */
function readRating(read: CellReader<ListingColumn>): number | null {
  if (read.isEmpty('rating')) return null
  const given = read.text('rating', 40)
  const tenths = parseStars(given)
  if (tenths === null) read.complain('not-a-rating', 'rating', { given: given.slice(0, 40) })
  return tenths
}

export const LISTING_FIELDS: Readonly<Record<Exclude<ListingColumn, 'sku'>, keyof ProductListing>> = {
  rating: 'rating',
  reviews: 'reviews',
  reference_price: 'referencePrice',
  reference_source: 'referenceSource',
  reference_date: 'referenceOn',
}

export function formatListingRow(row: ListingRow): string[] {
  return [
    row.sku,
    row.rating === null ? '' : (row.rating / 10).toFixed(1),
    row.reviews === null ? '' : String(row.reviews),
    formatMoney(row.referencePrice),
    row.referenceSource,
    row.referenceOn ?? '',
  ]
}
