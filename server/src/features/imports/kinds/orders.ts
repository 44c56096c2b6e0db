import { SHOP_CHANNEL } from '@novalex/contract'
import { createProblem, ORDER_FORMAT, type MinorUnits, type OrderColumn, type OrderRow } from '@novalex/core'
import { deletePastOrders, insertPastOrders, listKnownNumbers, type PastOrder } from '../../../data/orders/index.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import { recountPlaced } from '../../../data/shoppers/index.ts'
import { getStore } from '../../../data/store/index.ts'
import type { ImportInput, ImportWork, RowProblem } from '../importWork.ts'
import { toMoment } from '../toMoment.ts'

/** The orders that a file brought: those of files between two ids, since one file is written at a time. */
interface OrdersBefore {
  readonly spans: readonly { readonly from: number; readonly to: number }[]
}

const ORDERS_A_STEP = 2000

/** Past orders, a line a row. They feed what is known of shoppers, no limit and no stock; a number that is there already changes nothing. */
export const ORDERS_KIND: ImportWork<OrderRow, OrdersBefore> = {
  belongsTo: 'catalogue',
  read: (file, options) => parseTableFile(file, ORDER_FORMAT, options),
  check: checkOrders,
  async preview(connection, { rows }) {
    const numbers = [...new Set(rows.map(({ number }) => number))]
    let known = 0
    for await (const found of findKnown(connection, numbers)) known += found.size
    return { added: numbers.length - known, unchanged: known }
  },
  async write(transaction, { rows }, onProgress) {
    const { timeZone } = (await getStore(transaction)).store
    const groups = groupByNumber(rows)
    const numbers = [...groups.keys()]
    const ids = { from: Number.MAX_SAFE_INTEGER, to: 0 }
    const shoppers = new Set<string>()
    for (let from = 0; from < numbers.length; from += ORDERS_A_STEP) {
      const part = numbers.slice(from, from + ORDERS_A_STEP)
      const known = await listKnownNumbers(transaction, part)
      const fresh = part.filter((number) => !known.has(number)).map((number) => groups.get(number)!)
      const orders = fresh.map((lines) => toPastOrder(lines, timeZone))
      for (const id of await insertPastOrders(transaction, orders)) {
        ids.from = Math.min(ids.from, id)
        ids.to = Math.max(ids.to, id)
      }
      for (const [{ shopper }] of fresh) if (shopper !== '') shoppers.add(shopper)
      await onProgress((from + part.length) / numbers.length)
    }
    await recountShoppers(transaction, [...shoppers])
    return { spans: ids.to > 0 ? [ids] : [] }
  },
  async undo(transaction, { spans: [span] }) {
    if (!span) return
    await recountShoppers(transaction, await deletePastOrders(transaction, span))
  },
}

type Lines = [OrderRow, ...OrderRow[]]

function groupByNumber(rows: readonly OrderRow[]): Map<string, Lines> {
  const groups = new Map<string, Lines>()
  for (const row of rows) {
    const known = groups.get(row.number)
    if (known) known.push(row)
    else groups.set(row.number, [row])
  }
  return groups
}

/** Times that are, and are past; all lines of an order say the same of it. */
async function checkOrders(connection: Connection, { rows, at }: ImportInput<OrderRow>): Promise<RowProblem[]> {
  const { timeZone } = (await getStore(connection)).store
  const firsts = new Map<string, { readonly row: OrderRow; readonly index: number }>()
  return rows.flatMap((row, index): RowProblem[] => {
    const first = firsts.get(row.number)
    if (first) {
      const column = findDifference(first.row, row)
      return column ? [{ index, problem: createProblem('order-differs', column, { given: row.number }) }] : []
    }
    firsts.set(row.number, { row, index })
    const moment = toMoment(row.placedAt, timeZone)
    if (moment === null)
      return [{ index, problem: createProblem('no-such-time', 'placed_at', { given: row.placedAt }) }]
    return moment > at ? [{ index, problem: createProblem('not-past', 'placed_at', { given: row.placedAt }) }] : []
  })
}

/** The columns that belong to the order, not to its line. */
const OF_ORDER = {
  placedAt: 'placed_at',
  shopper: 'shopper',
  email: 'email',
  channel: 'channel',
  option: 'delivery_option',
  deliveryPrice: 'delivery_price',
  country: 'country',
} as const satisfies Partial<Record<keyof OrderRow, OrderColumn>>

function findDifference(one: OrderRow, other: OrderRow): OrderColumn | null {
  for (const [field, column] of Object.entries(OF_ORDER))
    if (one[field as keyof typeof OF_ORDER] !== other[field as keyof typeof OF_ORDER]) return column
  return one.codes.join() === other.codes.join() ? null : 'codes'
}

async function* findKnown(connection: Connection, numbers: readonly string[]): AsyncGenerator<Set<string>> {
  for (let from = 0; from < numbers.length; from += ORDERS_A_STEP)
    yield await listKnownNumbers(connection, numbers.slice(from, from + ORDERS_A_STEP))
}

const sum = (lines: readonly OrderRow[]): MinorUnits => lines.reduce((total, { paid }) => total + paid, 0)

function toPastOrder(lines: Lines, zone: string): PastOrder {
  const [{ number, placedAt, shopper, email, channel, option, country, deliveryPrice, codes }] = lines
  return {
    number,
    placedAt: toMoment(placedAt, zone)!,
    channel: channel || SHOP_CHANNEL,
    shopper: shopper || null,
    email: email.toLowerCase() || null,
    delivery: { option: option || null, country: country || null, paid: deliveryPrice },
    grand: sum(lines) + deliveryPrice,
    codes,
    lines: lines.map(({ sku, quantity, paid }) => ({ sku, quantity, paid })),
  }
}

async function recountShoppers(transaction: Connection, ids: readonly string[]): Promise<void> {
  for (let from = 0; from < ids.length; from += ORDERS_A_STEP)
    await recountPlaced(transaction, ids.slice(from, from + ORDERS_A_STEP))
}
