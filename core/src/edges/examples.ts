import { phaseOf } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { computeQuote, findOutcome, type CompiledPlan, type PromotionOutcome } from '../pricing/index.ts'
import type { CartLine, Order, Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { computeEdgeCarts } from './edgeCarts.ts'

/** A cart in the plan as it stands, without a promotion and with it. */
export interface Example {
  /** As it was priced: the till comes to the same. */
  readonly order: Order
  readonly without: MinorUnits
  readonly with: MinorUnits
  readonly gifts: readonly CartLine[]
  /** What became of the promotion: why it did nothing, or what kept it from its whole reduction. */
  readonly outcome: PromotionOutcome
}

interface Question {
  /** The plan with the promotion, and the same without it; over the same products. */
  readonly all: CompiledPlan
  readonly others: CompiledPlan
  /** Who buys, when, with what was sold so far; its lines are those of the examples. */
  readonly order: Order
  /** Products of what it applies to. */
  readonly products: readonly Product[]
}

const SHOWN = 4

/**
 * Carts that show what a promotion does beside all others: just below and at its limits, or one unit of each product where it has none. Each is priced like
 * any order.
 */
export function computeExamples(promotion: Promotion, { all, others, order, products }: Question): Example[] {
  // The middle one: the most expensive is the likeliest to meet its floor, which is not what the rule is about.
  const middle = products.toSorted((a, b) => a.regularPrice - b.regularPrice)[Math.floor(products.length / 2)]
  const isOfCarts = phaseOf(promotion.mechanic) > 1
  const edges = isOfCarts && middle ? computeEdgeCarts(promotion, all, { sku: middle.sku, order }) : []
  const beside = edges.filter(({ side }) => side !== 'above').map(({ lines }) => lines)
  const carts = beside.length > 0 ? beside : products.map(({ sku }) => [{ sku, quantity: 1 }])
  return carts.slice(0, SHOWN).map((lines) => {
    const own: Order = { ...order, cart: { ...order.cart, lines } }
    const quote = computeQuote(all, own)
    return {
      order: own,
      without: computeQuote(others, own).totals.grand,
      with: quote.totals.grand,
      gifts: quote.lines.filter(({ gift }) => gift).map(({ sku, quantity }) => ({ sku, quantity })),
      outcome: findOutcome(quote, promotion.id),
    }
  })
}
