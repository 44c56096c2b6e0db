import type { NumberLocale, ShopCart, ShopCartAnswer } from '@novalex/contract'
import { normalizeCode, type CompiledPlan, type Instant, type Sale } from '@novalex/core'
import { usingCodes } from '../../data/codes/index.ts'
import { addingCounts, appendingCounts, isShared } from '../../data/counts/index.ts'
import type { Statement } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { writeShopCart } from '../../sources/cart/shopCart.ts'
import { countingOrder } from '../../data/shoppers/index.ts'
import { sumUnits } from './needed.ts'
import { type OrderRecord, type OrderUse, recordOrder } from '../../data/orders/index.ts'
import { takingFromStock } from '../../data/stock/index.ts'

interface SaleRecord extends Pick<OrderRecord, 'place' | 'release' | 'channel' | 'shopper' | 'buyer'> {
  readonly plan: CompiledPlan
  readonly sale: Sale
  readonly now: Instant
  readonly locale: NumberLocale
  readonly delivery: NonNullable<ShopCart['delivery']>
  /** Stock by SKU; null or absent: not counted. */
  readonly stock: ReadonlyMap<string, number | null>
}

/**
 * Writes an order down, and counts what it uses up: promotions, codes, stock, and its shopper's past. Answers its id and its receipt; null where
 * another has its key.
 */
export async function recordSale(
  transaction: Connection,
  record: SaleRecord,
): Promise<{ readonly id: number; readonly receipt: ShopCartAnswer } | null> {
  const { place, plan, release, sale, now, stock, shopper } = record
  const { totals, delivery } = sale.quote
  const receipt = writeShopCart(plan, sale.quote, { release, locale: record.locale })
  const uses = nameCodes(plan, sale)
  const lines = sale.quote.lines.map(({ sku, quantity, gift, total: paid }) => {
    return { sku, quantity, gift, paid, isFromStock: (stock.get(sku) ?? null) !== null }
  })
  const order: OrderRecord = {
    place,
    placedAt: now,
    release,
    channel: record.channel,
    shopper,
    buyer: record.buyer,
    delivery: { ...record.delivery, paid: delivery.total },
    grand: totals.grand,
    receipt,
    lines,
    uses,
  }
  const id = await recordOrder(transaction, order, [
    ...countingUses(plan, uses),
    ...usingCodes(uses.flatMap(({ code }) => code ?? [])),
    ...takingFromStock(sumUnits(lines.filter(({ isFromStock }) => isFromStock))),
    ...(shopper === null ? [] : [countingOrder({ shopper, orders: 1, spent: totals.grand })]),
  ])
  return id === null ? null : { id, receipt }
}

/** Each promotion that applied with the code that opened it, as codes are compared. */
function nameCodes(plan: CompiledPlan, { quote, uses }: Sale): OrderUse[] {
  const codes = new Map(quote.codes.flatMap((one) => (one.outcome === 'applied' ? [[one.promotion, one.code]] : [])))
  return uses.map((use) => {
    const typed = codes.get(use.promotion)
    return { ...use, code: typed === undefined ? null : normalizeCode(typed) }
  })
}

/** Shared limits are counted where they are locked, everything else without waiting for anyone. */
function countingUses(plan: CompiledPlan, uses: readonly OrderUse[]): Statement[] {
  const parts = uses.map(({ promotion, units, given, added }) => ({ promotion, uses: 1, units, given, added }))
  const isLocked = ({ promotion }: { promotion: string }) => isShared(plan.getPromotion(promotion).promotion)
  return [...addingCounts(parts.filter(isLocked)), ...appendingCounts(parts.filter((part) => !isLocked(part)))]
}
