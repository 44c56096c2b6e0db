import type { ShopCartAnswer } from '@novalex/contract'
import type { Instant, MinorUnits, PromotionUse } from '@novalex/core'
import { ask, type Value } from '../db/ask.ts'
import type { Connection } from '../db/openDatabase.ts'

/** Who placed an order, and with which key: there is one order for each. */
export interface OrderKey {
  readonly holder: string
  readonly key: string
  /** Of what was asked. */
  readonly hash: string
}

export interface PlacedOrder {
  readonly id: number
  readonly number: string
  readonly placedAt: Instant
  readonly release: number | null
  readonly hash: string
  readonly grand: MinorUnits
  readonly receipt: ShopCartAnswer
}

interface PlacedRow {
  id: number | string
  number: string
  placed_at: Date
  release_number: number | null
  request_hash: string
  grand: number | string
  receipt: string
}

/** The order that was placed with a key, if there is one. */
export async function findPlaced(connection: Connection, { holder, key }: OrderKey): Promise<PlacedOrder | null> {
  const [row] = await ask<PlacedRow>(
    connection,
    `select id, number, placed_at, release_number, request_hash, grand, receipt from orders
     where holder = ? and request_key = ?`,
    [holder, key],
  )
  if (!row) return null
  return {
    id: Number(row.id),
    number: row.number,
    placedAt: row.placed_at.getTime(),
    release: row.release_number,
    hash: row.request_hash,
    grand: Number(row.grand),
    receipt: JSON.parse(row.receipt) as ShopCartAnswer,
  }
}

/** Takes the key of an order that is about to be placed; answers its id, or null where another has it. Waits for one that is being placed. */
export function claimKey(transaction: Connection, key: OrderKey, number: string): Promise<number | null> {
  const nothing = { placed_at: new Date(0), channel: '', consent: false, delivery_paid: 0, grand: 0, codes: '[]' }
  return insertKeyed(transaction, { ...toKeyCells(key, number), ...nothing })
}

const toKeyCells = ({ holder, key, hash }: OrderKey, number: string) => {
  return { number, holder, request_key: key, request_hash: hash, source: 'shop' }
}

async function insertKeyed(transaction: Connection, row: object): Promise<number | null> {
  try {
    const [id] = await transaction('orders').insert(row)
    return id!
  } catch (thrown) {
    if ((thrown as { code?: string }).code === 'ER_DUP_ENTRY') return null
    throw thrown
  }
}

/** A row whose key was claimed, or a key that is claimed with the order itself, where nobody else has to be waited for. */
export type OrderPlace = { readonly id: number } | { readonly key: OrderKey; readonly number: string }

export interface OrderRecord {
  readonly place: OrderPlace
  readonly placedAt: Instant
  readonly release: number | null
  readonly channel: string
  readonly shopper: string | null
  readonly buyer: { readonly email: string; readonly name: string; readonly consent: boolean } | null
  readonly delivery: { readonly option: string; readonly country: string; readonly paid: MinorUnits }
  readonly grand: MinorUnits
  readonly receipt: ShopCartAnswer
  readonly lines: readonly OrderLine[]
  readonly uses: readonly OrderUse[]
}

export interface OrderLine {
  readonly sku: string
  readonly quantity: number
  readonly gift: boolean
  readonly paid: MinorUnits
  readonly isFromStock: boolean
}

/** What a promotion did to an order, and with which code. */
export interface OrderUse extends PromotionUse {
  readonly code: string | null
}

/** Writes an order down; answers its id, or null where another has its key. */
export async function recordOrder(transaction: Connection, order: OrderRecord): Promise<number | null> {
  const { shopper, buyer, delivery, lines, uses } = order
  const placedAt = new Date(order.placedAt)
  const id = await writeOrder(transaction, order.place, {
    placed_at: placedAt,
    release_number: order.release,
    channel: order.channel,
    shopper,
    email: buyer?.email ?? null,
    name: buyer?.name ?? null,
    consent: buyer?.consent ?? false,
    delivery_option: delivery.option,
    country: delivery.country,
    delivery_paid: delivery.paid,
    grand: order.grand,
    codes: JSON.stringify(uses.flatMap(({ code }) => code ?? [])),
    receipt: JSON.stringify(order.receipt),
  })
  if (id === null) return null
  await insertRows(
    transaction,
    'order_lines (order_id, position, sku, quantity, gift, paid, from_stock)',
    lines.map(({ sku, quantity, gift, paid, isFromStock }, at) => [id, at, sku, quantity, gift, paid, isFromStock]),
  )
  if (uses.length === 0) return id
  await insertRows(
    transaction,
    'order_promotions (order_id, promotion, shopper, code, placed_at, units, given, added, is_cancelled)',
    uses.map((use) => [...[id, use.promotion, shopper, use.code, placedAt, use.units, use.given, use.added, false]]),
  )
  return id
}

async function insertRows(transaction: Connection, into: string, rows: readonly (readonly Value[])[]): Promise<void> {
  await ask(transaction, `insert into ${into} values ${rows.map(() => '(?)').join(', ')}`, rows)
}

async function writeOrder(transaction: Connection, place: OrderPlace, row: object): Promise<number | null> {
  if ('key' in place) return insertKeyed(transaction, { ...toKeyCells(place.key, place.number), ...row })
  await transaction('orders').where({ id: place.id }).update(row)
  return place.id
}

/** What leaves a counted stock, or comes back with a negative figure. Rows that the transaction holds. */
export async function takeFromStock(transaction: Connection, taken: ReadonlyMap<string, number>): Promise<void> {
  for (const [sku, units] of [...taken].sort(([a], [b]) => (a < b ? -1 : 1)))
    await ask(transaction, 'update stock set units = units - ? where sku = ?', [units, sku])
}
