import type { CompiledPlan, CompiledPromotion } from './compilePlan.ts'
import { judgeCondition, type FailedTest } from './condition.ts'
import { findRung } from './ladder.ts'
import type { Order, PromotionFacts, Value } from './plan.ts'
import { computeScheduleStatus } from './schedule.ts'

/** Why a promotion changed nothing. Source: docs/pricing.md, "Reasons". */
export type SkipReason =
  | 'not-ready'
  | 'not-started'
  | 'ended'
  | 'outside-hours'
  | 'sign-in-needed'
  | 'condition'
  | 'nothing-in-reach'
  | 'used-up'
  | 'shopper-limit'
  | 'units-gone'
  | 'budget-gone'
  | 'stacking'
  | 'better-without'
  | 'no-saving'
  | 'floor'

export interface Skip {
  readonly reason: SkipReason
  readonly failed?: FailedTest | null
}

/** A promotion that may act on the order, with what a ladder makes of its value now. */
export interface AdmittedPromotion {
  readonly entry: CompiledPromotion
  /** The ladder's value, or null where the mechanic's own holds. */
  readonly rung: Value | null
  /** Units that it may still reduce; `Infinity` without a limit. */
  readonly unitsLeft: number
}

/** Whether a promotion is admitted for an order, or why not. Source: docs/pricing.md, "A promotion". */
export function computeAdmission(plan: CompiledPlan, entry: CompiledPromotion, order: Order): AdmittedPromotion | Skip {
  const { promotion, schedule } = entry
  if (promotion.state !== 'ready') return { reason: 'not-ready' }
  const status = computeScheduleStatus(schedule, order.now)
  if (status !== 'live') return { reason: status }
  const facts = order.facts[promotion.id] ?? {}
  const exhausted = findExhausted(entry, facts, order)
  if (exhausted) return { reason: exhausted }
  if (promotion.when) {
    const { truth, failed } = judgeCondition(promotion.when, order.cart, plan.catalogue)
    if (truth !== 'true') return { reason: truth === 'unknown' ? 'sign-in-needed' : 'condition', failed }
  }
  const { ladder, limits } = promotion
  return {
    entry,
    rung: ladder ? findRung(ladder, promotion, plan.store.timeZone, { now: order.now, facts }) : null,
    unitsLeft: limits.units == null ? Infinity : limits.units - (facts.unitsSold ?? 0),
  }
}

export function isAdmitted(admission: AdmittedPromotion | Skip): admission is AdmittedPromotion {
  return 'entry' in admission
}

function findExhausted({ promotion }: CompiledPromotion, facts: PromotionFacts, { cart }: Order): SkipReason | null {
  const { uses, usesPerShopper, units, budget, budgetStops } = promotion.limits
  if (uses != null && (facts.uses ?? 0) >= uses) return 'used-up'
  if (usesPerShopper != null) {
    if (cart.shopper === null) return 'sign-in-needed'
    if ((facts.usesByShopper ?? 0) >= usesPerShopper) return 'shopper-limit'
  }
  if (units != null && (facts.unitsSold ?? 0) >= units) return 'units-gone'
  if (budgetStops && budget != null && (facts.discountGiven ?? 0) >= budget) return 'budget-gone'
  return null
}
