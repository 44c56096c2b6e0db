import type { ShopProduct } from '@novalex/contract'
import {
  categoryPath,
  computeHorizon,
  computePriceSpans,
  computePriorPrice,
  computeStruckPrice,
  WHOLE,
  type CompiledPlan,
  type HistorySpan,
  type Instant,
  type Product,
} from '@novalex/core'
import { GUEST } from '../plan/resolveQuestion.ts'

/** A product as the shop shows it at an instant, with the moment until which its price holds. */
export function toShopProduct(
  plan: CompiledPlan,
  product: Product,
  { now, history }: { readonly now: Instant; readonly history: readonly HistorySpan[] },
): ShopProduct {
  const to = computeHorizon([plan], now)
  const spans = computePriceSpans(plan, product, { from: now, to }, GUEST)
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
    displays: promotions.flatMap((id) => plan.findPromotion(id)?.promotion.display ?? []),
  }
}

function rootOf({ catalogue: { categories } }: CompiledPlan, { categories: [first] }: Product): string | null {
  let id = first
  for (let parent = id && categories.get(id)?.parent; parent; parent = categories.get(parent)?.parent) id = parent
  return id ?? null
}
