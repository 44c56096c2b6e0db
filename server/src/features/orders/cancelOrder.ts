import { recordActivity } from '../../data/activity/index.ts'
import { lockStock, noteUncounted, takingFromStock } from '../../data/stock/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { reopenCodes } from '../../data/codes/index.ts'
import { addingCounts } from '../../data/counts/index.ts'
import { askTogether } from '../../platform/db/ask.ts'
import { isDatabaseAway } from '../../platform/db/isDatabaseAway.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import {
  findOrderHead,
  listOrderUses,
  listStockLines,
  lockOrderHead,
  markCancelled,
  type OrderHead,
} from '../../data/orders/index.ts'
import { queueWebhooks } from '../../data/webhooks/index.ts'
import { countingOrder, lockShopper } from '../../data/shoppers/index.ts'
import { sumUnits } from './needed.ts'

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
  if (order.cancelledAt !== null) return
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
    if (now?.cancelledAt == null) throw new AppError('outcome-unknown', { cause: thrown })
  }
}

async function find(connection: Connection, { id, holder }: Cancelling): Promise<OrderHead> {
  const order = await findOrderHead(connection, id)
  if (!order || (holder !== null && order.holder !== holder))
    throw new AppError('not-found', { facts: { kind: 'order', id: String(id) } })
  if (order.source === 'file') throw new AppError('not-placed-here')
  return order
}

/** Locks in the order in which orders lock: shopper, order, codes, counts, stock. */
async function giveBack(
  transaction: Connection,
  { id, by, shopper, at }: Cancelling & { readonly shopper: string | null; readonly at: number },
): Promise<void> {
  if (shopper !== null) await lockShopper(transaction, shopper)
  const order = await lockOrderHead(transaction, id)
  if (order?.cancelledAt !== null) return
  await reopenCodes(transaction, id, order.codes)
  const uses = await listOrderUses(transaction, id)
  const parts = uses.map(({ promotion, units, given, added }) => {
    return { promotion, uses: -1, units: -units, given: -given, added: -added }
  })
  await askTogether(transaction, addingCounts(parts))
  await returnStock(transaction, id)
  await markCancelled(transaction, id, { at, by })
  if (shopper !== null) await askTogether(transaction, [countingOrder({ shopper, orders: -1, spent: -order.grand })])
  const detail = { name: order.number }
  await queueWebhooks(transaction, { event: 'order.cancelled', at, data: { id: String(id), number: order.number } })
  await recordActivity(transaction, { at, by, action: 'cancel-order', subject: String(id), detail })
}

/** Returns what an order took from the stock. Of products that are not counted any more it is noted all the same, so that a recount adds up. */
async function returnStock(transaction: Connection, order: number): Promise<void> {
  const lines = await listStockLines(transaction, order)
  if (lines.length === 0) return
  const taken = sumUnits(lines)
  const present = await lockStock(transaction, [...taken.keys()].sort())
  const isCounted = ([sku]: [string, number]) => (present.get(sku) ?? null) !== null
  const returned = [...taken].filter(isCounted).map(([sku, units]) => [sku, -units] as const)
  await askTogether(transaction, takingFromStock(new Map(returned)))
  await noteUncounted(transaction, new Map([...taken].filter((one) => !isCounted(one))))
}
