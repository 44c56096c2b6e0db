import {
  ANY_WINDOW_MS,
  compileRungs,
  compileSchedule,
  computeEdgeFacts,
  computeRefillEdges,
  computeRungEdges,
  computeScheduleEdges,
  type EdgeFacts,
  type Promotion,
} from '../plan/index.ts'
import { findTests, findTraits, type ConditionPlan } from '../conditions/index.ts'
import type { CompiledPlan } from '../pricing/index.ts'
import type { Shopper } from '../terms/index.ts'
import { SECOND_MS, type Instant } from '../values/index.ts'
import { computeEdgeCarts, type EdgeCart, type EdgeOptions } from './edgeCarts.ts'
import { sidesOf } from './edgeNeeds.ts'

/** Everything beside the limits of a promotion: moments, carts, what has been sold or used, and who buys. */
export interface Edges {
  readonly moments: readonly EdgeMoment[]
  readonly carts: readonly EdgeCart[]
  readonly facts: readonly EdgeFacts[]
  readonly shoppers: readonly EdgeShopper[]
}

/** Cases just below, at and above each limit of a promotion, to price with and without it. */
export function computeEdges(promotion: Promotion, plan: CompiledPlan, options: EdgeOptions = {}): Edges {
  return {
    moments: computeEdgeMoments(promotion, plan.store.timeZone, options.order?.now),
    carts: computeEdgeCarts(promotion, plan, options),
    facts: computeEdgeFacts(promotion),
    shoppers: computeEdgeShoppers(promotion, plan),
  }
}

/** A moment beside a limit of a promotion. */
export interface EdgeMoment {
  readonly limit: 'start' | 'rung' | 'refill' | 'hours' | 'end'
  readonly side: 'before' | 'at'
  readonly at: Instant
}

/**
 * The moments just before and at each end of a schedule, at each rung of a ladder that follows the clock between them, and at the next
 * opening and closing of weekly hours after `now`: the last of the old price, the first of the new one, to the second.
 */
export function computeEdgeMoments(promotion: Promotion, zone: string, now: Instant = 0): EdgeMoment[] {
  const schedule = compileSchedule(promotion.schedule, zone)
  const { start, end } = schedule
  const isBetween = (at: Instant) => at > start && at < end
  const rungs = computeRungEdges(promotion, compileRungs(promotion.ladder, end, zone)).filter(isBetween)
  const refills = computeRefillEdges(promotion, schedule).filter(isBetween)
  const from = Math.max(now, Number.isFinite(start) ? start : now)
  const hours = computeScheduleEdges(schedule, from, from + ANY_WINDOW_MS).filter(isBetween)
  const named = (limit: EdgeMoment['limit'], at: Instant) => ({ limit, at })
  const limits = [
    named('start', start),
    ...rungs.map((at) => named('rung', at)),
    ...refills.map((at) => named('refill', at)),
    ...hours.slice(0, 2).map((at) => named('hours', at)),
    named('end', end),
  ]
  return limits
    .filter(({ at }) => Number.isFinite(at))
    .sort((a, b) => a.at - b.at)
    .flatMap(({ limit, at }): EdgeMoment[] => [
      { limit, side: 'before', at: at - SECOND_MS },
      { limit, side: 'at', at },
    ])
}

/** Shoppers around the limit of a condition on past orders or spend. */
export interface EdgeShopper {
  readonly limit: 'orders' | 'spent'
  readonly side: 'below' | 'at' | 'above'
  readonly at: number
  readonly shopper: Partial<Pick<Shopper, 'orders' | 'spent'>>
}

export function computeEdgeShoppers({ when }: Pick<Promotion, 'when'>, plan: ConditionPlan): EdgeShopper[] {
  return findTraits(findTests(when), plan).flatMap((trait) => {
    if (!('at' in trait)) return []
    const { of: limit, at } = trait
    return sidesOf(at, 0).map(({ side, figure }) => ({ limit, side, at, shopper: { [limit]: figure } }))
  })
}
