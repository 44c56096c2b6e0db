import { addDays, isLocalDateTime, weekdayOf } from '@novalex/core'

/** Parsed day `2027-03-01`, and the time if one was typed. */
interface ReadDay {
  readonly date: string
  readonly time: string | null
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']
/** Nobody plans beyond it; what is meant was something else. */
const LAST_DAY = '2999-12-31'
const NUMBERS: Readonly<Record<string, number>> = { a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 }

/**
 * A day as people say it: `sun`, `1.3.`, `1 Mar 9:30`, `1 March 2027`, `today`, `in 2 weeks`, `end of month`, `2027-03-01`, `2027-03-01T09:30`. Days without a year are the next
 * such day from today on, a weekday is the next one. Null where it can’t be read, or no calendar has it.
 */
export function readDay(text: string, today: string): ReadDay | null {
  const words = text
    .trim()
    .toLowerCase()
    .replace(/(\d)t(\d)/, '$1 $2')
    .replace(/,/g, ' ')
    .replace(/\s+/g, ' ')
  const [, day = '', clock] = /^(.*?)(?: (?:at )?(\d{1,2}[:.]\d\d|24:00|noon|midnight))?$/.exec(words) ?? []
  const time = clock === undefined ? null : readTime(clock)
  if (clock !== undefined && time === null) return null
  const date = readNamed(day, today) ?? readWritten(day, today)
  if (date === null || date > LAST_DAY) return null
  // The end of a day is the beginning of the next.
  return { date: clock === '24:00' ? addDays(date, 1) : date, time }
}

/** A time of day as people type it: `9:30`, `9.30`, `930`, `9`, `noon`; as `09:30`, the end of a day as `00:00`. Null where it can’t be read. */
export function readTime(text: string): string | null {
  const word = text.trim().toLowerCase()
  if (word === 'noon') return '12:00'
  if (word === 'midnight' || word === '24:00') return '00:00'
  const [, hours, minutes = '00'] = /^(\d{1,2})(?:[:.h ]?(\d\d))?$/.exec(word) ?? []
  if (hours === undefined || Number(hours) > 23 || Number(minutes) > 59) return null
  return `${hours.padStart(2, '0')}:${minutes}`
}

function readNamed(words: string, today: string): string | null {
  if (words === 'today' || words === 'now') return today
  if (words === 'tomorrow') return addDays(today, 1)
  if (words === 'yesterday') return addDays(today, -1)
  if (/^(the )?end of (the )?month$/.test(words)) return endOfMonth(today)
  if (/^(the )?end of (the )?year$/.test(words)) return `${today.slice(0, 4)}-12-31`
  if (/^(the )?end of (the )?week$/.test(words)) return addDays(today, 7 - weekdayOf(today))
  const [, next, name = ''] = /^(next )?([a-z]{3,9})$/.exec(words) ?? []
  const weekday = WEEKDAYS.findIndex((one) => name.startsWith(one)) + 1
  if (weekday > 0)
    return addDays(today, ((weekday - weekdayOf(today) + 6) % 7) + 1 + (next && weekday > weekdayOf(today) ? 7 : 0))
  const [, count = '', unit] = /^(?:in )?(\d{1,3}|[a-z]+) (day|week|month)s?$/.exec(words) ?? []
  const many = NUMBERS[count] ?? Number(count)
  if (unit === undefined || !Number.isInteger(many)) return null
  return unit === 'month' ? addMonths(today, many) : addDays(today, many * (unit === 'week' ? 7 : 1))
}

const NUMBERED = new RegExp(
  String.raw`^(?:(?:${WEEKDAYS.join('|')})[a-z]* )?(\d{1,2})[./ -](\d{1,2})(?:[./ -]+(\d{4}|\d{2}))?\.?$`,
)

function readWritten(words: string, today: string): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(words)
  if (iso) return toDate(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const named =
    /^(?:[a-z]+ )?(\d{1,2})(?:\.|st|nd|rd|th)? ([a-z]{3,9})\.?(?: (\d{2}|\d{4}))?$/.exec(words) ??
    swap(/^([a-z]{3,9})\.? (\d{1,2})(?:\.|st|nd|rd|th)?(?: (\d{2}|\d{4}))?$/.exec(words))
  const numbers = NUMBERED.exec(words)
  const [, day, month, year] = named ?? numbers ?? []
  if (day === undefined || month === undefined) return null
  const number = named ? MONTHS.findIndex((one) => month.startsWith(one)) + 1 : Number(month)
  return year === undefined ? findNext(Number(day), number, today) : toDate(toYear(year), number, Number(day))
}

function swap(found: RegExpExecArray | null): (string | undefined)[] | null {
  return found && [found[0], found[2], found[1], found[3]]
}

const toYear = (text: string) => (text.length === 2 ? 2000 + Number(text) : Number(text))

/** Today or later, within the four years that may lie between two 29ths of February. */
function findNext(day: number, month: number, today: string): string | null {
  for (let year = Number(today.slice(0, 4)); year <= Number(today.slice(0, 4)) + 4; year++) {
    const date = toDate(year, month, day)
    if (date !== null && date >= today) return date
  }
  return null
}

function toDate(year: number, month: number, day: number): string | null {
  const date = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  return isLocalDateTime(`${date}T00:00`) ? date : null
}

function endOfMonth(date: string): string {
  return addDays(addMonths(`${date.slice(0, 7)}-01`, 1), -1)
}

/** The same day so many months on, or the last day of that month where it has none such; the day itself where no calendar goes so far. */
export function addMonths(date: string, months: number): string {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number]
  const whole = year * 12 + month - 1 + months
  for (let last = day; last > 0; last--) {
    const found = toDate(Math.floor(whole / 12), (whole % 12) + 1, last)
    if (found !== null) return found
  }
  return date
}
