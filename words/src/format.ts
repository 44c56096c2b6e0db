import type { NumberLocale } from '@novalex/contract'
import {
  dateOf,
  formatAmount,
  timeOf,
  toLocal,
  WHOLE,
  type BasisPoints,
  type Instant,
  type LocalDateTime,
  type MinorUnits,
} from '@novalex/core'
import { computed, shallowRef } from '@vue/reactivity'

interface StoreFormats {
  /** ISO 4217 */
  readonly currency: string
  readonly locale: NumberLocale
}

/** A German date without its year would end with a full stop, in the middle of a sentence. */
const DATE_PARTS: Readonly<Record<NumberLocale, Intl.DateTimeFormatOptions>> = {
  'en-GB': { day: 'numeric', month: 'short' },
  'de-DE': { day: '2-digit', month: '2-digit', year: '2-digit' },
}

const formats = shallowRef(createFormats({ currency: 'EUR', locale: 'en-GB' }))

/** Sets the store's currency, and the locale in which numbers, money and dates are written. */
export function setStoreFormats(store: StoreFormats): void {
  const { currency, locale } = formats.value
  if (store.currency !== currency || store.locale !== locale) formats.value = createFormats(store)
}

/** A cache of what is written in the store's formats, emptied when they change. */
export const createFormatCache = <K extends WeakKey>() => {
  const cache = computed(() => formats.value && new WeakMap<K, string>())
  return (key: K, write: () => string): string => {
    let text = cache.value.get(key)
    if (text === undefined) cache.value.set(key, (text = write()))
    return text
  }
}

function createFormats({ currency, locale }: StoreFormats) {
  const date = { timeZone: 'UTC', ...DATE_PARTS[locale] }
  // Amounts have two decimals in every currency.
  const decimals = { minimumFractionDigits: 2, maximumFractionDigits: 2 }
  return {
    currency,
    locale,
    money: new Intl.NumberFormat(locale, { style: 'currency', currency, ...decimals }),
    figure: new Intl.NumberFormat(locale, decimals),
    number: new Intl.NumberFormat(locale),
    typedAmount: new Intl.NumberFormat(locale, { ...decimals, useGrouping: false }),
    typedRate: new Intl.NumberFormat(locale, { maximumFractionDigits: 2, useGrouping: false }),
    stars: new Intl.NumberFormat(locale, { minimumFractionDigits: 1, maximumFractionDigits: 1 }),
    percent: new Intl.NumberFormat(locale, { style: 'percent', maximumFractionDigits: 2 }),
    date: new Intl.DateTimeFormat(locale, date),
    dateAndYear: new Intl.DateTimeFormat(locale, { ...date, year: 'numeric' }),
  }
}

/** The symbol of the store's currency; its code where it has none of its own. */
export const currencySign = () => formats.value.money.formatToParts(0).find(({ type }) => type === 'currency')!.value

/** `€1,204.00` in the store's currency; a negative amount as `−€2.76`. */
export const formatMoney = (amount: MinorUnits) => writeAmount(amount, formats.value.money)

/** `1,204.00`, for columns whose heading or neighbours already show the currency. */
export const formatFigure = (amount: MinorUnits) => writeAmount(amount, formats.value.figure)

/** `1204.00`, as an amount stands in a field, without grouping. */
export const formatTypedAmount = (amount: MinorUnits) => writeAmount(amount, formats.value.typedAmount)

/** `15.5`, as a rate stands in a field that shows the percent sign. */
export const formatTypedRate = (rate: BasisPoints) => writeRate(rate, formats.value.typedRate, 100)

/** `4.6`, from tenths of a star. */
export const formatTypedStars = (tenths: number) => formats.value.stars.format(tenths / 10)

/** By its digits: a quotient would round beyond some 70 trillion. */
function writeAmount(amount: MinorUnits, format: Intl.NumberFormat): string {
  const digits = formatAmount(Math.abs(amount)) as `${number}`
  return `${amount < 0 ? '−' : ''}${format.format(digits)}`
}

/** `15.5%` */
export const formatPercent = (rate: BasisPoints) => writeRate(rate, formats.value.percent, WHOLE)

const writeRate = (rate: BasisPoints, format: Intl.NumberFormat, whole: number) =>
  `${rate < 0 ? '−' : ''}${format.format(Math.abs(rate) / whole)}`

/** A share, to a tenth of a percent. */
export const formatPoints = (points: number) => formatPercent(Math.round(points / 10) * 10)

/** `1,204` */
export const formatNumber = (value: number) => formats.value.number.format(value)

/** English names, whatever form the store's dates have. */
const WEEKDAY = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', weekday: 'short' })
const MONTH = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', month: 'short' })

const atMidnight = (date: string) => new Date(`${date}T00:00:00Z`)

/** `Wed` */
export const formatWeekday = (date: string) => WEEKDAY.format(atMidnight(date))

/** `Mar` */
export const formatMonth = (date: string) => MONTH.format(atMidnight(date))

let presentYear: string | null = null

/** Says which year goes without saying, as the server's clock tells it; until it is known, every year does. */
export function setPresentYear(year: string): void {
  presentYear = year
}

/** `10 Mar`, or `10.03.27` in German form; with the year where that is asked for, or another one than the present. */
export function formatDay(date: string, { year = false } = {}): string {
  const needsYear = presentYear !== null && date.slice(0, 4) !== presentYear
  return (year || needsYear ? formats.value.dateAndYear : formats.value.date).format(atMidnight(date))
}

/** `Wed 10 Mar`; the year as in `formatDay`. */
export const formatDate = (date: string, options: { year?: boolean } = {}) =>
  `${formatWeekday(date)} ${formatDay(date, options)}`

/** `Wed 10 Mar, 09:00` */
export function formatLocal(local: LocalDateTime, options: { year?: boolean } = {}): string {
  return `${formatDate(dateOf(local), options)}, ${timeOf(local)}`
}

/** A start; midnight goes without saying. */
export function formatStart(local: LocalDateTime, options: { year?: boolean } = {}): string {
  return isMidnight(local) ? formatDate(dateOf(local), options) : formatLocal(local, options)
}

export const isMidnight = (local: LocalDateTime) => timeOf(local) === '00:00'

interface Zoned {
  readonly zone: string
  readonly year?: boolean
  readonly seconds?: boolean
}

/** An instant on the wall clock of the store: `Wed 10 Mar 2027, 10:41`. */
export function formatInstant(instant: Instant, { zone, year = true, seconds = false }: Zoned): string {
  const second = String(new Date(instant).getUTCSeconds()).padStart(2, '0')
  return `${formatLocal(toLocal(instant, zone), { year })}${seconds ? `:${second}` : ''}`
}
