import type { ShopperRow } from '@novalex/core'
import type { Connection } from '../db/openDatabase.ts'

interface Row {
  id: string
  name: string
  groups: string
  tags: string
  bought: string
  orders: number
  spent: number
}

const SHOPPERS_A_STATEMENT = 500

export async function listShoppers(connection: Connection): Promise<ShopperRow[]> {
  return (await connection<Row>('shoppers').orderBy('name').orderBy('id')).map(toShopper)
}

export async function findShopper(connection: Connection, id: string): Promise<ShopperRow | null> {
  const row = await connection<Row>('shoppers').where({ id }).first()
  return row ? toShopper(row as Row) : null
}

/** Those whose name or id holds the text, by name: how many, and the first `limit` of them. */
export async function findShoppers(
  connection: Connection,
  { search, limit }: { readonly search: string; readonly limit: number },
): Promise<{ total: number; shoppers: ShopperRow[] }> {
  const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`
  const query = connection<Row>('shoppers').where((either) => {
    void either.whereILike('name', pattern).orWhereILike('id', pattern)
  })
  const [count] = await query.clone().count({ total: '*' })
  const rows = await query.orderBy('name').orderBy('id').limit(limit)
  return { total: Number(count!.total), shoppers: rows.map(toShopper) }
}

/** Writes shoppers by id; the others stay. */
export async function saveShoppers(
  transaction: Connection,
  shoppers: readonly ShopperRow[],
  onProgress: (written: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  for (let from = 0; from < shoppers.length; from += SHOPPERS_A_STATEMENT) {
    const part = shoppers.slice(from, from + SHOPPERS_A_STATEMENT)
    await transaction('shoppers').insert(part.map(toRow)).onConflict('id').merge()
    await onProgress(from + part.length)
  }
}

export async function deleteShoppers(transaction: Connection, ids: readonly string[]): Promise<void> {
  for (let from = 0; from < ids.length; from += SHOPPERS_A_STATEMENT)
    await transaction('shoppers')
      .whereIn('id', ids.slice(from, from + SHOPPERS_A_STATEMENT))
      .delete()
}

function toShopper({ id, name, groups, tags, bought, orders, spent }: Row): ShopperRow {
  const list = (text: string) => JSON.parse(text) as string[]
  return { id, name, groups: list(groups), tags: list(tags), orders, spent: Number(spent), bought: list(bought) }
}

function toRow({ groups, tags, bought, ...shopper }: ShopperRow): Row {
  const [one, two, three] = [groups, tags, bought].map((list) => JSON.stringify(list)) as [string, string, string]
  return { ...shopper, groups: one, tags: two, bought: three }
}
