import { ask, type Statement } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { PRODUCTS_A_STEP } from './incoming.ts'

/** Current stock of all counted products, by SKU. */
export async function listStock(connection: Connection): Promise<Map<string, number>> {
  const rows = await connection<{ sku: string; units: number }>('stock').select('sku', 'units')
  return new Map(rows.map(({ sku, units }) => [sku, units]))
}

/** Locks and returns the stock of some products; null: not counted. */
export async function lockStock(transaction: Connection, skus: readonly string[]): Promise<Map<string, number | null>> {
  const found = new Map<string, number | null>(skus.map((sku) => [sku, null]))
  for (let from = 0; from < skus.length; from += PRODUCTS_A_STEP) {
    const part = skus.slice(from, from + PRODUCTS_A_STEP)
    const rows = await transaction<{ sku: string; units: number }>('stock')
      .whereIn('sku', part)
      .orderBy('sku')
      .forUpdate()
    for (const { sku, units } of rows) found.set(sku, units)
  }
  return found
}

/** Of the products that are coming in: those that are new, or all if the file says what their stock is. */
export async function takeStock(transaction: Connection, { isGiven }: { readonly isGiven: boolean }): Promise<void> {
  const isTaken = isGiven ? '' : 'and products.sku is null'
  await ask(
    transaction,
    `insert into stock_changes (sku, delta)
     select incoming.sku, cast(coalesce(incoming.stock, 0) as signed) - cast(coalesce(stock.units, 0) as signed) as delta
     from incoming left join products on products.sku = incoming.sku left join stock on stock.sku = incoming.sku
     where coalesce(incoming.stock, 0) <> coalesce(stock.units, 0) ${isTaken}`,
  )
  await ask(
    transaction,
    `insert into stock (sku, units)
     select incoming.sku, incoming.stock from incoming left join products on products.sku = incoming.sku
     where incoming.stock is not null ${isTaken}
     on duplicate key update units = values(units)`,
  )
  if (isGiven)
    await ask(
      transaction,
      'delete stock from stock join incoming on incoming.sku = stock.sku where incoming.stock is null',
    )
}

export async function insertStock(transaction: Connection, sku: string, units: number): Promise<void> {
  await transaction('stock').insert({ sku, units })
  await transaction('stock_changes').insert({ sku, delta: units })
}

export async function deleteStock(transaction: Connection, skus: readonly string[]): Promise<void> {
  await ask(
    transaction,
    'insert into stock_changes (sku, delta) select sku, -cast(units as signed) from stock where sku in (?) for update',
    [skus],
  )
  await transaction('stock')
    .whereIn('sku', [...skus])
    .delete()
}

/** Returns the units in stock of some products, by SKU; those that are not counted are absent. */
export async function listStockOf(connection: Connection, skus: readonly string[]): Promise<Map<string, number>> {
  const rows = await connection<{ sku: string; units: number }>('stock').whereIn('sku', [...skus])
  return new Map(rows.map(({ sku, units }) => [sku, units]))
}

/** Notes units by which the stock would have grown, of products that are not counted any more, so that a recount adds up. */
export async function noteUncounted(transaction: Connection, returned: ReadonlyMap<string, number>): Promise<void> {
  if (returned.size === 0) return
  await transaction('stock_changes').insert([...returned].map(([sku, units]) => ({ sku, delta: -units })))
}

/** Decreases counted stock; negative values increase it. The rows must be locked. */
export function takingFromStock(taken: ReadonlyMap<string, number>): Statement[] {
  return [...taken]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([sku, units]) => ({ sql: 'update stock set units = units - ? where sku = ?', values: [units, sku] }))
}
