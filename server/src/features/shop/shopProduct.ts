import type { ShopProduct } from '@novalex/contract'
import {
  toIso,
  categoryPath,
  computeMemberPrices,
  computeShownPrice,
  computeUnitsOnOffer,
  type CompiledPlan,
  type CompiledPromotion,
  type Facts,
  type HistorySpan,
  type Instant,
  type Product,
} from '@novalex/core'
import { readDisplay } from '../../sources/cart/shopTexts.ts'
import type { Look } from './viewer.ts'

/** A product as the shop shows it to a viewer, with the moment until which its price holds. `history`: what everybody paid. */
export function toShopProduct(
  plan: CompiledPlan,
  product: Product,
  { look, history }: { readonly look: Look; readonly history: readonly HistorySpan[] },
): ShopProduct {
  const { stock } = product
  const { next, left, promotions, ...shown } = computeShownPrice(plan, product, { ...look, history })
  return {
    sku: product.sku,
    name: product.name,
    categories: product.categories.map((id) => categoryPath(plan.catalogue.categories, id)),
    root: rootOf(plan, product),
    ...shown,
    // A price that is about to fall is no last chance.
    until: next && next.price > shown.price ? toIso(next.at) : null,
    then: next && next.price > shown.price ? next.price : null,
    inStock: stock === null || stock > 0,
    left,
    displays: promotions.flatMap((promotion) => readDisplay(promotion, look.figures) ?? []),
    flags: [...new Set(promotions.flatMap(({ id }) => plan.flags.get(id) ?? []))],
    members: computeMemberPrices(plan, product, look),
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

function rootOf({ catalogue: { categories } }: CompiledPlan, { categories: [first] }: Product): string | null {
  let id = first
  for (let parent = id && categories.get(id)?.parent; parent; parent = categories.get(parent)?.parent) id = parent
  return id ?? null
}
