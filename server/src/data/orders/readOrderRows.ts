import { formatOrderRow, lastOf } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Row {
  order_id: number | string
  position: number
  number: string
  placed_at: Date
  shopper: string | null
  email: string | null
  channel: string
  delivery_option: string | null
  delivery_paid: number | string
  country: string | null
  sku: string
  quantity: number
  paid: number | string
  codes: string
}

const LINES_A_STEP = 20_000

/** All orders that stand, a line a row, as an order file has them; gifts are left out, since nobody paid for them. */
export async function* readOrderRows(
  connection: Connection,
  { seesBuyers }: { readonly seesBuyers: boolean },
): AsyncGenerator<string[][]> {
  for (let after: [number, number] = [0, 0]; ;) {
    const rows = await ask<Row>(
      connection,
      `select l.order_id, l.position, o.number, o.placed_at, o.shopper, o.email, o.channel, o.delivery_option,
         o.delivery_paid, o.country, l.sku, l.quantity, l.paid, o.codes
       from order_lines l join orders o on o.id = l.order_id
       where (l.order_id, l.position) > (?) and l.gift = 0 and o.cancelled_at is null
       order by l.order_id, l.position limit ${LINES_A_STEP}`,
      [after],
    )
    yield rows.map((row) =>
      formatOrderRow({
        number: row.number,
        placedAt: row.placed_at.toISOString(),
        shopper: row.shopper ?? '',
        email: seesBuyers ? (row.email ?? '') : '',
        channel: row.channel,
        option: row.delivery_option ?? '',
        deliveryPrice: Number(row.delivery_paid),
        country: row.country ?? '',
        sku: row.sku,
        quantity: row.quantity,
        paid: Number(row.paid),
        codes: JSON.parse(row.codes),
      }),
    )
    if (rows.length < LINES_A_STEP) return
    const last = lastOf(rows)
    after = [Number(last.order_id), last.position]
  }
}
