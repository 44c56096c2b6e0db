/** How days with slashes are written: 13/2/2027 or 2/13/2027. */
export type DayOrder = 'day-first' | 'month-first'

const DOTTED = /^(\d{1,2})\.(\d{1,2})\.(\d{4})(?:[ T,]+(\d{1,2}):(\d\d)(?::\d\d)?)?$/
const SLASHED = /^(\d{1,2})\/(\d{1,2})\/(\d{4})(?:[ T,]+(\d{1,2}):(\d\d)(?::\d\d)?(?: ?([AP])M)?)?$/i
/** The days of a spreadsheet, counted from 30 December 1899, for the years 1982 to 2119. */
const SERIAL = /^([34567]\d{4})(?:[.,](\d+))?$/
const SERIAL_START = Date.UTC(1899, 11, 30)
const MINUTES_A_DAY = 1440
const MONTHS = 12

/** The order that a day with slashes can only have; null where it may have either, and for any other text. */
export function findDayOrder(text: string): DayOrder | null {
  const [, first, second] = SLASHED.exec(text) ?? []
  if (first === undefined || Number(first) > MONTHS === Number(second) > MONTHS) return null
  return Number(first) > MONTHS ? 'day-first' : 'month-first'
}

/**
 * A day and time as people and spreadsheets write them, the ISO way; null where day and month can't be told apart. Days with slashes are read in the
 * order given, else in the only one that they can have. Other text stays as it is.
 */
export function toIsoMoment(text: string, order: DayOrder | null): string | null {
  const serial = SERIAL.exec(text)
  if (serial) {
    const minutes = Math.round(Number(`${serial[1]}.${serial[2] ?? '0'}`) * MINUTES_A_DAY)
    return new Date(SERIAL_START + minutes * 60_000).toISOString().slice(0, 16).replace('T', ' ')
  }
  const dotted = DOTTED.exec(text)
  const found = dotted ?? SLASHED.exec(text)
  if (!found) return text
  const parts: readonly (string | undefined)[] = found
  const [, first = '', second = '', year, hour, minute, half] = parts
  const own = dotted ? 'day-first' : (order ?? findDayOrder(text))
  if (Number(first) === 0 || Number(second) === 0) return text
  // 3/3/2027 is the same day either way.
  if (own === null && Number(first) !== Number(second)) return null
  const [day, month] = own === 'month-first' ? [second, first] : [first, second]
  if (Number(month) > MONTHS) return text
  const date = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
  return hour === undefined ? date : `${date} ${toHour(hour, half).padStart(2, '0')}:${minute}`
}

/** 12 PM is noon, 12 AM midnight. */
function toHour(hour: string, half: string | undefined): string {
  if (half === undefined) return hour
  return String((Number(hour) % 12) + (half.toUpperCase() === 'P' ? 12 : 0))
}
