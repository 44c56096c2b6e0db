import { computeClockEdges, computeScheduleEdges, type CompiledPlan, type Instant } from '@novalex/core'

interface Stretch {
  readonly from: Instant
  readonly until: Instant
}

const LONGEST_MS = 3_600_000
const stretches = new WeakMap<CompiledPlan, Stretch>()

/** Whether the clock changes nothing of what a plan does between two instants: no promotion starts, ends or changes its rung in between. */
export function isSameMoment(plan: CompiledPlan, one: Instant, other: Instant): boolean {
  const [first, last] = one < other ? [one, other] : [other, one]
  let known = stretches.get(plan)
  if (!known || first < known.from || first >= known.until) stretches.set(plan, (known = findStretch(plan, first)))
  return last < known.until
}

/** From an instant on, as long as nothing changes by the clock alone; at most an hour. */
function findStretch(plan: CompiledPlan, from: Instant): Stretch {
  let until = from + LONGEST_MS
  for (const { promotion, schedule, rungs } of plan.promotions) {
    if (promotion.state !== 'ready') continue
    for (const edge of [...computeScheduleEdges(schedule, from, until), ...computeClockEdges(promotion, rungs)])
      if (edge > from && edge < until) until = edge
  }
  return { from, until }
}
