import type { CompiledPlan } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { Quote } from './quote.ts'

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

export function writeReceipt(plan: CompiledPlan, { lines, promotions, delivery, totals }: Quote): Receipt {
  const surcharges = new Set(plan.promotions.filter(({ phase }) => phase === 5).map(({ promotion }) => promotion.id))
  return {
    lines: lines.map(({ sku, quantity, gift, regular, total }) => {
      return { sku, name: plan.catalogue.bySku.get(sku)?.name ?? sku, quantity, gift, regular, total }
    }),
    reductions: promotions
      .filter(({ promotion, amount }) => amount > 0 && !surcharges.has(promotion))
      .map(({ promotion, amount }) => ({
        promotion: plan.findPromotion(promotion)?.promotion.name ?? promotion,
        amount,
      })),
    delivery: delivery.total,
    surcharges: totals.surcharges,
    grand: totals.grand,
  }
}
