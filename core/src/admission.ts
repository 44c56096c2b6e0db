import type { CompiledPromotion } from './compilePlan.ts'
import { judgeCondition, type ConditionView, type FailedTest } from './condition.ts'
import { findRung } from './ladder.ts'
import type { MinorUnits } from './money.ts'
import type { Order, PromotionFacts, Value } from './plan.ts'
import { computeScheduleStatus } from './schedule.ts'

/** Why a promotion changed nothing. Source: docs/pricing.md, "Reasons". */
export type SkipReason =
  | 'not-ready'
  | 'not-started'
  | 'ended'
  | 'outside-hours'
  | 'no-code'
  | 'sign-in-needed'
  | 'condition'
  | 'nothing-in-reach'
  | 'below-first-tier'
  | 'not-enough-units'
  | 'used-up'
  | 'shopper-limit'
  | 'units-gone'
  | 'budget-gone'
  | 'stacking'
  | 'sole'
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
  /** The most that it may take off this order, or add to it. */
  readonly cap: MinorUnits
}

/** Whether a promotion is admitted for an order as far as its condition is not asked. `counted` holds the ids that codes open. */
export function admit(entry: CompiledPromotion, order: Order, counted: ReadonlySet<string>): AdmittedPromotion | Skip {
  const { promotion, schedule } = entry
  if (promotion.state !== 'ready') return { reason: 'not-ready' }
  const status = computeScheduleStatus(schedule, order.now)
  if (status !== 'live') return { reason: status }
  const facts = order.facts[promotion.id] ?? {}
  const exhausted = findExhausted(entry, facts, order)
  if (exhausted) return { reason: exhausted }
  if (promotion.code !== null && !counted.has(promotion.id)) return { reason: 'no-code' }
  const { limits } = promotion
  const budgetLeft = limits.budgetStops && limits.budget != null ? limits.budget - (facts.discountGiven ?? 0) : Infinity
  return {
    entry,
    rung: findRung(promotion, entry.rungs, { now: order.now, facts }),
    unitsLeft: limits.units == null ? Infinity : limits.units - (facts.unitsSold ?? 0),
    cap: Math.min(limits.perOrder ?? Infinity, budgetLeft),
  }
}

/** Why a promotion's condition keeps it out; null if it does not. */
export function judgeWhen({ promotion }: CompiledPromotion, view: ConditionView): Skip | null {
  if (promotion.when === null) return null
  const { truth, failed } = judgeCondition(promotion.when, view)
  if (truth === 'true') return null
  return { reason: truth === 'unknown' ? 'sign-in-needed' : 'condition', failed }
}

export function isAdmitted(admission: AdmittedPromotion | Skip): admission is AdmittedPromotion {
  return 'entry' in admission
}

/** Which limit is used up. Source: docs/pricing.md, "Limits". */
export function findExhausted(
  { promotion }: CompiledPromotion,
  facts: PromotionFacts,
  { cart }: Order,
): SkipReason | null {
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
