import type { CompiledPlan } from './compilePlan.ts'
import { computeEdgeCarts, type EdgeCart } from './edgeCarts.ts'
import { compileRungs, computeRungEdges } from './ladder.ts'
import type { Promotion, PromotionFacts } from './plan.ts'
import { compileSchedule } from './schedule.ts'
import { MINUTE_MS, type Instant } from './time.ts'

/** Everything beside the limits of a promotion: moments, carts and what has been sold. */
export interface Edges {
  readonly moments: readonly EdgeMoment[]
  readonly carts: readonly EdgeCart[]
  readonly facts: readonly EdgeFacts[]
}

/** What lies just below, at and above each limit of a promotion, ready to be priced under the plan with and without it. */
export function computeEdges(promotion: Promotion, plan: CompiledPlan, sku?: string): Edges {
  return {
    moments: computeEdgeMoments(promotion, plan.store.timeZone),
    carts: computeEdgeCarts(promotion, plan, sku),
    facts: computeEdgeFacts(promotion),
  }
}

/** A moment beside a limit of a promotion. */
export interface EdgeMoment {
  readonly limit: 'start' | 'rung' | 'end'
  readonly side: 'before' | 'at'
  readonly at: Instant
}

/** The last moment of a stretch is shown to the second. */
const LAST_MOMENT_MS = MINUTE_MS / 60

/**
 * The moments just before and at each end of a schedule, and at each rung of a ladder that follows the clock between them: the last of
 * the old price, the first of the new one.
 */
export function computeEdgeMoments(promotion: Promotion, zone: string): EdgeMoment[] {
  const { start, end } = compileSchedule(promotion.schedule, zone)
  const rungs = computeRungEdges(promotion, compileRungs(promotion.ladder, end, zone))
  const limits: [EdgeMoment['limit'], Instant][] = [
    ['start', start],
    ...rungs
      .filter((at) => at > start && at < end)
      .sort((a, b) => a - b)
      .map((at): [EdgeMoment['limit'], Instant] => ['rung', at]),
    ['end', end],
  ]
  return limits
    .filter(([, at]) => Number.isFinite(at))
    .flatMap(([limit, at]): EdgeMoment[] => [
      { limit, side: 'before', at: at - LAST_MOMENT_MS },
      { limit, side: 'at', at },
    ])
}

/** What has been sold beside a limit of a promotion. */
export interface EdgeFacts {
  readonly limit: 'rung' | 'units'
  readonly side: 'before' | 'at'
  /** Units sold so far; for a ladder by units left as well. */
  readonly unitsSold: number
  readonly facts: PromotionFacts
}

/** The last unit at the old price and the first at the new one, for rungs that follow what has sold and for a limit of units. */
export function computeEdgeFacts({ ladder, limits }: Promotion): EdgeFacts[] {
  const units = limits.units ?? null
  const rungs =
    ladder?.by === 'unitsSold'
      ? ladder.rungs.map(({ at }) => at)
      : ladder?.by === 'unitsLeft' && units !== null
        ? ladder.rungs.map(({ at }) => units - at)
        : []
  const edges: [EdgeFacts['limit'], number][] = [
    ...rungs.sort((a, b) => a - b).map((at): [EdgeFacts['limit'], number] => ['rung', at]),
    ...(units === null ? [] : [['units', units] as [EdgeFacts['limit'], number]]),
  ]
  return edges
    .filter(([, at]) => at > 0)
    .flatMap(([limit, at]): EdgeFacts[] => [
      { limit, side: 'before', unitsSold: at - 1, facts: { unitsSold: at - 1 } },
      { limit, side: 'at', unitsSold: at, facts: { unitsSold: at } },
    ])
}
