import { addDays, HOUR_MS, MINUTES_OF_DAY, toInstant, weekdayOf, type Instant } from '@novalex/core'
import { formatDate, formatDay, formatMonth } from '@novalex/words'

export type Zoom = 'day' | 'week' | 'month' | 'quarter' | 'year'

/** The days in view, `to` no longer among them. */
export interface CalendarView {
  readonly zoom: Zoom
  readonly from: string
  readonly to: string
}

const DAYS: Readonly<Record<Zoom, number>> = { day: 1, week: 7, month: 35, quarter: 98, year: 366 }

/** A window that holds the day given: it begins with its week, its month, or its year. */
export function createWindow(day: string, zoom: Zoom): CalendarView {
  const monday = addDays(day, 1 - weekdayOf(day))
  const firsts: Readonly<Record<Zoom, string>> = {
    day,
    week: monday,
    month: mondayOf(`${day.slice(0, 8)}01`),
    quarter: addDays(monday, -14),
    year: `${day.slice(0, 4)}-01-01`,
  }
  return { zoom, from: firsts[zoom], to: addDays(firsts[zoom], DAYS[zoom]) }
}

function mondayOf(day: string): string {
  return addDays(day, 1 - weekdayOf(day))
}

/** The window before or after, overlapping a little where it is long. */
export function shiftWindow({ zoom, from, to }: CalendarView, direction: -1 | 1): CalendarView {
  const days = direction * (zoom === 'day' ? 1 : zoom === 'week' ? 7 : Math.round(DAYS[zoom] * 0.75))
  return { zoom, from: addDays(from, days), to: addDays(to, days) }
}

interface Tick {
  readonly at: Instant
  readonly title: string
  readonly isWeekend: boolean
}

/** Hours of a day, days, Mondays, or months. */
export function ticksOf({ zoom, from, to }: CalendarView, zone: string): Tick[] {
  if (zoom === 'day') {
    const start = toInstant(`${from}T00:00`, zone)
    const hours = Math.round((toInstant(`${to}T00:00`, zone) - start) / HOUR_MS)
    return Array.from({ length: hours }, (_, hour) => {
      return { at: start + hour * HOUR_MS, title: hour % 3 === 0 ? `${hour}:00` : '', isWeekend: false }
    })
  }
  const ticks: Tick[] = []
  for (let day = from; day < to; day = addDays(day, 1)) {
    const isMonday = weekdayOf(day) === 1
    const isFirst = day.endsWith('-01')
    if (zoom === 'quarter' && !isMonday) continue
    if (zoom === 'year' && !isFirst) continue
    const isNamed = zoom !== 'month' || isMonday
    ticks.push({
      at: toInstant(`${day}T00:00`, zone),
      title: isNamed ? titleOf(day, zoom) : '',
      isWeekend: (zoom === 'week' || zoom === 'month') && weekdayOf(day) > 5,
    })
  }
  return zoom === 'year' ? ticks.slice(0, 12) : ticks
}

/** A quarter shows Mondays alone, so their weekday goes without saying. */
function titleOf(day: string, zoom: Zoom): string {
  if (zoom === 'year') return formatMonth(day)
  return zoom === 'quarter' ? formatDay(day) : formatDate(day)
}

/** How far one step of a drag or a key goes: an hour in a day, else a day. Minutes. */
export function stepOf(zoom: Zoom): number {
  return zoom === 'day' ? 60 : MINUTES_OF_DAY
}
