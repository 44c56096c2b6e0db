import type { ShopProduct } from '@novalex/contract'
import {
  categoryPath,
  computeHorizon,
  computePriceSpans,
  computePriorPrice,
  computeStruckPrice,
  computeUnitsOnOffer,
  WHOLE,
  type CompiledPlan,
  type CompiledPromotion,
  type Facts,
  type HistorySpan,
  type Instant,
  type Product,
} from '@novalex/core'
import { GUEST } from '../plan/resolveQuestion.ts'

/** A product as the shop shows it at an instant, with the moment until which its price holds. */
export function toShopProduct(
  plan: CompiledPlan,
  product: Product,
  { now, history, facts }: { readonly now: Instant; readonly history: readonly HistorySpan[]; readonly facts: Facts },
): ShopProduct {
  const to = computeHorizon([plan], now)
  const spans = computePriceSpans(plan, product, { from: now, to }, { ...GUEST, facts })
  const { price, promotions } = spans[0]!
  const change = spans.find((span) => span.price !== price)
  const { stock } = product
  const present = history.find(({ from, until }) => from <= now && now < until)
  const struck = present ? computeStruckPrice(present, computePriorPrice(history, now, plan.store.priorDays)) : null
  return {
    sku: product.sku,
    name: product.name,
    categories: product.categories.map((id) => categoryPath(plan.catalogue.categories, id)),
    root: rootOf(plan, product),
    price,
    struck,
    percentOff: struck === null ? 0 : Math.floor(((struck - price) * WHOLE) / struck / 100),
    until: price < product.regularPrice && change ? new Date(change.from).toISOString() : null,
    inStock: stock === null || stock > 0,
    left: findLeast(promotions.flatMap((id) => countLeft(plan.findPromotion(id)!, facts, now) ?? [])),
    displays: promotions.flatMap((id) => plan.findPromotion(id)?.promotion.display ?? []),
  }
}

export interface Left {
  readonly left: number
  readonly of: number
}

/** How many units a promotion has left, of those on offer; null where it has no such limit. */
export function countLeft({ promotion, schedule }: CompiledPromotion, facts: Facts, now: Instant): Left | null {
  if (promotion.limits.units == null) return null
  const sold = facts[promotion.id]?.unitsSold ?? 0
  const of = computeUnitsOnOffer(promotion.limits, { sold, now, end: schedule.end })
  return { left: Math.max(0, of - sold), of }
}

function findLeast(lefts: readonly Left[]): Left | null {
  return lefts.reduce<Left | null>((least, one) => (least && least.left <= one.left ? least : one), null)
}

function rootOf({ catalogue: { categories } }: CompiledPlan, { categories: [first] }: Product): string | null {
  let id = first
  for (let parent = id && categories.get(id)?.parent; parent; parent = categories.get(parent)?.parent) id = parent
  return id ?? null
}
