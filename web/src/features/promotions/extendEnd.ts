import { addDays, dateOf, timeOf, type Schedule } from '@novalex/core'
import { addMonths } from '@/locale/readDay.ts'

/** The end a month later: the same last day of the next month, or that month’s last; null without an end. */
export function extendByMonth(schedule: Schedule): Schedule | null {
  const { end } = schedule
  if (end === undefined) return null
  const isWholeDay = timeOf(end) === '00:00'
  const last = addMonths(isWholeDay ? addDays(dateOf(end), -1) : dateOf(end), 1)
  const later = isWholeDay ? `${addDays(last, 1)}T00:00` : `${last}T${timeOf(end)}`
  return { ...schedule, end: later }
}
