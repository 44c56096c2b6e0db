import type { OrderDetail, OrdersAnswer, OrderSummary, ShopCartAnswer } from '@novalex/contract'
import { normalizeCode } from '@novalex/core'
import { toPrefixPattern } from '../../platform/db/toPrefixPattern.ts'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { readReceipt } from './readReceipt.ts'

interface Row {
  id: number | string
  number: string
  holder: string
  placed_at: Date
  release_number: number | null
  source: string
  channel: string
  shopper: string | null
  shopper_name: string | null
  email: string | null
  name: string | null
  delivery_option: string | null
  country: string | null
  delivery_paid: number | string
  grand: number | string
  codes: string
  receipt: string | null
  cancelled_at: Date | null
  cancelled_by: string | null
}

const SUMMARY = `orders.id, orders.number, orders.holder, orders.placed_at, orders.release_number, orders.source,
  orders.channel, orders.shopper, shoppers.name as shopper_name, orders.email, orders.name, orders.delivery_option,
  orders.country, orders.delivery_paid, orders.grand, orders.codes, orders.cancelled_at, orders.cancelled_by`
const FROM = 'from orders left join shoppers on shoppers.id = orders.shopper'
const SHOWN = 50
/** In place of a code that the asker may not read. */
const HIDDEN_CODE = '…'

interface OrderFilters {
  readonly search?: string
  readonly promotion?: string
  readonly before?: string
}

interface Reading {
  /** Whether buyers' names and addresses may be read. */
  readonly seesBuyers: boolean
  /** Whether codes may be read, which who reads them could use. */
  readonly seesCodes: boolean
}

/** Orders that filters leave, the newest first. */
export async function listOrders(
  connection: Connection,
  { search = '', promotion, before }: OrderFilters,
  reading: Reading,
): Promise<OrdersAnswer> {
  const conditions: [string, (string | number)[]][] = []
  if (before !== undefined) {
    conditions.push([
      '(orders.placed_at, orders.id) < (select placed_at, id from orders where id = ?)',
      [Number(before)],
    ])
  }
  if (promotion !== undefined) {
    conditions.push([
      'exists (select 1 from order_promotions p where p.order_id = orders.id and p.promotion = ?)',
      [promotion],
    ])
  }
  if (search.trim() !== '') conditions.push(searchFor(search.trim(), reading))
  const where = conditions.length > 0 ? `where ${conditions.map(([sql]) => sql).join(' and ')}` : ''
  const rows = await ask<Row>(
    connection,
    `select ${SUMMARY} ${FROM} ${where} order by orders.placed_at desc, orders.id desc limit ${SHOWN + 1}`,
    conditions.flatMap(([, values]) => values),
  )
  const shown = rows.slice(0, SHOWN)
  return { orders: await summarize(connection, shown, reading), hasMore: rows.length > SHOWN }
}

/** Search condition over order number, SKU, code and buyer. Addresses only with permission. */
function searchFor(search: string, { seesBuyers, seesCodes }: Reading): [string, string[]] {
  const begins = toPrefixPattern(search)
  const parts: [string, string][] = [
    ['orders.number like ?', begins],
    ['orders.shopper = ?', search],
    ['orders.id in (select order_id from order_lines where sku = ?)', search],
    ...(seesCodes
      ? [
          ['orders.id in (select order_id from codes where code = ?)', normalizeCode(search).slice(0, 40)] as [
            string,
            string,
          ],
        ]
      : []),
    ...(seesBuyers
      ? ([
          ['orders.email like ?', begins],
          ['orders.shopper in (select id from shoppers where name like ?)', begins],
        ] as [string, string][])
      : []),
  ]
  return [`(${parts.map(([sql]) => sql).join(' or ')})`, parts.map(([, value]) => value)]
}

