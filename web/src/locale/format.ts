import { addDays, dateOf, formatAmount, timeOf, type Instant, type LocalDateTime, type MinorUnits } from '@novalex/core'

const SIGNS: Readonly<Record<string, string>> = { EUR: '€', GBP: '£', USD: '$' }

let currency = 'EUR'

/** Says in what money amounts are, as the store has it. */
export function setCurrency(code: string): void {
  currency = code
}

/** The sign of the store's currency; its code where it has none of its own. */
export const currencySign = () => SIGNS[currency] ?? currency

/** `12.50 €`, as a price ticket says it. */
export function formatMoney(amount: MinorUnits): string {
  return `${formatAmount(amount)} ${currencySign()}`
}

const DAY = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', weekday: 'short', day: 'numeric', month: 'short' })
const DAY_AND_YEAR = new Intl.DateTimeFormat('en-GB', {
  timeZone: 'UTC',
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
})

let presentYear: string | null = null

/** Says which year goes without saying, as the server's clock tells it; until it is known, every year does. */
export function setPresentYear(year: string): void {
  presentYear = year
}

const needsYear = (year: string) => presentYear !== null && year !== presentYear

/** `Wed 10 Mar`; with the year where that is asked for, or another one than the present. */
export function formatDate(date: string, { year = false } = {}): string {
  return (year || needsYear(date.slice(0, 4)) ? DAY_AND_YEAR : DAY)
    .format(new Date(`${date}T00:00:00Z`))
    .replaceAll(',', '')
}

/** `Wed 10 Mar, 09:00` */
export function formatLocal(local: LocalDateTime, options: { year?: boolean } = {}): string {
  return `${formatDate(dateOf(local), options)}, ${timeOf(local)}`
}

/** An end, which no longer belongs to the promotion: midnight reads as 24:00 of the day before. */
export function formatEnd(local: LocalDateTime, options: { year?: boolean } = {}): string {
  if (timeOf(local) !== '00:00') return formatLocal(local, options)
  return `${formatDate(addDays(dateOf(local), -1), options)}, 24:00`
}

interface Zoned {
  readonly zone: string
  readonly year?: boolean
  readonly seconds?: boolean
}

/** An instant on the wall clock of the store: `Wed 10 Mar 2027, 10:41`. */
export function formatInstant(instant: Instant, { zone, year = true, seconds = false }: Zoned): string {
  const parts = zoned(zone).formatToParts(new Date(instant))
  const get = (type: Intl.DateTimeFormatPartTypes) => parts.find((part) => part.type === type)?.value ?? ''
  const day = `${get('weekday')} ${get('day')} ${get('month')}${year || needsYear(get('year')) ? ` ${get('year')}` : ''}`
  return `${day}, ${get('hour')}:${get('minute')}${seconds ? `:${get('second')}` : ''}`
}

const formats = new Map<string, Intl.DateTimeFormat>()

function zoned(zone: string): Intl.DateTimeFormat {
  let format = formats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    })
    formats.set(zone, format)
  }
  return format
}

/** `Europe/Vienna` reads as `Vienna time`. */
export function formatZone(zone: string): string {
  return `${zone.split('/').at(-1)!.replaceAll('_', ' ')} time`
}

/** A stretch of time in its largest fitting unit: `5 days`, `3 hours`, `20 minutes`. */
export function formatSpan(ms: number): string {
  const minutes = Math.round(ms / 60_000)
  if (minutes < 90) return plural(Math.max(minutes, 1), 'minute')
  const hours = Math.round(minutes / 60)
  return hours < 48 ? plural(hours, 'hour') : plural(Math.round(hours / 24), 'day')
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString('en-GB')} ${count === 1 ? one : many}`
}

/** `a, b and c` */
export function joinWords(words: readonly string[], last = 'and'): string {
  if (words.length < 2) return words[0] ?? ''
  return `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`
}
