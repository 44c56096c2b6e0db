import type { ShopperOrder } from '@novalex/contract'
import type { Shopper, ShopperRow } from '@novalex/core'
import { toPrefixPattern } from '../../platform/db/toPrefixPattern.ts'
import { ask, readTogether, type Reading, type Statement } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Row {
  id: string
  name: string
  groups: string
  tags: string
  bought: string
  orders: number
  spent: number
  placed_orders: number
  placed_spent: number
}

const SHOPPERS_A_STATEMENT = 500

/** Returns shoppers as imported: orders and spend before the first order stored here. Later orders are added on read. */
export async function listShoppers(connection: Connection): Promise<ShopperRow[]> {
  return (await connection<Row>('shoppers').orderBy('name').orderBy('id')).map(toShopper)
}

export async function findShopper(connection: Connection, id: string): Promise<ShopperRow | null> {
  const row: Row | undefined = await connection('shoppers').where({ id }).first()
  return row ? toShopper(row) : null
}

const COLUMNS: Readonly<Record<ShopperOrder, string>> = {
  name: 'name asc',
  '-name': 'name desc',
  orders: 'orders + placed_orders asc',
  '-orders': 'orders + placed_orders desc',
  spent: 'spent + placed_spent asc',
  '-spent': 'spent + placed_spent desc',
}

/** Those whose name or id holds the text, with what they did in all: how many, and `limit` of them after the first `offset`. */
export async function findShoppers(
  connection: Connection,
  {
    search,
    order = 'name',
    offset = 0,
    limit,
  }: { readonly search: string; readonly order?: ShopperOrder; readonly offset?: number; readonly limit: number },
): Promise<{ total: number; shoppers: ShopperRow[] }> {
  const pattern = `%${toPrefixPattern(search)}`
  const query = connection<Row>('shoppers').where((either) => {
    void either.whereILike('name', pattern).orWhereILike('id', pattern)
  })
  const [count] = await query.clone().count({ total: '*' })
  const column = COLUMNS[order]
  const sorted = query.orderByRaw(`${column}, name, id`)
  const rows = await sorted.offset(offset).limit(limit).select<Row[]>()
  const goods = await listGoods(
    connection,
    rows.map(({ id }) => id),
  )
  return { total: Number(count!.total), shoppers: rows.map((row) => withPlaced(row, goods.get(row.id) ?? [])) }
}

const MOST_LABELS = 200

/** The groups or tags that shoppers have, those of most shoppers first. */
export async function listLabels(
  connection: Connection,
  column: 'groups' | 'tags',
): Promise<{ label: string; shoppers: number }[]> {
  const rows = await ask<{ label: string; shoppers: number | string }>(
    connection,
    `select label, count(distinct id) as shoppers
     from shoppers, json_table(\`${column}\`, '$[*]' columns (label varchar(255) path '$')) as labels
     group by label order by shoppers desc, label limit ?`,
    [MOST_LABELS],
  )
  return rows.map(({ label, shoppers }) => ({ label, shoppers: Number(shoppers) }))
}

/** All groups or tags that shoppers have. */
export async function listLabelNames(connection: Connection, column: 'groups' | 'tags'): Promise<string[]> {
  const rows = await ask<{ label: string }>(
    connection,
    `select distinct label from shoppers, json_table(\`${column}\`, '$[*]' columns (label varchar(255) path '$')) as labels`,
  )
  return rows.map(({ label }) => label)
}

/** Those of some ids that shoppers have. */
export async function listKnownShoppers(connection: Connection, ids: readonly string[]): Promise<string[]> {
  const rows: { id: string }[] = await connection('shoppers')
    .whereIn('id', [...ids])
    .select('id')
  return rows.map(({ id }) => id)
}

interface Wanted {
  /** Whether the plan asks what someone has bought. */
  readonly withGoods: boolean
}

/** A shopper with imported and own order history. */
export function readingBuyer(id: string | null, { withGoods }: Wanted): Reading<Shopper | null> {
  const person = { sql: 'select * from shoppers where id = ?', values: [id] }
  return {
    statements: id === null ? [] : [person, ...(withGoods ? [listingGoods([id])] : [])],
    read: ([people = [], goods = []]) => (people[0] ? toBuyer(people[0] as Row, goods as GoodsRow[]) : null),
  }
}

