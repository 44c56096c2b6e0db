import type { ShopOffer } from '@novalex/contract'
import {
  computeEdgeCarts,
  computeQuote,
  computeScheduleStatus,
  findKeptNudges,
  findTests,
  fitCart,
  isWhole,
  reachesOf,
  type CartLine,
  type CompiledPlan,
  type CompiledPromotion,
  type Instant,
  type Order,
  type Product,
} from '@novalex/core'
import { DEFAULT_CHANNEL } from '../plan/channel.ts'
import { hideInternal } from './hideInternal.ts'

/**
 * The cart offers that hold on a product now, need no code, and keep what they promise there: with one of the product they apply, or with so much
 * more as a nudge would ask for, or with a cart at one of their limits.
 */
export function findOpenOffers(plan: CompiledPlan, product: Product, now: Instant): ShopOffer[] {
  return plan
    .findOffers(product)
    .filter((entry) => isOpen(entry, now) && isKept(plan, entry, { product, now }))
    .map(({ promotion: { mechanic, when, display } }) => ({
      mechanic: hideInternal(mechanic),
      when: hideInternal(when),
      ...(display ? { display } : {}),
      names: nameProducts(
        plan,
        reachesOf(mechanic).flatMap(({ skus = [] }) => skus),
      ),
    }))
}

/** Offers for chosen people are between them and the store. */
const PRIVATE: ReadonlySet<string> = new Set(['shopper', 'tag'])

function isOpen(
  { promotion: { state, code, display, when }, schedule, phase }: CompiledPromotion,
  now: Instant,
): boolean {
  if (when && findTests(when).some(({ test }) => PRIVATE.has(test))) return false
  if (display?.places?.includes('product') === false) return false
  return state === 'ready' && code === null && phase < 5 && computeScheduleStatus(schedule, now) === 'live'
}

function isKept(
  plan: CompiledPlan,
  { promotion }: CompiledPromotion,
  { product: { sku }, now }: { readonly product: Product; readonly now: Instant },
): boolean {
  const orderOf = (lines: readonly CartLine[]): Order => {
    const guest = { lines, codes: [], channel: DEFAULT_CHANNEL, delivery: null, shopper: null }
    return { now, cart: fitCart(promotion.when, guest, plan), facts: {}, codes: {} }
  }
  const order = orderOf([{ sku, quantity: 1 }])
  const quote = computeQuote(plan, order)
  const own = quote.promotions.find((outcome) => outcome.promotion === promotion.id)!
  if (own.outcome === 'applied') return isWhole(own)
  if (findKeptNudges(plan, order, quote).some((nudge) => nudge.promotion === promotion.id)) return true
  if (own.reason !== 'condition') return false
  return computeEdgeCarts(promotion, plan, { sku, order }).some(({ side, lines }) => {
    if (side === 'below' || !lines.some((line) => line.sku === sku)) return false
    return computeQuote(plan, orderOf(lines)).promotions.some((one) => one.promotion === promotion.id && isWhole(one))
  })
}

const NAMED = 3

function nameProducts({ catalogue }: CompiledPlan, skus: readonly string[]): Record<string, string> {
  const known = skus.slice(0, 2 * NAMED).flatMap((sku) => catalogue.bySku.get(sku) ?? [])
  return Object.fromEntries(known.map(({ sku, name }) => [sku, name]))
}
