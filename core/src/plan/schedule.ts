import type { Schedule, WeeklyWindow } from '../terms/index.ts'
import { addDays, dateOf, DAY_MS, SECOND_MS, toInstant, toLocal, weekdayOf, type Instant } from '../values/index.ts'
import type { Promotion } from './promotion.ts'

/** A schedule with its ends as instants. */
export interface CompiledSchedule {
  readonly start: Instant
  readonly end: Instant
  readonly weekly: readonly WeeklyWindow[]
  readonly zone: string
}

type ScheduleStatus = 'live' | 'not-started' | 'ended' | 'outside-hours'

/** Status of a promotion at a moment. Never stored. */
export type PromotionStatus = 'draft' | 'scheduled' | 'running' | 'paused' | 'stopped' | 'ended'

export function compileSchedule(schedule: Schedule, zone: string): CompiledSchedule {
  return {
    start: schedule.open ? Infinity : schedule.start === undefined ? -Infinity : toInstant(schedule.start, zone),
    end: schedule.end === undefined ? Infinity : toInstant(schedule.end, zone),
    weekly: schedule.weekly ?? [],
    zone,
  }
}

/** Position of `now` in a schedule, which is half-open at the end. Source: docs/pricing.md, "Schedule". */
export function computeScheduleStatus(schedule: CompiledSchedule, now: Instant): ScheduleStatus {
  if (now >= schedule.end) return 'ended'
  if (now < schedule.start) return 'not-started'
  if (schedule.weekly.length === 0) return 'live'
  return findWindowsNear(schedule, now).some(({ start, end }) => start <= now && now < end) ? 'live' : 'outside-hours'
}

interface Span {
  readonly start: Instant
  readonly end: Instant
}

/** The windows of the last day that was asked about, since many questions in a row are about one day. */
const WINDOWS = new WeakMap<CompiledSchedule, { readonly day: number; readonly windows: readonly Span[] }>()

/** Every window that may hold at some instant of the UTC day of `now`. */
function findWindowsNear(schedule: CompiledSchedule, now: Instant): readonly Span[] {
  const day = Math.floor(now / DAY_MS)
  const known = WINDOWS.get(schedule)
  if (known?.day === day) return known.windows
  const windows = windowsBetween(schedule, day * DAY_MS, (day + 1) * DAY_MS)
  WINDOWS.set(schedule, { day, windows })
  return windows
}

/** The windows that begin on the local dates from the one before `first` to that of `last`. */
function windowsBetween({ weekly, zone }: CompiledSchedule, first: Instant, last: Instant): Span[] {
  const found: Span[] = []
  const lastDate = dateOf(toLocal(last, zone))
  for (let date = addDays(dateOf(toLocal(first, zone)), -1); date <= lastDate; date = addDays(date, 1)) {
    const weekday = weekdayOf(date)
    for (const window of weekly) if (window.days.includes(weekday)) found.push(windowOn(window, date, zone))
  }
  return found
}

/**
 * The instant nearest to `now` at which a schedule is live: `now` itself, else the next one after it, else the last second before its end.
 * Null for one that never is, or whose dates are still open.
 */
export function findLiveMoment(schedule: CompiledSchedule, now: Instant): Instant | null {
  const isLive = (at: Instant) => computeScheduleStatus(schedule, at) === 'live'
  const edges = (from: Instant, to: Instant) => computeScheduleEdges(schedule, from, to)
  const from = Math.max(now, schedule.start)
  if (from === Infinity) return null
  const next = [from, ...edges(from, from + ANY_WINDOW_MS)].find(isLive)
  if (next !== undefined || schedule.end === Infinity) return next ?? null
  const lasts = [schedule.end, ...edges(schedule.end - ANY_WINDOW_MS, schedule.end).reverse()]
  return lasts.map((at) => at - SECOND_MS).find(isLive) ?? null
}

/** Long enough to meet every window of a week. */
export const ANY_WINDOW_MS = 8 * DAY_MS

/** The status of a promotion at a moment. A running one outside its weekly hours still counts as running. */
export function computeStatus(promotion: Promotion, zone: string, now: Instant): PromotionStatus {
  if (promotion.state === 'draft' || promotion.state === 'stopped') return promotion.state
  const status = computeScheduleStatus(compileSchedule(promotion.schedule, zone), now)
  if (status === 'ended') return 'ended'
  if (promotion.state === 'paused') return 'paused'
  return status === 'not-started' ? 'scheduled' : 'running'
}

/**
 * Every instant in `from < t <= to` at which the schedule may switch, ascending. Weekly windows are walked day by day, so
 * `to` must be finite.
 */
export function computeScheduleEdges(schedule: CompiledSchedule, from: Instant, to: Instant): Instant[] {
  const edges = new Set<Instant>([schedule.start, schedule.end])
  if (schedule.weekly.length > 0) {
    const first = Math.max(from, schedule.start)
    const last = Math.min(to, schedule.end)
    if (first < last) for (const { start, end } of windowsBetween(schedule, first, last)) edges.add(start).add(end)
  }
  return [...edges].filter((edge) => edge > from && edge <= to).sort((a, b) => a - b)
}

function windowOn(window: WeeklyWindow, date: string, zone: string): Span {
  const endDate = window.to <= window.from ? addDays(date, 1) : date
  return { start: toInstant(`${date}T${window.from}`, zone), end: toInstant(`${endDate}T${window.to}`, zone) }
}
