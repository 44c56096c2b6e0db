import type { Schedule } from '../terms/index.ts'
import { addDays, dateOf, timeOf, type LocalDateTime } from '../values/index.ts'

/** The end of a promotion to move, or both. */
export type Grip = 'both' | 'start' | 'end'

/** Minutes per day: the step by which whole-day schedules move. */
export const MINUTES_OF_DAY = 1440

/** A schedule with both ends or one of them later (or earlier) on the store's clock; null where it would end before it starts. */
export function moveSchedule(schedule: Schedule, grip: Grip, minutes: number): Schedule | null {
  const { start, end } = schedule
  const next = {
    ...schedule,
    ...(start !== undefined && grip !== 'end' ? { start: shiftLocal(start, minutes) } : {}),
    ...(end !== undefined && grip !== 'start' ? { end: shiftLocal(end, minutes) } : {}),
  }
  return next.start !== undefined && next.end !== undefined && next.end <= next.start ? null : next
}

/** Whole days keep the time of day, whatever the clocks do meanwhile. */
function shiftLocal(local: LocalDateTime, minutes: number): LocalDateTime {
  const [hours, minute] = timeOf(local).split(':').map(Number) as [number, number]
  const total = hours * 60 + minute + minutes
  const days = Math.floor(total / MINUTES_OF_DAY)
  const left = total - days * MINUTES_OF_DAY
  const clock = `${String(Math.floor(left / 60)).padStart(2, '0')}:${String(left % 60).padStart(2, '0')}`
  return `${addDays(dateOf(local), days)}T${clock}`
}
