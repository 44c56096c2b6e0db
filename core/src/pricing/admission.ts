import type { Act } from '../mechanics/index.ts'
import { computeScheduleStatus, computeUnitsOnOffer, findRung } from '../plan/index.ts'
import type { Order, PromotionFacts } from '../terms/index.ts'
import type { Actor, Skip } from '../units/index.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'
import { judgeCondition, type ConditionView } from '../conditions/index.ts'

/** A promotion that may act on the order, with what a ladder makes of its value now. */
export interface AdmittedPromotion<A extends Act = Act> extends Actor {
  readonly entry: CompiledPromotion<A>
}

/** Whether a promotion is admitted for an order as far as its condition is not asked. `counted` holds the ids that codes open. */
export function admit<A extends Act>(
  entry: CompiledPromotion<A>,
  order: Order,
  counted: ReadonlySet<string>,
): AdmittedPromotion<A> | Skip {
  const { promotion, schedule } = entry
  if (promotion.state !== 'ready') return { reason: 'not-ready' }
  const status = computeScheduleStatus(schedule, order.now)
  if (status !== 'live') return { reason: status }
  const facts = order.facts[promotion.id] ?? {}
  const exhausted = findExhausted(entry, facts, order)
  if (exhausted) return exhausted
  if (promotion.code !== null && !counted.has(promotion.id)) return { reason: 'no-code' }
  const { limits } = promotion
  const budgetLeft = limits.budgetStops && limits.budget != null ? limits.budget - (facts.discountGiven ?? 0) : Infinity
  return {
    entry,
    rung: findRung(promotion, entry.rungs, { now: order.now, facts }),
    unitsLeft: onOffer(entry, facts, order) - (facts.unitsSold ?? 0),
    cap: Math.min(limits.perOrder ?? Infinity, budgetLeft),
  }
}

/** Why a promotion's condition keeps it out; null if it does not. */
export function judgeWhen({ promotion }: CompiledPromotion, view: ConditionView): Skip | null {
  if (promotion.when === null) return null
  const { truth, failed } = judgeCondition(promotion.when, view)
  if (truth === 'true') return null
  return { reason: truth === 'unknown' ? 'sign-in-needed' : 'condition', ...failed }
}

export function isAdmitted<A extends Act>(admission: AdmittedPromotion<A> | Skip): admission is AdmittedPromotion<A> {
  return 'entry' in admission
}

/** The exhausted limit and its figures. Source: docs/pricing.md, "Limits". */
export function findExhausted(entry: CompiledPromotion, facts: PromotionFacts, order: Order): Skip | null {
  const { limits } = entry.promotion
  const { cart } = order
  const isFull = (limit: number | null | undefined, found: number | undefined) => limit != null && (found ?? 0) >= limit
  const full = (limit: number | null | undefined, found = 0) => ({ found, limit: limit ?? 0 })
  if (isFull(limits.uses, facts.uses)) return { reason: 'used-up', ...full(limits.uses, facts.uses) }
  if (limits.usesPerShopper != null && cart.shopper === null) return { reason: 'sign-in-needed' }
  if (isFull(limits.usesPerShopper, facts.usesByShopper)) {
    return { reason: 'shopper-limit', ...full(limits.usesPerShopper, facts.usesByShopper) }
  }
  const units = onOffer(entry, facts, order)
  if (isFull(units, facts.unitsSold)) return { reason: 'units-gone', ...full(units, facts.unitsSold) }
  const isSpent = limits.budgetStops === true && isFull(limits.budget, facts.discountGiven)
  return isSpent ? { reason: 'budget-gone', ...full(limits.budget, facts.discountGiven) } : null
}

/** How many units it has on offer now, refills included; `Infinity` without a limit. */
function onOffer({ promotion, schedule }: CompiledPromotion, facts: PromotionFacts, { now }: Order): number {
  return computeUnitsOnOffer(promotion.limits, { sold: facts.unitsSold ?? 0, now, end: schedule.end })
}
