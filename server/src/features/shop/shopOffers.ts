import type { ShopDiscountCodes, ShopOffer } from '@novalex/contract'
import {
  toIso,
  computeEdgeCarts,
  computeQuote,
  findOutcome,
  computeScheduleStatus,
  createPlainOrder,
  findExhausted,
  findKeptNudges,
  conditionOf,
  findTests,
  fitCart,
  isWhole,
  reachesOf,
  toPublicCondition,
  type CartLine,
  type CompiledPlan,
  type CompiledPromotion,
  type Order,
  type Product,
} from '@novalex/core'
import { readDisplay } from '../../sources/cart/shopTexts.ts'
import { hideInternal } from '../../sources/cart/hideInternal.ts'
import { countLeft } from './shopProduct.ts'
import type { Look } from './viewer.ts'

/**
 * The cart offers that hold on a product now for a viewer, without a code or with one that is listed, and keep what they promise there: with one
 * of the product they apply, or with so much more as a nudge would ask for, or with a cart at one of their limits.
 */
export function findOpenOffers(plan: CompiledPlan, product: Product, look: Look): ShopOffer[] {
  return plan
    .findOffers(product)
    .filter((entry) => isOnProduct(entry) && isOpen(entry, look) && isKept(plan, entry, { product, look }))
    .flatMap((entry) => toShopOffer(plan, entry, look) ?? [])
}

/** An offer as a viewer may read it; null where it is for others, and its texts do not say for whom. */
function toShopOffer(plan: CompiledPlan, entry: CompiledPromotion, look: Look): ShopOffer | null {
  const { mechanic, when: whole, display, code } = entry.promotion
  const { when, isMet } = toPublicCondition(whole, createPlainOrder([], look).cart, plan)
  const members = isMet ? null : findMembers(entry)
  if (!isMet && members === null) return null
  return {
    mechanic: hideInternal(mechanic),
    when: hideInternal(when),
    members,
    code: code && 'text' in code ? code.text : null,
    until: Number.isFinite(entry.schedule.end) ? toIso(entry.schedule.end) : null,
    ...(display ? { display: readDisplay(entry.promotion, look.figures)! } : {}),
    left: countLeft(entry, look.facts, look.now),
    names: nameProducts(
      plan,
      reachesOf(mechanic).flatMap(({ skus = [] }) => skus),
    ),
  }
}

/** Who an offer is for, as everybody may read it; null where nobody else may. */
function findMembers({ promotion: { display, when } }: CompiledPromotion): string | null {
  const tests = findTests(when).map(conditionOf)
  // Being among the members brings nobody into another channel.
  const isForOthers = tests.some(({ isPersonal, isInternal, about }) => isPersonal ?? (isInternal && about === 'order'))
  return (!isForOthers && display?.members) || null
}

/** Coupons that may be listed and hold now, as long as any limit leaves something of them. */
export function listCoupons(plan: CompiledPlan, look: Look): ShopDiscountCodes {
  return plan.promotions.flatMap((entry) => {
    if (entry.promotion.code === null || !isOpen(entry, look)) return []
    const offer = toShopOffer(plan, entry, look)
    return offer?.code == null ? [] : [{ ...offer, code: offer.code }]
  })
}

/** Used up by all shoppers together; what each may still use of it, the cart says. */
function isUsedUp(entry: CompiledPromotion, order: Order): boolean {
  const reason = findExhausted(entry, order.facts[entry.id] ?? {}, order)?.reason
  return reason !== undefined && reason !== 'sign-in-needed' && reason !== 'shopper-limit'
}

const isOnProduct = ({ promotion: { display } }: CompiledPromotion) => display?.places?.includes('product') !== false

/** Whether an offer runs and needs no code that is secret. */
function isOpen(entry: CompiledPromotion, look: Look): boolean {
  const { promotion, schedule, phase } = entry
  const { state, code, display } = promotion
  if (state !== 'ready' || phase >= 5 || computeScheduleStatus(schedule, look.now) !== 'live') return false
  if (code === null) return true
  return 'text' in code && display?.listed === true && !isUsedUp(entry, createPlainOrder([], look))
}

function isKept(
  plan: CompiledPlan,
  { promotion }: CompiledPromotion,
  { product: { sku }, look }: { readonly product: Product; readonly look: Look },
): boolean {
  const { code, when, id } = promotion
  const orderOf = (lines: readonly CartLine[]): Order => {
    const plain = createPlainOrder(lines, look)
    const cart = { ...plain.cart, codes: code && 'text' in code ? [code.text] : [] }
    return { ...plain, cart: fitCart(when, cart, plan) }
  }
  const order = orderOf([{ sku, quantity: 1 }])
  const quote = computeQuote(plan, order)
  const own = findOutcome(quote, id)
  if (own.outcome === 'applied') return isWhole(own)
  if (findKeptNudges(plan, order, quote).some((nudge) => nudge.promotion === id)) return true
  if (own.reason !== 'condition') return false
  return computeEdgeCarts(promotion, plan, { sku, order }).some(({ side, lines }) => {
    if (side === 'below' || !lines.some((line) => line.sku === sku)) return false
    return isWhole(findOutcome(computeQuote(plan, orderOf(lines)), id))
  })
}

const NAMED = 3

function nameProducts({ catalogue }: CompiledPlan, skus: readonly string[]): Record<string, string> {
  const known = skus.slice(0, 2 * NAMED).flatMap((sku) => catalogue.bySku.get(sku) ?? [])
  return Object.fromEntries(known.map(({ sku, name }) => [sku, name]))
}
