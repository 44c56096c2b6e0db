import type { MinorUnits } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** The facts of an order that cancelling it needs. */
export interface OrderHead {
  readonly number: string
  readonly source: string
  readonly shopper: string | null
  readonly holder: string
  readonly grand: MinorUnits
  readonly codes: readonly string[]
  readonly cancelledAt: Date | null
}

interface Row {
  number: string
  source: string
  shopper: string | null
  holder: string
  grand: number | string
  codes: string
  cancelled_at: Date | null
}

const COLUMNS = 'number, source, shopper, holder, grand, codes, cancelled_at'

export async function findOrderHead(connection: Connection, id: number): Promise<OrderHead | null> {
  const [row] = await ask<Row>(connection, `select ${COLUMNS} from orders where id = ?`, [id])
  return row ? toHead(row) : null
}

/** Locks an order until the transaction ends. */
export async function lockOrderHead(transaction: Connection, id: number): Promise<OrderHead | null> {
  const [row] = await ask<Row>(transaction, `select ${COLUMNS} from orders where id = ? for update`, [id])
  return row ? toHead(row) : null
}

const toHead = ({ grand, codes, cancelled_at: cancelledAt, ...row }: Row): OrderHead => {
  return { ...row, grand: Number(grand), codes: JSON.parse(codes), cancelledAt }
}

/** Returns the promotions that an order used. */
export async function listOrderUses(connection: Connection, id: number) {
  const rows = await ask<{ promotion: string; units: number; given: string; added: string }>(
    connection,
    'select promotion, units, given, added from order_promotions where order_id = ?',
    [id],
  )
  return rows.map(({ given, added, ...row }) => ({ ...row, given: Number(given), added: Number(added) }))
}

/** Returns the lines of an order whose units were taken from the stock. */
export async function listStockLines(connection: Connection, id: number) {
  return ask<{ sku: string; quantity: number }>(
    connection,
    'select sku, quantity from order_lines where order_id = ? and from_stock = 1',
    [id],
  )
}

/** Marks an order and its uses of promotions as cancelled. */
export async function markCancelled(
  transaction: Connection,
  id: number,
  { at, by }: { readonly at: number; readonly by: string },
): Promise<void> {
  await ask(transaction, 'update order_promotions set is_cancelled = 1 where order_id = ?', [id])
  await transaction('orders')
    .where({ id })
    .update({ cancelled_at: new Date(at), cancelled_by: by })
}
