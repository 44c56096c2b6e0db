import { definitionOf } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Quote, QuoteLine } from './quote.ts'

/** A quote as receipts show it: reductions of the goods together stand below them, each as one line. */
export interface ReceiptLines {
  /** Totals are those before the reductions below; adjustments are those above. */
  readonly lines: readonly QuoteLine[]
  /** By rank, whole amounts. */
  readonly reductions: readonly { readonly promotion: string; readonly amount: MinorUnits }[]
}

/** Whether receipts show a reduction as one line below the goods, or with each of them. Source: docs/pricing.md, "What shoppers see". */
export function isOrderLine({ mechanic, display }: Pick<Promotion, 'mechanic' | 'display'>): boolean {
  if (display?.as) return display.as === 'line'
  const { asLine, rewards } = definitionOf(mechanic)
  return asLine ?? rewards(mechanic).some((value) => 'amount' in value && value.per === 'once')
}

/**
 * Splits the reductions of a quote: Σ totals of lines − Σ reductions = merchandise, to the cent. What each unit bears of them stays in the quote,
 * for tax and cancelling. `plan` must be the one that it was priced under.
 */
export function foldOrderLines(plan: CompiledPlan, { lines }: Quote): ReceiptLines {
  const amounts = new Map<string, MinorUnits>()
  const isBelow = new Map<string, boolean>()
  const folds = ({ promotion, phase }: QuoteLine['adjustments'][number], gift: boolean) => {
    // Shelf prices and what is given away are the goods' own.
    if (gift || phase < 2) return false
    let own = isBelow.get(promotion)
    if (own === undefined) isBelow.set(promotion, (own = isOrderLine(plan.getPromotion(promotion).promotion)))
    return own
  }
  const folded = lines.map((line) => {
    const below = line.adjustments.filter((one) => folds(one, line.gift))
    if (below.length === 0) return line
    for (const { promotion, amount } of below) amounts.set(promotion, (amounts.get(promotion) ?? 0) + amount)
    return {
      ...line,
      total: below.reduce((sum, { amount }) => sum + amount, line.total),
      adjustments: line.adjustments.filter((one) => !below.includes(one)),
    }
  })
  const reductions = plan.promotions.flatMap(({ id }) => {
    const amount = amounts.get(id)
    return amount === undefined ? [] : { promotion: id, amount }
  })
  return { lines: folded, reductions }
}
