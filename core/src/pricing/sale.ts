import type { Order } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Quote } from './quote.ts'
import { replay } from './replay.ts'
import { settleOrder, type Settled } from './settled.ts'
import { writeQuote } from './writeQuote.ts'

/** Usage of an applied promotion by one order. */
export interface PromotionUse {
  readonly promotion: string
  /**
   * Units that count against its limit and move its ladder: those that it reduced; of a bundle all its units, of buy and get those that were
   * rewarded, of price steps those whose price it set.
   */
  readonly units: number
  /** Reduction. */
  readonly given: MinorUnits
  /** Surcharge. */
  readonly added: MinorUnits
}

/** An order as it would be sold: what it costs, and what it uses up of each promotion that applied. */
export interface Sale {
  readonly quote: Quote
  /** By rank. */
  readonly uses: readonly PromotionUse[]
}

/** Prices an order and counts what it would use up. The order must have passed `checkOrder`. Source: docs/pricing.md, "What an order uses up". */
export function computeSale(plan: CompiledPlan, order: Order): Sale {
  const settled = settleOrder(plan, order)
  const quote = writeQuote(settled)
  return { quote, uses: countUses(settled, quote) }
}

function countUses({ session, contest, settlement }: Settled, quote: Quote): PromotionUse[] {
  const uses = new Map<string, { units: number; given: MinorUnits; added: MinorUnits }>()
  const use = (id: string) => {
    let own = uses.get(id)
    if (!own) uses.set(id, (own = { units: 0, given: 0, added: 0 }))
    return own
  }
  for (const { sku, quantity } of session.order.cart.lines) {
    const step = session.stepOf(session.plan.getProduct(sku))
    if (step) use(step.id).units += quantity
  }
  for (const { promotion, phase, amount, units } of quote.lines.flatMap(({ adjustments }) => adjustments)) {
    const own = use(promotion)
    own.given += amount
    if (phase <= 2) own.units += units
  }
  for (const { promotion, amount } of quote.delivery.adjustments) use(promotion).given += amount
  for (const { promotion, amount } of quote.surcharges) use(promotion).added += amount
  const turns = settlement.members.length > 0 ? replay(contest, settlement) : null
  for (const { entry } of settlement.members) {
    const outcome = turns?.turnOf(entry)?.outcome
    if (outcome?.state && outcome.units !== null) use(entry.id).units = outcome.units
  }
  return session.plan.promotions.flatMap(({ id }) => {
    const own = uses.get(id)
    return own ? [{ promotion: id, ...own }] : []
  })
}
