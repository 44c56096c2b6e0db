import type { LowestPrice } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Asked {
  readonly channel: string
  /** Half-open. */
  readonly since: Date
  readonly until: Date
}

/** The least that a unit of each product cost in the orders of a channel that stand, by SKU, with the order that shows it; gifts do not count. */
export async function listLowestPaid(
  connection: Connection,
  { channel, since, until }: Asked,
): Promise<Map<string, LowestPrice>> {
  const rows = await ask<{ sku: string; price: number; number: string }>(
    connection,
    `select sku, price, number from (
       select l.sku, l.paid div l.quantity as price, o.number,
         row_number() over (partition by l.sku order by l.paid div l.quantity, o.placed_at desc, o.id) as place
       from orders o join order_lines l on l.order_id = o.id
       where o.channel = ? and o.placed_at >= ? and o.placed_at < ? and o.cancelled_at is null and l.gift = 0
     ) ranked where place = 1`,
    [channel, since, until],
  )
  return new Map(rows.map(({ sku, price, number }) => [sku, { price: Number(price), order: number }]))
}