/** The same, of whom no other order is placed until the transaction ends. */
export async function lockBuyer(transaction: Connection, id: string, wanted: Wanted): Promise<Shopper | null> {
  await ask(transaction, 'select id from shoppers where id = ? for update', [id])
  const [buyer] = await readTogether(transaction, [readingBuyer(id, wanted)])
  return buyer
}

function toBuyer(row: Row, goods: readonly GoodsRow[]): Shopper {
  const { name: _name, ...buyer } = withPlaced(
    row,
    goods.map(({ sku }) => sku),
  )
  return buyer
}

/** Counts an order of a shopper, or with -1 takes one back. */
export function countingOrder({
  shopper,
  orders,
  spent,
}: {
  readonly shopper: string
  readonly orders: number
  readonly spent: number
}): Statement {
  const sql = 'update shoppers set placed_orders = placed_orders + ?, placed_spent = placed_spent + ? where id = ?'
  return { sql, values: [orders, spent, shopper] }
}

interface GoodsRow {
  shopper: string
  sku: string
}

/** Products bought by some shoppers, gifts not counted. */
function listingGoods(ids: readonly string[]): Statement {
  const sql = `select distinct orders.shopper, order_lines.sku
     from orders join order_lines on order_lines.order_id = orders.id
     where orders.shopper in (?) and orders.cancelled_at is null and order_lines.gift = 0`
  return { sql, values: [ids] }
}

async function listGoods(connection: Connection, ids: readonly string[]): Promise<Map<string, string[]>> {
  const goods = new Map<string, string[]>()
  if (ids.length === 0) return goods
  const { sql, values } = listingGoods(ids)
  const rows = await ask<GoodsRow>(connection, sql, values)
  for (const { shopper, sku } of rows) goods.set(shopper, [...(goods.get(shopper) ?? []), sku])
  return goods
}

function withPlaced(row: Row, goods: readonly string[]): ShopperRow {
  const shopper = toShopper(row)
  return {
    ...shopper,
    orders: shopper.orders + row.placed_orders,
    spent: shopper.spent + Number(row.placed_spent),
    bought: [...new Set([...shopper.bought, ...goods])],
  }
}

/** Writes shoppers by id; the others stay. */
export async function saveShoppers(
  transaction: Connection,
  shoppers: readonly ShopperRow[],
  onProgress: (written: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  for (let from = 0; from < shoppers.length; from += SHOPPERS_A_STATEMENT) {
    const part = shoppers.slice(from, from + SHOPPERS_A_STATEMENT)
    await transaction('shoppers').insert(part.map(toRow)).onConflict('id').merge(FILE_COLUMNS)
    await recountPlaced(
      transaction,
      part.map(({ id }) => id),
    )
    await onProgress(from + part.length)
  }
}

const FILE_COLUMNS = ['name', 'groups', 'tags', 'bought', 'orders', 'spent'] as const satisfies (keyof Row)[]

/** Recomputes order totals of shoppers, who may have ordered before being imported. */
export async function recountPlaced(transaction: Connection, ids: readonly string[]): Promise<void> {
  await ask(
    transaction,
    `update shoppers left join (
       select shopper, count(*) as orders, sum(grand) as spent from orders
       where shopper in (?) and cancelled_at is null group by shopper
     ) as placed on placed.shopper = shoppers.id
     set placed_orders = coalesce(placed.orders, 0), placed_spent = coalesce(placed.spent, 0)
     where shoppers.id in (?)`,
    [ids, ids],
  )
}

export async function deleteShoppers(transaction: Connection, ids: readonly string[]): Promise<void> {
  for (let from = 0; from < ids.length; from += SHOPPERS_A_STATEMENT)
    await transaction('shoppers')
      .whereIn('id', ids.slice(from, from + SHOPPERS_A_STATEMENT))
      .delete()
}

/** Without what orders brought. */
function toShopper({ id, name, groups, tags, bought, orders, spent }: Row): ShopperRow {
  const list = (text: string): string[] => JSON.parse(text)
  return { id, name, groups: list(groups), tags: list(tags), orders, spent: Number(spent), bought: list(bought) }
}

function toRow({ groups, tags, bought, ...shopper }: ShopperRow): Omit<Row, 'placed_orders' | 'placed_spent'> {
  const write = (list: readonly string[]) => JSON.stringify(list)
  return { ...shopper, groups: write(groups), tags: write(tags), bought: write(bought) }
}

export async function lockShopper(transaction: Connection, id: string): Promise<void> {
  await ask(transaction, 'select id from shoppers where id = ? for update', [id])
}
