import { formatAmount, type MinorUnits } from '../values/index.ts'
import { formatMoney } from './cells.ts'
import { PRODUCT_LIMITS } from './productFile.ts'
import type { TableFormat } from './tableFile.ts'

/** New prices of a known product; what the file has no column for is left as it is. */
export interface PriceRow {
  readonly sku: string
  readonly regularPrice: MinorUnits
  readonly unitCost: MinorUnits | null
  readonly minimumPrice: MinorUnits | null
}

const PRICE_COLUMNS = ['sku', 'regular_price', 'unit_cost', 'minimum_price'] as const
type PriceColumn = (typeof PRICE_COLUMNS)[number]

export const PRICE_FORMAT: TableFormat<PriceColumn, PriceRow> = {
  columns: PRICE_COLUMNS,
  required: ['sku', 'regular_price'],
  key: ['sku'],
  numbers: ['regular_price', 'unit_cost', 'minimum_price'],
  example: ['PAD-A4', '12.90', '5.00', '9.00'],
  parse: (read) => ({
    sku: read.text('sku', PRODUCT_LIMITS.sku),
    regularPrice: read.requiredAmount('regular_price'),
    unitCost: read.amount('unit_cost'),
    minimumPrice: read.amount('minimum_price'),
  }),
}

export function formatPriceRow({ sku, regularPrice, unitCost, minimumPrice }: PriceRow): string[] {
  return [sku, formatAmount(regularPrice), formatMoney(unitCost), formatMoney(minimumPrice)]
}

/** Stock of a product, and units sold elsewhere in 30 days. Null: not counted, unknown. */
export interface StockRow {
  readonly sku: string
  readonly stock: number | null
  readonly sold: number | null
  /** Up to when these were sold, as in the file: an instant, or the store's clock; empty: up to the present. */
  readonly until: string
}

const STOCK_COLUMNS = ['sku', 'stock', 'sold_30_days', 'sold_until'] as const
type StockColumn = (typeof STOCK_COLUMNS)[number]

export const STOCK_FORMAT: TableFormat<StockColumn, StockRow> = {
  columns: STOCK_COLUMNS,
  required: ['sku'],
  key: ['sku'],
  numbers: ['stock', 'sold_30_days'],
  example: ['PAD-A4', '40', '12', '2027-03-01'],
  parse: (read) => ({
    sku: read.text('sku', PRODUCT_LIMITS.sku),
    stock: read.count('stock'),
    sold: read.count('sold_30_days'),
    until: read.isEmpty('sold_until') ? '' : read.moment('sold_until'),
  }),
}

export function formatStockRow({ sku, stock, sold, until }: StockRow): string[] {
  return [sku, count(stock), count(sold), until]
}

/** A shelf price that a product had, with the regular price of that time. Times as in the file: an instant, or the store's clock. */
export interface HistoryRow {
  readonly sku: string
  readonly from: string
  readonly until: string
  readonly price: MinorUnits
  readonly regular: MinorUnits
}

const HISTORY_COLUMNS = ['sku', 'from', 'until', 'price', 'regular_price'] as const
type HistoryColumn = (typeof HISTORY_COLUMNS)[number]

export const HISTORY_FORMAT: TableFormat<HistoryColumn, HistoryRow> = {
  columns: HISTORY_COLUMNS,
  required: HISTORY_COLUMNS,
  key: ['sku', 'from'],
  numbers: ['price', 'regular_price'],
  example: ['PAD-A4', '2027-01-01 00:00', '2027-01-15 00:00', '10.90', '12.90'],
  parse: (read) => ({
    sku: read.text('sku', PRODUCT_LIMITS.sku),
    from: read.moment('from'),
    until: read.moment('until'),
    price: read.requiredAmount('price'),
    regular: read.requiredAmount('regular_price'),
  }),
}

export function formatHistoryRow({ sku, from, until, price, regular }: HistoryRow): string[] {
  return [sku, from, until, formatAmount(price), formatAmount(regular)]
}

/** A product in a set, which the file calls by its name. */
export interface SetRow {
  readonly set: string
  readonly sku: string
}

const SET_COLUMNS = ['set', 'sku'] as const
type SetColumn = (typeof SET_COLUMNS)[number]

export const SET_FORMAT: TableFormat<SetColumn, SetRow> = {
  columns: SET_COLUMNS,
  required: SET_COLUMNS,
  key: ['set', 'sku'],
  numbers: [],
  example: ['School list', 'PAD-A4'],
  parse: (read) => ({ set: read.text('set', 120), sku: read.text('sku', PRODUCT_LIMITS.sku) }),
}

const count = (value: number | null) => (value === null ? '' : String(value))
