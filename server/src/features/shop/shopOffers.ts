import type { ShopDiscountCodes, ShopOffer } from '@novalex/contract'
import {
  toIso,
  computeEdgeCarts,
  computeQuote,
  findOutcome,
  computeScheduleStatus,
  createGuestOrder,
  findExhausted,
  findKeptNudges,
  conditionOf,
  findTests,
  fitCart,
  isWhole,
  reachesOf,
  type CartLine,
  type CompiledPlan,
  type CompiledPromotion,
  type Facts,
  type Instant,
  type Order,
  type Product,
} from '@novalex/core'
import { DEFAULT_CHANNEL } from '../../sources/plans/channel.ts'
import { hideExcluded, hideInternal } from '../../sources/cart/hideInternal.ts'
import { countLeft } from './shopProduct.ts'

/**
 * The cart offers that hold on a product now, need no code, and keep what they promise there: with one of the product they apply, or with so much
 * more as a nudge would ask for, or with a cart at one of their limits.
 */
export function findOpenOffers(plan: CompiledPlan, product: Product, now: Instant, facts: Facts): ShopOffer[] {
  return plan
    .findOffers(product)
    .filter((entry) => isOpen(entry, now) && isKept(plan, entry, { product, now, facts }))
    .map((entry) => toShopOffer(plan, entry, { now, facts }))
}

function toShopOffer(
  plan: CompiledPlan,
  entry: CompiledPromotion,
  { now, facts }: { readonly now: Instant; readonly facts: Facts },
): ShopOffer {
  const { mechanic, when, display } = entry.promotion
  return {
    mechanic: hideInternal(mechanic),
    when: hideInternal(hideExcluded(when)),
    ...(display ? { display } : {}),
    left: countLeft(entry, facts, now),
    names: nameProducts(
      plan,
      reachesOf(mechanic).flatMap(({ skus = [] }) => skus),
    ),
  }
}

/** Coupons that may be listed and hold now, as long as any limit leaves something of them. */
export function listCoupons(plan: CompiledPlan, now: Instant, facts: Facts): ShopDiscountCodes {
  return plan.promotions.flatMap((entry) => {
    const { promotion, schedule } = entry
    const { code, display, state, when } = promotion
    if (code === null || !('text' in code) || display?.listed !== true || state !== 'ready') return []
    if (when && findTests(when).some((test) => conditionOf(test).isPersonal)) return []
    const order = createGuestOrder([], { now, facts })
    const isGone = isUsedUp(entry, order)
    if (isGone || computeScheduleStatus(schedule, now) !== 'live') return []
    const until = Number.isFinite(schedule.end) ? toIso(schedule.end) : null
    return [{ ...toShopOffer(plan, entry, { now, facts }), code: code.text, until }]
  })
}

/** Used up by all shoppers together; what each may still use of it, the cart says. */
function isUsedUp(entry: CompiledPromotion, order: Order): boolean {
  const reason = findExhausted(entry, order.facts[entry.id] ?? {}, order)?.reason
  return reason !== undefined && reason !== 'sign-in-needed' && reason !== 'shopper-limit'
}

function isOpen(
  { promotion: { state, code, display, when }, schedule, phase }: CompiledPromotion,
  now: Instant,
): boolean {
  if (when && findTests(when).some((test) => conditionOf(test).isPersonal)) return false
  if (display?.places?.includes('product') === false) return false
  return state === 'ready' && code === null && phase < 5 && computeScheduleStatus(schedule, now) === 'live'
}

function isKept(
  plan: CompiledPlan,
  { promotion }: CompiledPromotion,
  { product: { sku }, now, facts }: { readonly product: Product; readonly now: Instant; readonly facts: Facts },
): boolean {
  const orderOf = (lines: readonly CartLine[]): Order => {
    const guest = { lines, codes: [], channel: DEFAULT_CHANNEL, delivery: null, shopper: null }
    return { now, cart: fitCart(promotion.when, guest, plan), facts, codes: {} }
  }
  const order = orderOf([{ sku, quantity: 1 }])
  const quote = computeQuote(plan, order)
  const own = findOutcome(quote, promotion.id)
  if (own.outcome === 'applied') return isWhole(own)
  if (findKeptNudges(plan, order, quote).some((nudge) => nudge.promotion === promotion.id)) return true
  if (own.reason !== 'condition') return false
  return computeEdgeCarts(promotion, plan, { sku, order }).some(({ side, lines }) => {
    if (side === 'below' || !lines.some((line) => line.sku === sku)) return false
    return isWhole(findOutcome(computeQuote(plan, orderOf(lines)), promotion.id))
  })
}

const NAMED = 3

function nameProducts({ catalogue }: CompiledPlan, skus: readonly string[]): Record<string, string> {
  const known = skus.slice(0, 2 * NAMED).flatMap((sku) => catalogue.bySku.get(sku) ?? [])
  return Object.fromEntries(known.map(({ sku, name }) => [sku, name]))
}
