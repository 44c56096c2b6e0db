import type { Order } from '../terms/index.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Quote } from './quote.ts'
import { settleOrder } from './settled.ts'
import { writeQuote } from './writeQuote.ts'

/**
 * Prices a cart, and says why. The order must have passed `checkOrder`; an unknown SKU throws. A function of its input alone.
 * Source: docs/pricing.md.
 */
export function computeQuote(plan: CompiledPlan, order: Order): Quote {
  return writeQuote(settleOrder(plan, order))
}
