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
  /** Outcome of the promotion: the reason it did nothing, or what limited it. */
  readonly outcome: PromotionOutcome
}

interface Question {
  /** The plan with the promotion, and the same without it; over the same products. */
  readonly all: CompiledPlan
  readonly others: CompiledPlan
  /** Shopper, time and usage; the lines come from the examples. */
  readonly order: Order
  /** Products of what it applies to. */
  readonly products: readonly Product[]
}

const SHOWN = 4

/**
 * Carts that show what a promotion does beside all others: just below and at its limits, or one unit of each product where it has none. If other
 * promotions win in all of them, a cart of another product in which this one applies is added. Each is priced like any order.
 */
export function computeExamples(promotion: Promotion, question: Question): Example[] {
  const { order, products } = question
  // The middle one: the most expensive is the likeliest to meet its floor, which is not what the rule is about.
  const middle = products.toSorted((a, b) => a.regularPrice - b.regularPrice)[Math.floor(products.length / 2)]
  const beside = findCarts(promotion, question, middle)
  const carts = beside.length > 0 ? beside : products.map(({ sku }) => [{ sku, quantity: 1 }])
  const price = (lines: readonly CartLine[]) => priceExample(promotion, question, { ...order.cart, lines })
  const examples = carts.slice(0, SHOWN).map(price)
  if (examples.some(isAtWork)) return examples
  for (const product of products.toReversed()) {
    if (product === middle) continue
    const more = [...findCarts(promotion, question, product), [{ sku: product.sku, quantity: 1 }]]
    const another = more.map(price).find(isAtWork)
    if (another) return [...examples.slice(0, SHOWN - 1), another]
  }
  return examples
}

const isAtWork = (example: Example) => example.with !== example.without || example.gifts.length > 0

/** The carts of a product just below and at the limits of a promotion of carts. */
function findCarts(promotion: Promotion, { all, order }: Question, product: Product | undefined) {
  if (phaseOf(promotion.mechanic) <= 1 || !product) return []
  const edges = computeEdgeCarts(promotion, all, { sku: product.sku, order })
  return edges.filter(({ side }) => side !== 'above').map(({ lines }) => lines)
}

function priceExample(promotion: Promotion, { all, others, order }: Question, cart: Order['cart']): Example {
  const own: Order = { ...order, cart }
  const quote = computeQuote(all, own)
  return {
    order: own,
    without: computeQuote(others, own).totals.grand,
    with: quote.totals.grand,
    gifts: quote.lines.filter(({ gift }) => gift).map(({ sku, quantity }) => ({ sku, quantity })),
    outcome: findOutcome(quote, promotion.id),
  }
}
