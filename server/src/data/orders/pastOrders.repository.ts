import type { Instant, MinorUnits } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import { loadRows } from '../../platform/db/loadRows.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { toDatetime } from '../../platform/db/toDatetime.ts'

/** An order of the time before Novalex, as a file brought it. */
export interface PastOrder {
  readonly number: string
  readonly placedAt: Instant
  readonly channel: string
  readonly shopper: string | null
  readonly email: string | null
  readonly delivery: { readonly option: string | null; readonly country: string | null; readonly paid: MinorUnits }
  readonly grand: MinorUnits
  readonly codes: readonly string[]
  readonly lines: readonly { readonly sku: string; readonly quantity: number; readonly paid: MinorUnits }[]
}

/** Returns those of some order numbers that exist. */
export async function listKnownNumbers(connection: Connection, numbers: readonly string[]): Promise<Set<string>> {
  const rows = await ask<{ number: string }>(connection, 'select number from orders where number in (?)', [numbers])
  return new Set(rows.map(({ number }) => number))
}

const ORDER_COLUMNS = [
  'number',
  'holder',
  'request_key',
  'request_hash',
  'placed_at',
  'source',
  'channel',
  'shopper',
  'email',
  'consent',
  'delivery_option',
  'country',
  'delivery_paid',
  'grand',
  'codes',
]

/** Inserts past orders and returns their ids. */
export async function insertPastOrders(transaction: Connection, orders: readonly PastOrder[]): Promise<number[]> {
  if (orders.length === 0) return []
  await loadRows(transaction, { table: 'orders', columns: ORDER_COLUMNS }, orders.map(toCells))
  const rows = await ask<{ id: number | string; number: string }>(
    transaction,
    'select id, number from orders where number in (?)',
    [orders.map(({ number }) => number)],
  )
  const ids = new Map(rows.map(({ id, number }) => [number, Number(id)]))
  await loadRows(
    transaction,
    { table: 'order_lines', columns: ['order_id', 'position', 'sku', 'quantity', 'gift', 'paid', 'from_stock'] },
    orders.flatMap(({ number, lines }) =>
      lines.map(({ sku, quantity, paid }, position) => [ids.get(number)!, position, sku, quantity, 0, paid, 0]),
    ),
  )
  return [...ids.values()]
}

/** In the order of `ORDER_COLUMNS`; the number is also the idempotency key. */
function toCells({ number, placedAt, channel, shopper, email, delivery, grand, codes }: PastOrder) {
  const head = [number, 'file', number, '', toDatetime(placedAt), 'file', channel, shopper, email, 0]
  return [...head, delivery.option, delivery.country, delivery.paid, grand, JSON.stringify(codes)]
}

/** Deletes the orders of a file, by the range of their ids, and returns their shoppers. */
export async function deletePastOrders(
  transaction: Connection,
  { from, to }: { readonly from: number; readonly to: number },
): Promise<string[]> {
  const isOwn = `source = 'file' and id between ? and ?`
  const shoppers = await ask<{ shopper: string }>(
    transaction,
    `select distinct shopper from orders where ${isOwn} and shopper is not null`,
    [from, to],
  )
  await ask(
    transaction,
    `delete order_lines from order_lines join orders on orders.id = order_lines.order_id where ${isOwn}`,
    [from, to],
  )
  await ask(transaction, `delete from orders where ${isOwn}`, [from, to])
  return shoppers.map(({ shopper }) => shopper)
}
