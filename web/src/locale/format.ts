import {
  addDays,
  dateOf,
  formatAmount,
  timeOf,
  WHOLE,
  type BasisPoints,
  type Instant,
  type LocalDateTime,
  type MinorUnits,
} from '@novalex/core'

/** The locale in which numbers, money and dates are written. */
const LOCALE = 'en-GB'

let currency = 'EUR'

/** Says in what money amounts are, as the store has it. */
export function setCurrency(code: string): void {
  currency = code
}

/** The symbol of the store's currency; its code where it has none of its own. */
export const currencySign = () =>
  moneyFormat('currency')
    .formatToParts(0)
    .find(({ type }) => type === 'currency')!.value

/** `€1,204.00` in the store's currency; a negative amount as `−€2.76`. */
export const formatMoney = (amount: MinorUnits) => writeAmount(amount, 'currency')

/** `1,204.00`, for columns whose heading or neighbours already show the currency. */
export const formatFigure = (amount: MinorUnits) => writeAmount(amount, 'decimal')

/** `15.5%` */
export const formatPercent = (rate: BasisPoints) => `${rate < 0 ? '−' : ''}${PERCENT.format(Math.abs(rate) / WHOLE)}`

const PERCENT = new Intl.NumberFormat(LOCALE, { style: 'percent', maximumFractionDigits: 2 })

/** By its digits: a quotient would round beyond some 70 trillion. */
function writeAmount(amount: MinorUnits, style: 'currency' | 'decimal'): string {
  const digits = formatAmount(Math.abs(amount)) as `${number}`
  return `${amount < 0 ? '−' : ''}${moneyFormat(style).format(digits)}`
}

const moneyFormats = new Map<string, Intl.NumberFormat>()

/** Amounts have two decimals in every currency. */
function moneyFormat(style: 'currency' | 'decimal'): Intl.NumberFormat {
  const key = `${style} ${currency}`
  let format = moneyFormats.get(key)
  if (!format) {
    format = new Intl.NumberFormat(LOCALE, { style, currency, minimumFractionDigits: 2, maximumFractionDigits: 2 })
    moneyFormats.set(key, format)
  }
  return format
}

const DAY = new Intl.DateTimeFormat(LOCALE, { timeZone: 'UTC', weekday: 'short', day: 'numeric', month: 'short' })
const DAY_AND_YEAR = new Intl.DateTimeFormat(LOCALE, {
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

/** A start; midnight goes without saying. */
export function formatStart(local: LocalDateTime, options: { year?: boolean } = {}): string {
  return isMidnight(local) ? formatDate(dateOf(local), options) : formatLocal(local, options)
}

/** An exclusive end: midnight reads as `end of Sun 4 Apr`, the day before. */
export function formatEnd(local: LocalDateTime, options: { year?: boolean } = {}): string {
  return isMidnight(local) ? `end of ${formatDate(addDays(dateOf(local), -1), options)}` : formatLocal(local, options)
}

/** An exclusive end in running text: `the end of Sun 4 Apr`. */
export const formatEndInText = (local: LocalDateTime, options: { year?: boolean } = {}) =>
  formatEnd(local, options).replace(/^end of/, 'the end of')

export const isMidnight = (local: LocalDateTime) => timeOf(local) === '00:00'

/** An exclusive end as shoppers read it: `23:59 on Sun 4 Apr (Vienna time)`. */
export function formatShopEnd(local: LocalDateTime, zone: string): string {
  const [date, time] = isMidnight(local) ? [addDays(dateOf(local), -1), '23:59'] : [dateOf(local), timeOf(local)]
  return `${time} on ${formatDate(date)} (${formatZone(zone)})`
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
    format = new Intl.DateTimeFormat(LOCALE, {
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
  return `${count.toLocaleString(LOCALE)} ${count === 1 ? one : many}`
}

/** A name of a promotion, product, cart or the like in running text. */
export const quote = (name: string) => `“${name}”`

/** `a, b and c` */
export function joinWords(words: readonly string[], last = 'and'): string {
  if (words.length < 2) return words[0] ?? ''
  return `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`
}
