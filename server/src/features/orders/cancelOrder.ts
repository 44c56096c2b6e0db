import { recordActivity } from '../../data/activity/activity.repository.ts'
import { lockStock } from '../../data/stock/stock.repository.ts'
import type { Clock } from '../../platform/clock.ts'
import { reopenCodes } from '../../data/codes/codes.repository.ts'
import { addingCounts } from '../../data/counts/counts.repository.ts'
import { ask, askTogether } from '../../platform/db/ask.ts'
import { isDatabaseAway } from '../../platform/db/isDatabaseAway.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { countingOrder } from '../../data/shoppers/shoppers.repository.ts'
import { sumUnits } from './needed.ts'
import { takingFromStock } from '../../data/orders/orders.repository.ts'

interface Row {
  number: string
  source: string
  shopper: string | null
  holder: string
  grand: number | string
  codes: string
  cancelled_at: Date | null
}

interface Cancelling {
  readonly id: number
  readonly by: string
  /** Only an order of that holder; null: any. */
  readonly holder: string | null
}

const MOST_TRIES = 12

/**
 * Cancels an order and gives back what it recorded, once; cancelled again, nothing happens. Throws `not-found`; `not-placed-here` for one that a
 * file brought.
 */
export async function cancelOrder(
  { database, clock }: { readonly database: Database; readonly clock: Clock },
  cancelling: Cancelling,
): Promise<void> {
  const { id } = cancelling
  const order = await find(database, cancelling)
  if (order.cancelled_at !== null) return
  let isWritten = false
  try {
    await transact(
      database,
      async (transaction) => {
        isWritten = false
        await giveBack(transaction, { ...cancelling, shopper: order.shopper, at: clock.now() })
        isWritten = true
      },
      { tries: MOST_TRIES },
    )
  } catch (thrown) {
    if (!isWritten || !isDatabaseAway(thrown)) throw thrown
    const now = await find(database, { ...cancelling, id }).catch(() => null)
    if (now?.cancelled_at == null) throw new AppError('ask-again', { cause: thrown })
  }
}

async function find(connection: Connection, { id, holder }: Cancelling): Promise<Row> {
  const [row] = await ask<Row>(
    connection,
    'select number, source, shopper, holder, grand, codes, cancelled_at from orders where id = ?',
    [id],
  )
  if (!row || (holder !== null && row.holder !== holder))
    throw new AppError('not-found', { facts: { kind: 'order', id: String(id) } })
  if (row.source === 'file') throw new AppError('not-placed-here')
  return row
}

/** In the order in which orders lock: shopper, order, codes, counts, stock. */
async function giveBack(
  transaction: Connection,
  { id, by, shopper, at }: Cancelling & { readonly shopper: string | null; readonly at: number },
): Promise<void> {
  if (shopper !== null) await ask(transaction, 'select id from shoppers where id = ? for update', [shopper])
  const [order] = await ask<Row>(
    transaction,
    'select number, codes, grand, cancelled_at from orders where id = ? for update',
    [id],
  )
  if (!order || order.cancelled_at !== null) return
  await reopenCodes(transaction, id, JSON.parse(order.codes) as string[])
  const uses = await ask<{ promotion: string; units: number; given: string; added: string }>(
    transaction,
    'select promotion, units, given, added from order_promotions where order_id = ?',
    [id],
  )
  const parts = uses.map(({ promotion, units, given, added }) => {
    return { promotion, uses: -1, units: -units, given: -Number(given), added: -Number(added) }
  })
  await askTogether(transaction, addingCounts(parts))
  await returnStock(transaction, id)
  await ask(transaction, 'update order_promotions set is_cancelled = 1 where order_id = ?', [id])
  await transaction('orders')
    .where({ id })
    .update({ cancelled_at: new Date(at), cancelled_by: by })
  if (shopper !== null)
    await askTogether(transaction, [countingOrder({ shopper, orders: -1, spent: -Number(order.grand) })])
  const detail = { name: order.number }
  await recordActivity(transaction, { at, by, action: 'cancel-order', subject: String(id), detail })
}

/** What was taken from a stock that is not counted any more is noted all the same, so that the books balance. */
async function returnStock(transaction: Connection, order: number): Promise<void> {
  const lines = await ask<{ sku: string; quantity: number }>(
    transaction,
    'select sku, quantity from order_lines where order_id = ? and from_stock = 1',
    [order],
  )
  if (lines.length === 0) return
  const taken = sumUnits(lines)
  const present = await lockStock(transaction, [...taken.keys()].sort())
  const isCounted = ([sku]: [string, number]) => (present.get(sku) ?? null) !== null
  const returned = [...taken].filter(isCounted).map(([sku, units]) => [sku, -units] as const)
  await askTogether(transaction, takingFromStock(new Map(returned)))
  const uncounted = [...taken].filter((one) => !isCounted(one))
  if (uncounted.length > 0)
    await transaction('stock_changes').insert(uncounted.map(([sku, units]) => ({ sku, delta: -units })))
}
