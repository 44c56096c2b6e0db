import type { MinorUnits } from '../values/index.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Adjustment, Quote } from './quote.ts'

/** A priced order as it fits on a strip of paper, with names instead of ids. */
export interface Receipt {
  readonly lines: {
    readonly sku: string
    readonly name: string
    readonly quantity: number
    readonly gift: boolean
    readonly regular: MinorUnits
    readonly total: MinorUnits
  }[]
  readonly reductions: { readonly promotion: string; readonly amount: MinorUnits }[]
  readonly delivery: MinorUnits
  readonly surcharges: MinorUnits
  readonly grand: MinorUnits
}

export function writeReceipt(plan: CompiledPlan, { lines, delivery, totals }: Quote): Receipt {
  return {
    lines: lines.map(({ sku, quantity, gift, regular, total }) => {
      return { sku, name: plan.catalogue.bySku.get(sku)?.name ?? sku, quantity, gift, regular, total }
    }),
    reductions: sumReductions(plan, [...lines.flatMap(({ adjustments }) => adjustments), ...delivery.adjustments]),
    delivery: delivery.total,
    surcharges: totals.surcharges,
    grand: totals.grand,
  }
}

/** By rank, with names. */
function sumReductions({ promotions }: CompiledPlan, adjustments: readonly Adjustment[]): Receipt['reductions'] {
  const amounts = new Map<string, MinorUnits>()
  for (const { promotion, amount } of adjustments) amounts.set(promotion, (amounts.get(promotion) ?? 0) + amount)
  return promotions.flatMap(({ promotion: { id, name } }) => {
    const amount = amounts.get(id) ?? 0
    return amount > 0 ? [{ promotion: name, amount }] : []
  })
}
