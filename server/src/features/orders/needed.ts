import type { CompiledPlan, Order, Sale } from '@novalex/core'
import { isShared } from '../../data/counts/index.ts'
import { listCounted } from '../../sources/cart/circumstances.ts'

/** Rows to lock while an order is priced, since concurrent orders may write them. */
export interface Needed {
  readonly promotions: ReadonlySet<string>
  readonly skus: ReadonlySet<string>
}

/** Promotions that applied whose limits or ladders all orders share, and what is taken from a counted stock. */
export function findNeeded(plan: CompiledPlan, { cart }: Order, { quote, uses }: Sale): Needed {
  const shared = uses.filter(({ promotion }) => isShared(plan.getPromotion(promotion).promotion))
  const counted = new Set(listCounted(plan, cart))
  return {
    promotions: new Set(shared.map(({ promotion }) => promotion)),
    skus: new Set(quote.lines.map(({ sku }) => sku).filter((sku) => counted.has(sku))),
  }
}

export const joinNeeded = (a: Needed, b: Needed): Needed => ({
  promotions: new Set([...a.promotions, ...b.promotions]),
  skus: new Set([...a.skus, ...b.skus]),
})

export const isNothing = ({ promotions, skus }: Needed) => promotions.size === 0 && skus.size === 0

/** Whether all is held that is wanted. */
export const holds = (held: Needed, wanted: Needed) =>
  isSubset(wanted.promotions, held.promotions) && isSubset(wanted.skus, held.skus)

const isSubset = (part: ReadonlySet<string>, whole: ReadonlySet<string>) => [...part].every((one) => whole.has(one))

/** Units by SKU. */
export function sumUnits(lines: readonly { readonly sku: string; readonly quantity: number }[]): Map<string, number> {
  const sums = new Map<string, number>()
  for (const { sku, quantity } of lines) sums.set(sku, (sums.get(sku) ?? 0) + quantity)
  return sums
}
