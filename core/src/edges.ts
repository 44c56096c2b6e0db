import { compileRungs, computeRungEdges } from './ladder.ts'
import type { Promotion } from './plan.ts'
import { compileSchedule } from './schedule.ts'
import { MINUTE_MS, type Instant } from './time.ts'

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
