import type { NumberLocale, OrderRequest } from '@novalex/contract'
import { DAY_MS, computeQuote, type Order, type Quote, type SkippedOutcome } from '@novalex/core'
import { AppError } from '../../platform/errors/AppError.ts'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'
import { computeShopCart } from '../../sources/cart/shopCart.ts'
import { titleForCart } from '../../sources/cart/shopTexts.ts'

/** Reasons a promotion may stop applying between showing a cart and ordering it. */
const GONE = new Set<SkippedOutcome['reason']>([
  'ended',
  'outside-hours',
  'used-up',
  'shopper-limit',
  'units-gone',
  'budget-gone',
])

/** Whether an order costs no more than its shopper saw, with the same gifts. */
export function isAsExpected(quote: Quote, expected: OrderRequest['expected']): boolean {
  return quote.totals.grand <= expected.grand && hasGifts(quote, expected.gifts)
}

/** `price-changed`, with the receipt as it would be now, and which codes and promotions no longer hold. */
export function describeChanged(
  { plan, release }: SourcedPlan,
  order: Order,
  { quote, locale }: { readonly quote: Quote; readonly locale: NumberLocale },
): AppError {
  const figures = { currency: plan.store.currency, locale }
  const receipt = computeShopCart(plan, order, { release, locale })
  const gone = quote.promotions.filter(({ reason }) => reason !== null && GONE.has(reason))
  const fresh = computeQuote(plan, { ...order, now: findBefore(order, gone, plan), facts: {} })
  const held = new Set(fresh.promotions.flatMap(({ promotion, outcome }) => (outcome === 'applied' ? promotion : [])))
  const promotions = gone
    .filter(({ promotion }) => held.has(promotion))
    .map(({ promotion: id, reason }) => {
      const { promotion } = plan.getPromotion(id)
      return { kind: promotion.mechanic.kind, title: titleForCart(promotion, figures), reason }
    })
  const codes = receipt.codes
    .filter(({ outcome }) => outcome !== 'applied')
    .map(({ code, reason }) => ({ code, reason }))
  return new AppError('price-changed', { facts: { receipt, codes, promotions } })
}

/** Just before the last of them ended, if that was within the day; else now. */
function findBefore(order: Order, gone: Quote['promotions'], plan: SourcedPlan['plan']): number {
  const ends = gone.flatMap(({ promotion, reason }) =>
    reason === 'ended' ? [plan.getPromotion(promotion).schedule.end] : [],
  )
  const last = Math.max(...ends, -Infinity)
  return order.now - last < DAY_MS ? last - 1 : order.now
}

function hasGifts({ lines }: Quote, expected: OrderRequest['expected']['gifts']): boolean {
  const gifts = new Map<string, number>()
  for (const { sku, quantity, gift } of lines) if (gift) gifts.set(sku, (gifts.get(sku) ?? 0) + quantity)
  const wanted = Object.entries(expected)
  return wanted.length === gifts.size && wanted.every(([sku, quantity]) => gifts.get(sku) === quantity)
}
