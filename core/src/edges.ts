import { compileSchedule } from './schedule.ts'
import { MINUTE_MS, type Instant } from './time.ts'
import type { Promotion } from './plan.ts'

/** A moment beside a limit of a promotion. */
export interface EdgeMoment {
  readonly limit: 'start' | 'end'
  readonly side: 'before' | 'at'
  readonly at: Instant
}

/** The moments just before and at each end of a schedule: the last of the old price, the first of the new one. */
export function computeEdgeMoments(promotion: Promotion, zone: string): EdgeMoment[] {
  const { start, end } = compileSchedule(promotion.schedule, zone)
  return (['start', 'end'] as const).flatMap((limit): EdgeMoment[] => {
    const at = limit === 'start' ? start : end
    if (!Number.isFinite(at)) return []
    return [
      { limit, side: 'before', at: at - LAST_MOMENT_MS },
      { limit, side: 'at', at },
    ]
  })
}

/** The last moment of a stretch is shown to the second. */
const LAST_MOMENT_MS = MINUTE_MS / 60
