import type { ShopProduct } from '@novalex/contract'
import {
  categoryPath,
  computeHorizon,
  computePriceSpans,
  WHOLE,
  type CompiledPlan,
  type Instant,
  type Product,
} from '@novalex/core'
import { ONLOOKER } from '../plan/ask.ts'

/** A product as the shop shows it at an instant, with the moment until which its price holds. */
export function toShopProduct(plan: CompiledPlan, product: Product, now: Instant): ShopProduct {
  const to = computeHorizon([plan], now)
  const spans = computePriceSpans(plan, product, { from: now, to }, ONLOOKER)
  const { price, promotions } = spans[0]!
  const change = spans.find((span) => span.price !== price)
  const { regularPrice, stock } = product
  const isReduced = price < regularPrice
  return {
    sku: product.sku,
    name: product.name,
    categories: product.categories.map((id) => categoryPath(plan.catalogue.categories, id)),
    price,
    struck: isReduced ? regularPrice : null,
    percentOff: isReduced ? Math.floor(((regularPrice - price) * WHOLE) / regularPrice / 100) : 0,
    until: isReduced && change ? new Date(change.from).toISOString() : null,
    inStock: stock === null || stock > 0,
    displays: promotions.flatMap((id) => plan.findPromotion(id)?.promotion.display ?? []),
  }
}
