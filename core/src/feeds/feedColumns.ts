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
  | 'occasion'
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

type Write = (item: FeedItem) => string

const MILLION = 1_000_000n

/** An amount in another currency, rounded half up. */
export function convertAmount(amount: MinorUnits, rate: number): MinorUnits {
  const product = BigInt(amount) * BigInt(rate)
  return Number((product + MILLION / 2n) / MILLION)
}

/** Writes money as a column has it. */
function createMoneyWriter({ currency = 'after', decimal, convert }: FeedColumn, place: FeedPlace) {
  const code = convert?.currency ?? place.currency
  const [before, after] = [currency === 'before' ? `${code} ` : '', currency === 'after' ? ` ${code}` : '']
  return (amount: MinorUnits | null): string => {
    if (amount === null) return ''
    const plain = formatAmount(convert ? convertAmount(amount, convert.rate) : amount)
    return before + (decimal === 'comma' ? plain.replace('.', ',') : plain) + after
  }
}

function createMomentWriter({ date = 'iso' }: FeedColumn, { zone }: FeedPlace) {
  return (at: Instant): string => (date === 'day' ? dateOf(toLocal(at, zone)) : toOffsetIso(at, zone))
}

const isInStock = ({ stock }: FeedItem) => stock === null || stock > 0

/** How each field is written, made once for a column. */
const WRITERS: Readonly<Record<FeedField, (column: FeedColumn, place: FeedPlace) => Write>> = {
  sku: () => (item) => item.product.sku,
  name: () => (item) => item.product.name,
  link: (_column, { link }) => createLinkWriter(link),
  availability: ({ availability }) => {
    const [yes, no] =
      availability === 'schema'
        ? ['https://schema.org/InStock', 'https://schema.org/OutOfStock']
        : ['in stock', 'out of stock']
    return (item) => (isInStock(item) ? yes! : no!)
  },
  price: (column, place) => {
    const write = createMoneyWriter(column, place)
    return ({ price }) => write(price)
  },
  salePrice: (column, place) => {
    const write = createMoneyWriter(column, place)
    return ({ sale }) => write(sale?.price ?? null)
  },
  salePeriod:
    (_column, { zone }) =>
    ({ sale }) =>
      sale ? `${toOffsetIso(sale.from, zone)}/${toOffsetIso(sale.until, zone)}` : '',
  saleFrom: (column, place) => {
    const write = createMomentWriter(column, place)
    return ({ sale }) => (sale ? write(sale.from) : '')
  },
  // A day as an end is the last one on which the price holds.
  saleUntil: (column, place) => {
    const write = createMomentWriter(column, place)
    return ({ sale }) => (sale ? write(column.date === 'day' ? sale.until - 1 : sale.until) : '')
  },
  currentPrice: (column, place) => {
    const write = createMoneyWriter(column, place)
    return ({ current }) => write(current)
  },
  categories:
    (_column, { catalogue }) =>
    ({ product }) =>
      product.categories.map((id) => categoryPath(catalogue.categories, id).join(' > ')).join(' | '),
  family: () => (item) => item.product.family ?? '',
  tags: () => (item) => item.product.tags.join(' | '),
  stock: () => (item) => (item.stock === null ? '' : String(item.stock)),
  rating:
    ({ decimal }) =>
    ({ listing: { rating } }) => {
      if (rating === null) return ''
      const text = (rating / 10).toFixed(1)
      return decimal === 'comma' ? text.replace('.', ',') : text
    },
  reviews:
    () =>
    ({ listing: { reviews } }) =>
      reviews === null ? '' : String(reviews),
  referencePrice: (column, place) => {
    const write = createMoneyWriter(column, place)
    return ({ listing }) => write(listing.referencePrice)
  },
  occasion: () => (item) => item.occasion,
  text:
    ({ text = '' }) =>
    () =>
      text,
}

function createLinkWriter(link: string): Write {
  const parts = link.split('{sku}')
  return ({ product: { sku } }) => parts.join(encodeURIComponent(sku))
}

/** Writes the cells of products, column by column. */
export function createRowWriter(columns: readonly FeedColumn[], place: FeedPlace): (item: FeedItem) => string[] {
  const writers = columns.map((column) => WRITERS[column.field](column, place))
  return (item) => writers.map((write) => write(item))
}
