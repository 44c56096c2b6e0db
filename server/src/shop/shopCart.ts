import type { ShopCartAnswer } from '@novalex/contract'
import {
  computeQuote,
  normalizeCode,
  type CodeOutcome,
  type CompiledPlan,
  type MinorUnits,
  type Order,
  type Promotion,
  type Quote,
} from '@novalex/core'

/** A cart as the shop shows it: no internal name in it, and only nudges of offers that need no code. */
export function computeShopCart(plan: CompiledPlan, release: number | null, order: Order): ShopCartAnswer {
  const quote = computeQuote(plan, order)
  const { totals, delivery } = quote
  const causeOf = ({ promotion: id, amount }: { promotion: string; amount: MinorUnits }) => {
    const { promotion } = plan.findPromotion(id)!
    const { mechanic, code } = promotion
    return {
      kind: mechanic.kind,
      title: titleOf(promotion),
      code: code && 'text' in code ? code.text : null,
      amount,
    }
  }
  return {
    release,
    lines: quote.lines.map(({ sku, quantity, gift, regular, total, adjustments }) => ({
      sku,
      name: plan.catalogue.bySku.get(sku)!.name,
      quantity,
      gift,
      regular,
      total,
      causes: adjustments.map(causeOf),
    })),
    delivery: { regular: delivery.regular, total: delivery.total },
    surcharges: quote.surcharges.map(causeOf),
    codes: quote.codes.map((outcome) => ({ ...outcome, lacks: findLack(plan, quote, outcome) })),
    nudges: quote.nudges.flatMap((nudge) => {
      const { promotion } = plan.findPromotion(nudge.promotion)!
      if (promotion.code !== null || promotion.display?.nudge === false) return []
      return [{ kind: promotion.mechanic.kind, title: titleOf(promotion), nudge }]
    }),
    saved: totals.saved,
    grand: totals.grand,
  }
}

/** What the cart calls a promotion; null leaves it to a word for its kind. */
function titleOf({ display }: Promotion): string | null {
  const isShown = display?.places?.includes('cart') ?? true
  return (isShown && display?.title) || null
}

function findLack(plan: CompiledPlan, quote: Quote, { code, outcome }: CodeOutcome) {
  if (outcome !== 'noEffect') return null
  const ids = new Set(plan.findByCode(normalizeCode(code)).map(({ promotion }) => promotion.id))
  const skipped = quote.promotions.find(({ promotion, reason }) => ids.has(promotion) && reason !== null)
  return skipped ? { reason: skipped.reason!, facts: { ...skipped.facts } } : null
}
