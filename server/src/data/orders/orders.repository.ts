import type { ShopCartAnswer } from '@novalex/contract'
import type { Instant, MinorUnits, PromotionUse } from '@novalex/core'
import { ask, askTogether, type Statement, type Value } from '../../platform/db/ask.ts'
import { isDuplicate } from '../../platform/db/isDuplicate.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { ORDER_ID } from './orderId.ts'
import { readReceipt } from './readReceipt.ts'

/** Caller and idempotency key of an order; unique together. */
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
    receipt: readReceipt(row.receipt),
  }
}

/** Takes the key of an order that is about to be placed; answers its id, or null where another has it. Waits for one that is being placed. */
export async function claimKey(transaction: Connection, key: OrderKey, number: string): Promise<number | null> {
  const nothing = { placed_at: new Date(0), channel: '', consent: false, delivery_paid: 0, grand: 0, codes: '[]' }
  try {
    const { sql, values } = insertingOrder({ ...toKeyCells(key, number), ...nothing })
    const [row] = await ask<{ id: number | string }>(transaction, `${sql} returning id`, values)
    return Number(row!.id)
  } catch (thrown) {
    if (isDuplicate(thrown)) return null
    throw thrown
  }
}

const toKeyCells = ({ holder, key, hash }: OrderKey, number: string) => {
  return { number, holder, request_key: key, request_hash: hash, source: 'shop' }
}

function insertingOrder(cells: Readonly<Record<string, Value>>): Statement {
  const names = Object.keys(cells)
  return { sql: `insert into orders (${names.join(', ')}) values (?)`, values: [Object.values(cells)] }
}

/** A row whose key was claimed, or a key that is claimed with the order itself, where nobody else has to be waited for. */
type OrderPlace = { readonly id: number } | { readonly key: OrderKey; readonly number: string }

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

interface OrderLine {
  readonly sku: string
  readonly quantity: number
  readonly gift: boolean
  readonly paid: MinorUnits
  readonly isFromStock: boolean
}

/** Effect of a promotion on an order, and the code used. */
export interface OrderUse extends PromotionUse {
  readonly code: string | null
}

/**
 * Writes an order down together with what goes with it, in one go; answers its id, or null where another has its key. What goes with it may name
 * the order's id (`ORDER_ID`).
 */
export async function recordOrder(
  transaction: Connection,
  order: OrderRecord,
  besides: readonly Statement[],
): Promise<number | null> {
  try {
    const telling = { sql: `select ${ORDER_ID} as id`, values: [] }
    const statements = [...writingOrder(order), ...writingParts(order), ...besides, telling]
    const [row] = await askTogether<{ id: number | string }>(transaction, statements)
    return Number(row!.id)
  } catch (thrown) {
    if (isDuplicate(thrown)) return null
    throw thrown
  }
}

function writingOrder(order: OrderRecord): Statement[] {
  const { place, buyer, delivery } = order
  const cells = {
    placed_at: new Date(order.placedAt),
    release_number: order.release,
    channel: order.channel,
    shopper: order.shopper,
    email: buyer?.email ?? null,
    name: buyer?.name ?? null,
    consent: buyer?.consent ?? false,
    delivery_option: delivery.option,
    country: delivery.country,
    delivery_paid: delivery.paid,
    grand: order.grand,
    codes: JSON.stringify(order.uses.flatMap(({ code }) => code ?? [])),
    receipt: JSON.stringify(order.receipt),
  }
  if ('key' in place)
    return [
      insertingOrder({ ...toKeyCells(place.key, place.number), ...cells }),
      { sql: `set ${ORDER_ID} = last_insert_id()`, values: [] },
    ]
  const names = Object.keys(cells).map((name) => `${name} = ?`)
  return [
    { sql: `set ${ORDER_ID} = ?`, values: [place.id] },
    { sql: `update orders set ${names.join(', ')} where id = ${ORDER_ID}`, values: Object.values(cells) },
  ]
}

function writingParts({ lines, uses, shopper, placedAt }: OrderRecord): Statement[] {
  const at = new Date(placedAt)
  return [
    ...insertingParts(
      'order_lines (order_id, position, sku, quantity, gift, paid, from_stock)',
      lines.map(({ sku, quantity, gift, paid, isFromStock }, place) => [place, sku, quantity, gift, paid, isFromStock]),
    ),
    ...insertingParts(
      'order_promotions (order_id, promotion, shopper, code, placed_at, units, given, added, is_cancelled)',
      uses.map((use) => [use.promotion, shopper, use.code, at, use.units, use.given, use.added, false]),
    ),
  ]
}

function insertingParts(into: string, rows: readonly (readonly Value[])[]): Statement[] {
  if (rows.length === 0) return []
  return [{ sql: `insert into ${into} values ${rows.map(() => `(${ORDER_ID}, ?)`).join(', ')}`, values: rows }]
}
