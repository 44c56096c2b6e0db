import type { CodeFate } from '@novalex/contract'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

const SHOWN = 50

/** Returns the orders that used a code, the newest first: 50 at most; with a promotion, those in which the code opened it. */
export async function listOrdersWith(
  connection: Connection,
  code: string,
  promotion?: string,
): Promise<CodeFate['orders']> {
  const rows = await ask<{ id: number | string; number: string; placed_at: Date; is_cancelled: number }>(
    connection,
    `select orders.id, orders.number, orders.placed_at, order_promotions.is_cancelled
     from order_promotions join orders on orders.id = order_promotions.order_id
     where order_promotions.code = ? ${promotion === undefined ? '' : 'and order_promotions.promotion = ?'}
     order by orders.placed_at desc limit ${SHOWN}`,
    promotion === undefined ? [code] : [code, promotion],
  )
  return rows.map((row) => ({
    id: String(row.id),
    number: row.number,
    placedAt: row.placed_at.toISOString(),
    isCancelled: Boolean(row.is_cancelled),
  }))
}
