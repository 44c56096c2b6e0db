import type { CompiledCatalogue } from '../catalogue/index.ts'
import { categoryPath } from '../catalogue/index.ts'
import { dateOf, formatAmount, toLocal, toOffsetIso, type Instant, type MinorUnits } from '../values/index.ts'
import type { FeedItem } from './feedItem.ts'

/** What a column of a feed tells. */
export type FeedField =
  | 'sku'
  | 'name'
  | 'link'
  | 'availability'
  | 'price'
  | 'salePrice'
  | 'salePeriod'
  | 'saleFrom'
  | 'saleUntil'
  | 'currentPrice'
  | 'categories'
  | 'family'
  | 'tags'
  | 'stock'
  | 'rating'
  | 'reviews'
  | 'referencePrice'
  | 'text'

/** Another currency, for information: no cart is priced in it. */
export interface Conversion {
  readonly currency: string
  /** In millionths: how much of it one unit of the store's currency is. */
  readonly rate: number
  /** The day of the rate, `YYYY-MM-DD`. */
  readonly on: string
}

export interface FeedColumn {
  readonly name: string
  readonly field: FeedField
  /** Of money: where the currency stands; `none`: nowhere. Absent: after the amount. */
  readonly currency?: 'none' | 'before' | 'after'
  /** Of money and ratings. Absent: a point. */
  readonly decimal?: 'point' | 'comma'
  /** Of a moment. Absent: date, time and offset as in ISO 8601. */
  readonly date?: 'iso' | 'day'
  /** Of the availability. Absent: in words. */
  readonly availability?: 'words' | 'schema'
  readonly text?: string
  readonly convert?: Conversion
}

/** The fields that are money. */
export const MONEY_FIELDS: ReadonlySet<FeedField> = new Set(['price', 'salePrice', 'currentPrice', 'referencePrice'])

/** Where a feed is written. */
export interface FeedPlace {
  readonly currency: string
  readonly zone: string
  readonly catalogue: CompiledCatalogue
  /** Address of a product's page, with `{sku}` in the place of the SKU. */
  readonly link: string
}

/** The columns to begin with: plain names, or those of schema.org, an open vocabulary. */
export const FIRST_COLUMNS: Readonly<Record<'plain' | 'schema', readonly FeedColumn[]>> = {
  plain: [
    { name: 'sku', field: 'sku' },
    { name: 'name', field: 'name' },
    { name: 'link', field: 'link' },
    { name: 'availability', field: 'availability' },
    { name: 'price', field: 'price' },
    { name: 'sale price', field: 'salePrice' },
    { name: 'sale period', field: 'salePeriod' },
  ],
  schema: [
    { name: 'sku', field: 'sku' },
    { name: 'name', field: 'name' },
    { name: 'url', field: 'link' },
    { name: 'availability', field: 'availability', availability: 'schema' },
    { name: 'price', field: 'currentPrice', currency: 'none' },
    { name: 'validFrom', field: 'saleFrom' },
    { name: 'validThrough', field: 'saleUntil' },
  ],
}

type Write = (item: FeedItem, column: FeedColumn, place: FeedPlace) => string

const MILLION = 1_000_000n

/** An amount in another currency, rounded half up. */
export function convertAmount(amount: MinorUnits, rate: number): MinorUnits {
  const product = BigInt(amount) * BigInt(rate)
  return Number((product + MILLION / 2n) / MILLION)
}

function writeMoney(
  amount: MinorUnits | null,
  { currency = 'after', decimal, convert }: FeedColumn,
  place: FeedPlace,
): string {
  if (amount === null) return ''
  const plain = formatAmount(convert ? convertAmount(amount, convert.rate) : amount)
  const text = decimal === 'comma' ? plain.replace('.', ',') : plain
  const code = convert?.currency ?? place.currency
  if (currency === 'none') return text
  return currency === 'before' ? `${code} ${text}` : `${text} ${code}`
}

const writeMoment = (at: Instant, { date = 'iso' }: FeedColumn, { zone }: FeedPlace): string =>
  date === 'day' ? dateOf(toLocal(at, zone)) : toOffsetIso(at, zone)

const isInStock = ({ stock }: FeedItem) => stock === null || stock > 0

const WRITE: Readonly<Record<FeedField, Write>> = {
  sku: ({ product }) => product.sku,
  name: ({ product }) => product.name,
  link: ({ product }, _column, { link }) => link.replaceAll('{sku}', encodeURIComponent(product.sku)),
  availability: (item, { availability }) =>
    availability === 'schema'
      ? `https://schema.org/${isInStock(item) ? 'InStock' : 'OutOfStock'}`
      : isInStock(item)
        ? 'in stock'
        : 'out of stock',
  price: ({ price }, column, place) => writeMoney(price, column, place),
  salePrice: ({ sale }, column, place) => writeMoney(sale?.price ?? null, column, place),
  salePeriod: ({ sale }, _column, { zone }) =>
    sale ? `${toOffsetIso(sale.from, zone)}/${toOffsetIso(sale.until, zone)}` : '',
  saleFrom: ({ sale }, column, place) => (sale ? writeMoment(sale.from, column, place) : ''),
  // A day as an end is the last one on which the price holds.
  saleUntil: ({ sale }, column, place) =>
    sale ? writeMoment(column.date === 'day' ? sale.until - 1 : sale.until, column, place) : '',
  currentPrice: ({ current }, column, place) => writeMoney(current, column, place),
  categories: ({ product }, _column, { catalogue }) =>
    product.categories.map((id) => categoryPath(catalogue.categories, id).join(' > ')).join(' | '),
  family: ({ product }) => product.family ?? '',
  tags: ({ product }) => product.tags.join(' | '),
  stock: ({ stock }) => (stock === null ? '' : String(stock)),
  rating: ({ listing: { rating } }, { decimal }) => {
    if (rating === null) return ''
    const text = (rating / 10).toFixed(1)
    return decimal === 'comma' ? text.replace('.', ',') : text
  },
  reviews: ({ listing: { reviews } }) => (reviews === null ? '' : String(reviews)),
  referencePrice: ({ listing }, column, place) => writeMoney(listing.referencePrice, column, place),
  text: (_item, { text = '' }) => text,
}

/** The cells of a product, column by column. */
export function writeFeedRow(item: FeedItem, columns: readonly FeedColumn[], place: FeedPlace): string[] {
  return columns.map((column) => WRITE[column.field](item, column, place))
}
