import { formatAmount, type MinorUnits } from '../values/index.ts'
import { PRODUCT_LIMITS } from './productFile.ts'
import { formatList } from './cells.ts'
import type { CellReader, TableFormat } from './tableFile.ts'

/** A line of a past order; what belongs to the order stands in each of its lines. */
export interface OrderRow {
  readonly number: string
  /** As in the file: an instant, or the store's clock. */
  readonly placedAt: string
  /** A shopper's id, or '' for a guest. */
  readonly shopper: string
  readonly email: string
  readonly channel: string
  readonly option: string
  readonly deliveryPrice: MinorUnits
  readonly country: string
  readonly sku: string
  readonly quantity: number
  /** For all units of the line. */
  readonly paid: MinorUnits
  readonly codes: readonly string[]
}

/** The columns of an order file, in the order in which they are written. */
export const ORDER_COLUMNS = [
  'number',
  'placed_at',
  'shopper',
  'email',
  'channel',
  'delivery_option',
  'delivery_price',
  'country',
  'sku',
  'quantity',
  'paid',
  'codes',
] as const
export type OrderColumn = (typeof ORDER_COLUMNS)[number]

/** A number, or an id, of an order as it stands in files. */
const LONGEST_NUMBER = 64

export const ORDER_FORMAT: TableFormat<OrderColumn, OrderRow> = {
  columns: ORDER_COLUMNS,
  required: ['number', 'placed_at', 'sku', 'quantity', 'paid'],
  maxRows: 1_000_000,
  // An order may hold a product on several lines.
  key: [],
  numbers: ['delivery_price', 'quantity', 'paid'],
  example: [
    ...['A-1001', '2027-01-05 14:30', 's-0001', 'alma@example.test', 'web', 'parcel', '4.90', 'AT'],
    ...['PAD-A4', '2', '25.80', 'SPRING'],
  ],
  parse: (read) => {
    const optional = (column: OrderColumn) => (read.isEmpty(column) ? '' : keep(read.text(column, LONGEST_NUMBER)))
    return {
      number: keep(read.text('number', LONGEST_NUMBER)),
      placedAt: keep(read.moment('placed_at')),
      shopper: optional('shopper'),
      email: read.isEmpty('email') ? '' : keep(read.text('email', 254)),
      channel: optional('channel'),
      option: optional('delivery_option'),
      deliveryPrice: read.amount('delivery_price') ?? 0,
      country: optional('country'),
      sku: keep(read.text('sku', PRODUCT_LIMITS.sku)),
      quantity: readQuantity(read),
      paid: read.requiredAmount('paid'),
      codes: read.list('codes', { max: 64, listed: 50 }),
    }
  },
}

function readQuantity(read: CellReader<OrderColumn>): number {
  const quantity = read.count('quantity')
  if (quantity === null || quantity < 1) read.complain('too-small', 'quantity', { limit: 1 })
  return quantity ?? 1
}

const KEPT_TEXTS = 200_000
const texts = new Map<string, string>()

/** Files repeat the same few texts in a million lines; each is in memory once, and not as a part of the file's text. */
function keep(text: string): string {
  let known = texts.get(text)
  if (known === undefined) {
    if (texts.size >= KEPT_TEXTS) texts.clear()
    known = ` ${text}`.slice(1)
    texts.set(known, known)
  }
  return known
}

/** The cells of a line, in the order of `ORDER_COLUMNS`; `ORDER_FORMAT` reads them back to the same line. */
export function formatOrderRow(row: OrderRow): string[] {
  return [
    ...[row.number, row.placedAt, row.shopper, row.email, row.channel, row.option],
    ...[row.option === '' ? '' : formatAmount(row.deliveryPrice), row.country, row.sku, String(row.quantity)],
    ...[formatAmount(row.paid), formatList(row.codes)],
  ]
}
