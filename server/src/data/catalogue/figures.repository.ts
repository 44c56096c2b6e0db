import { DAY_MS, type Instant } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import { loadRows } from '../../platform/db/loadRows.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { toDatetime } from '../../platform/db/toDatetime.ts'
import { createIncoming, DROP_INCOMING, lockStock, PRODUCTS_A_STEP, takeStock } from '../stock/index.ts'

/** Over how long units sold are counted. */
const SOLD_DAYS = 30

/** Units sold in the last 30 days, by SKU: in orders that stand, and elsewhere as a file reported it. Of the others nothing is known. */
export async function listSold(connection: Connection, now: Instant): Promise<Map<string, number>> {
  const elsewhere = await listSoldElsewhere(connection)
  const sold = new Map([...elsewhere].map(([sku, one]) => [sku, countRecent(one, now)]))
  const rows = await ask<{ sku: string; units: number | string }>(
    connection,
    `select order_lines.sku, sum(order_lines.quantity) as units
     from orders join order_lines on order_lines.order_id = orders.id
     where orders.placed_at > ? and orders.placed_at <= ? and orders.cancelled_at is null
     group by order_lines.sku`,
    [new Date(now - SOLD_DAYS * DAY_MS), new Date(now)],
  )
  for (const { sku, units } of rows) sold.set(sku, (sold.get(sku) ?? 0) + Number(units))
  return sold
}

/** Units sold in 30 days that are in no order here, as a file reported them. */
interface SoldElsewhere {
  readonly sold: number
  /** The end of these days; null: not known, so they count as the last ones. */
  readonly until: Instant | null
}

/** Share of the figure within the last 30 days, pro rata by day. */
function countRecent({ sold, until }: SoldElsewhere, now: Instant): number {
  if (until === null) return sold
  const share = 1 - (now - until) / (SOLD_DAYS * DAY_MS)
  return Math.round(sold * Math.min(1, Math.max(0, share)))
}

interface SoldRow {
  sku: string
  sold_30_days: number | null
  sold_until: Date | null
}

const toSold = ({ sold_30_days: sold, sold_until: until }: SoldRow): SoldElsewhere | null =>
  sold === null ? null : { sold, until: until?.getTime() ?? null }

export async function listSoldElsewhere(connection: Connection): Promise<Map<string, SoldElsewhere>> {
  const rows = await connection<SoldRow>('products')
    .select('sku', 'sold_30_days', 'sold_until')
    .whereNotNull('sold_30_days')
  return new Map(rows.map((row) => [row.sku, toSold(row)!]))
}

/** Current figure of one product; null: unknown. */
export async function findSoldElsewhere(connection: Connection, sku: string, now: Instant): Promise<number | null> {
  const row = await connection<SoldRow>('products').where({ sku }).first('sku', 'sold_30_days', 'sold_until')
  const known = row && toSold(row)
  return known ? countRecent(known, now) : null
}

/** A product's stock and what it sold elsewhere; an absent figure stays as it is. */
export interface StockFigures {
  readonly sku: string
  readonly stock?: number | null
  readonly elsewhere?: SoldElsewhere | null
}

/** Writes figures of known products that all have the same keys. */
export async function saveStock(
  transaction: Connection,
  figures: readonly StockFigures[],
  onProgress: (written: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const [first] = figures
  if (!first) return
  const [isStock, isSold] = ['stock' in first, 'elsewhere' in first]
  const columns = ['sku', ...(isStock ? ['stock'] : []), ...(isSold ? ['sold_30_days', 'sold_until'] : [])]
  for (let from = 0; from < figures.length; from += PRODUCTS_A_STEP) {
    const part = figures.slice(from, from + PRODUCTS_A_STEP)
    await ask(transaction, createIncoming(columns))
    const cells = part.map(({ sku, stock = null, elsewhere = null }) => [
      sku,
      ...(isStock ? [stock] : []),
      ...(isSold ? [elsewhere?.sold ?? null, elsewhere?.until == null ? null : toDatetime(elsewhere.until)] : []),
    ])
    await loadRows(transaction, { table: 'incoming', columns }, cells)
    if (isSold) await ask(transaction, TAKE_SALES)
    if (isStock) await takeStock(transaction, { isGiven: true })
    await onProgress(from + part.length)
  }
  await ask(transaction, DROP_INCOMING)
}

/** Stock set by hand; null: not counted. */
export interface StockChange {
  readonly sku: string
  readonly before: number | null
  readonly after: number | null
}

/** Takes changes back by their difference, since orders have counted the stock down meanwhile; never below 0. */
export async function undoStock(transaction: Connection, changes: readonly StockChange[]): Promise<void> {
  const present = await lockStock(
    transaction,
    changes.map(({ sku }) => sku),
  )
  const figures = changes.map(({ sku, before, after }): StockFigures => {
    const units = present.get(sku) ?? null
    const isCounted = before !== null && after !== null && units !== null
    return { sku, stock: isCounted ? Math.max(0, units + before - after) : before }
  })
  await saveStock(transaction, figures)
}

const TAKE_SALES = `
  update products join incoming on incoming.sku = products.sku 
  set products.sold_30_days = incoming.sold_30_days, products.sold_until = incoming.sold_until`
