import type { NumberLocale, ShopCartAnswer } from '@novalex/contract'
import {
  computeQuote,
  findOutcome,
  findKeptNudges,
  foldOrderLines,
  type CodeOutcome,
  type CompiledPlan,
  conditionOf,
  type ConditionTest,
  type MinorUnits,
  type Nudge,
  type Order,
  type SkippedOutcome,
  type Quote,
} from '@novalex/core'
import { type CodeShape, isMistyped } from '../../data/codes/index.ts'
import { hideInternal } from './hideInternal.ts'
import { titleForCart } from './shopTexts.ts'

/** Of which release it is, and in which locale it is read. */
export interface Shown {
  readonly release: number | null
  readonly locale: NumberLocale
}

/** A cart as the shop shows it: no internal name in it, and only nudges of offers that need no code. */
export function computeShopCart(plan: CompiledPlan, order: Order, shown: Shown): ShopCartAnswer {
  const quote = computeQuote(plan, order)
  return { ...writeShopCart(plan, quote, shown), nudges: findShopNudges(plan, quote, { order, ...shown }) }
}

/** A quote as the shop shows it, without nudges. */
export function writeShopCart(plan: CompiledPlan, quote: Quote, { release, locale }: Shown): ShopCartAnswer {
  const figures = { currency: plan.store.currency, locale }
  const { totals, delivery } = quote
  const { lines, reductions } = foldOrderLines(plan, quote)
  const causeOf = ({ promotion: id, amount }: { promotion: string; amount: MinorUnits }) => {
    const { promotion } = plan.getPromotion(id)
    const { mechanic, code } = promotion
    return {
      kind: mechanic.kind,
      title: titleForCart(promotion, figures),
      code: code && 'text' in code ? code.text : null,
      amount,
    }
  }
  return {
    release,
    lines: lines.map(({ sku, quantity, gift, regular, total, adjustments }) => ({
      sku,
      name: plan.getProduct(sku).name,
      quantity,
      gift,
      regular,
      total,
      causes: adjustments.map((one) => ({
        ...causeOf(one),
        ...(one.units < quantity ? { units: one.units } : {}),
      })),
    })),
    reductions: reductions.map((one) => {
      return { ...causeOf(one), mechanic: hideInternal(plan.getPromotion(one.promotion).promotion.mechanic) }
    }),
    delivery: { regular: delivery.regular, total: delivery.total, causes: delivery.adjustments.map(causeOf) },
    surcharges: quote.surcharges.map(causeOf),
    codes: quote.codes.map((one) => {
      const { code, outcome, reason } = one
      return { code, outcome, reason: hideFate(reason), lacks: findLack(quote, one) }
    }),
    nudges: [],
    saved: totals.saved,
    grand: totals.grand,
  }
}

function findShopNudges(
  plan: CompiledPlan,
  quote: Quote,
  { order, locale }: Shown & { readonly order: Order },
): ShopCartAnswer['nudges'] {
  const figures = { currency: plan.store.currency, locale }
  const isShown = ({ promotion: id }: Nudge) => {
    const { promotion } = plan.getPromotion(id)
    return promotion.code === null && promotion.display?.nudge !== false
  }
  return findKeptNudges(plan, order, quote, isShown).map((nudge) => {
    const { promotion } = plan.getPromotion(nudge.promotion)
    const names = Object.fromEntries(nudge.add.map(({ sku }) => [sku, plan.getProduct(sku).name]))
    return { kind: promotion.mechanic.kind, title: titleForCart(promotion, figures), nudge: hideInternal(nudge), names }
  })
}

/** Of a code that was used or voided a shopper learns no more than of one that there never was. */
function hideFate(reason: CodeOutcome['reason']): CodeOutcome['reason'] {
  return reason === 'code-used' || reason === 'code-void' ? 'code-unknown' : reason
}

/** Why the promotion of a code without effect did nothing. */
function findLack(quote: Quote, { promotion, outcome }: CodeOutcome) {
  if (outcome !== 'noEffect' || promotion === null) return null
  const skipped = findOutcome(quote, promotion)
  return skipped.outcome === 'skipped' ? { reason: skipped.reason, facts: toShopperFacts(skipped) } : null
}

type ShopperFacts = NonNullable<ShopCartAnswer['codes'][number]['lacks']>['facts']

/** Explanation shown to shoppers: shortfalls and conditions on the cart or their orders, nothing about other promotions. */
function toShopperFacts(skipped: SkippedOutcome): ShopperFacts {
  switch (skipped.reason) {
    case 'not-enough-units':
      return skipped.facts
    case 'below-first-tier': {
      const { missingUnits, missingAmount } = skipped.facts
      return missingUnits === undefined ? { missingAmount } : { missingUnits }
    }
    case 'condition':
    case 'sign-in-needed': {
      const { test, isNegated } = skipped.facts
      return test && isSayable(test) ? { test, isNegated } : {}
    }
    default:
      return {}
  }
}

/** Shoppers know categories by name; sets, tags and families have none for them. */
function isSayable(test: ConditionTest): boolean {
  const keys = 'reach' in test ? Object.keys(test.reach) : []
  return !conditionOf(test).isInternal && keys.every((key) => key === 'categories' || key === 'regularPrice')
}

/** Of codes that there are not, those that look like one of a batch, but for a mistake in typing. */
export function nameMistyped(codes: ShopCartAnswer['codes'], shapes: readonly CodeShape[]): ShopCartAnswer['codes'] {
  return codes.map((one) =>
    one.reason === 'code-unknown' && isMistyped(one.code, shapes) ? { ...one, reason: 'code-mistyped' as const } : one,
  )
}