/** One order whole. Throws `not-found`; so for one of another holder, where one is named. */
export async function getOrder(
  connection: Connection,
  { id, holder }: { readonly id: string; readonly holder: string | null },
  reading: Reading,
): Promise<OrderDetail> {
  const [row] = await ask<Row>(connection, `select ${SUMMARY}, orders.receipt ${FROM} where orders.id = ?`, [
    /^\d{1,16}$/.test(id) ? Number(id) : 0,
  ])
  if (!row || (holder !== null && row.holder !== holder))
    throw new AppError('not-found', { facts: { kind: 'order', id } })
  const [summary] = await summarize(connection, [row], reading)
  const lines = await ask<{ sku: string; name: string | null; quantity: number; gift: number; paid: string }>(
    connection,
    `select order_lines.sku, products.name, quantity, gift, paid from order_lines
     left join products on products.sku = order_lines.sku where order_id = ? order by order_lines.position`,
    [row.id],
  )
  const uses = await ask<{
    promotion: string
    name: string | null
    code: string | null
    units: number
    given: string
    added: string
  }>(
    connection,
    `select promotion, promotions.name, order_promotions.code, units, given, added from order_promotions
     left join promotions on promotions.id = promotion where order_id = ? order by promotions.\`rank\``,
    [row.id],
  )
  return {
    ...summary!,
    release: row.release_number,
    delivery:
      row.delivery_option === null
        ? null
        : { option: row.delivery_option, country: row.country ?? '', paid: Number(row.delivery_paid) },
    lines: lines.map(({ sku, name, quantity, gift, paid }) => {
      return { sku, name: name ?? sku, quantity, gift: Boolean(gift), paid: Number(paid) }
    }),
    uses: uses.map(({ promotion, name, code, units, given, added }) => {
      return {
        promotion,
        name: name ?? promotion,
        code: code && (reading.seesCodes ? code : HIDDEN_CODE),
        units,
        discount: Number(given),
        added: Number(added),
      }
    }),
    cancelled: row.cancelled_at && { at: row.cancelled_at.toISOString(), by: row.cancelled_by ?? '' },
    receipt: row.receipt === null ? null : hideCodes(readReceipt(row.receipt), reading),
  }
}

function hideCodes(receipt: ShopCartAnswer, { seesCodes }: Reading): ShopCartAnswer {
  if (seesCodes) return receipt
  const hide = <T extends { readonly code: string | null }>(one: T): T => ({ ...one, code: one.code && HIDDEN_CODE })
  return {
    ...receipt,
    lines: receipt.lines.map((line) => ({ ...line, causes: line.causes.map(hide) })),
    reductions: receipt.reductions.map(hide),
    delivery: { ...receipt.delivery, causes: receipt.delivery.causes.map(hide) },
    surcharges: receipt.surcharges.map(hide),
    codes: receipt.codes.map(hide),
  }
}

async function summarize(
  connection: Connection,
  rows: readonly Row[],
  { seesBuyers, seesCodes }: Reading,
): Promise<OrderSummary[]> {
  if (rows.length === 0) return []
  const ids = rows.map(({ id }) => Number(id))
  const units = await ask<{ order_id: number | string; units: string }>(
    connection,
    'select order_id, sum(quantity) as units from order_lines where order_id in (?) group by order_id',
    [ids],
  )
  const uses = await ask<{ order_id: number | string; promotion: string }>(
    connection,
    'select order_id, promotion from order_promotions where order_id in (?)',
    [ids],
  )
  const unitsOf = new Map(units.map((one) => [Number(one.order_id), Number(one.units)]))
  const usesOf = new Map<number, string[]>()
  for (const { order_id: id, promotion } of uses) usesOf.set(Number(id), [...(usesOf.get(Number(id)) ?? []), promotion])
  return rows.map((row) => ({
    id: String(row.id),
    number: row.number,
    placedAt: row.placed_at.toISOString(),
    state: row.cancelled_at ? 'cancelled' : row.source === 'file' ? 'past' : 'placed',
    shopper: row.shopper === null ? null : { id: row.shopper, name: (seesBuyers && row.shopper_name) || row.shopper },
    email: seesBuyers ? row.email : null,
    name: seesBuyers ? row.name : null,
    channel: row.channel,
    units: unitsOf.get(Number(row.id)) ?? 0,
    grand: Number(row.grand),
    // A single-use code of an order that was cancelled can be used again.
    codes: (JSON.parse(row.codes) as string[]).map((code) => (seesCodes ? code : HIDDEN_CODE)),
    promotions: usesOf.get(Number(row.id)) ?? [],
  }))
}
