import {
  compileSchedule,
  computeScheduleEdges,
  computeScheduleStatus,
  type Instant,
  type Schedule,
} from '@novalex/core'

/** More changes than this in view would be a blur. */
const MOST_STOPS = 240

/** A mask for the bar of a promotion with weekly hours: full while it holds, faint in between; null for one without. */
export function computeWeeklyMask(
  schedule: Schedule,
  zone: string,
  { from, to }: { readonly from: Instant; readonly to: Instant },
): string | null {
  if (!schedule.weekly || from >= to) return null
  const compiled = compileSchedule(schedule, zone)
  const edges = computeScheduleEdges(compiled, from, to).filter((at) => at > from && at < to)
  if (edges.length > MOST_STOPS) return null
  const starts = [from, ...edges.sort((a, b) => a - b)]
  const stops = starts.map((at, index) => {
    const until = starts[index + 1] ?? to
    const share = (instant: Instant) => `${(((instant - from) / (to - from)) * 100).toFixed(2)}%`
    const colour = computeScheduleStatus(compiled, at) === 'live' ? '#000' : '#0003'
    return `${colour} ${share(at)} ${share(until)}`
  })
  return `linear-gradient(90deg, ${stops.join(', ')})`
}
