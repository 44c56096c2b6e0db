import { addDays, dateOf, timeOf, type LocalDateTime } from '@novalex/core'
import { formatDate, formatLocal, formatNumber, isMidnight } from '../format.ts'

const PLURALS = new Intl.PluralRules('en-GB')
const LISTS = {
  and: new Intl.ListFormat('en-GB', { type: 'conjunction' }),
  or: new Intl.ListFormat('en-GB', { type: 'disjunction' }),
}

/** `1 product`, `1,204 products` */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${formatNumber(count)} ${PLURALS.select(count) === 'one' ? one : many}`
}

/** `a, b and c`, `a, b or c` */
export const joinWords = (words: readonly string[], last: keyof typeof LISTS = 'and') => LISTS[last].format(words)

/** A name of a promotion, product, cart or the like in running text. */
export const quote = (name: string) => `“${name}”`

/** An exclusive end: midnight reads as `end of Sun 4 Apr`, the day before. */
export function formatEnd(local: LocalDateTime, options: { year?: boolean } = {}): string {
  return isMidnight(local) ? `end of ${formatDate(addDays(dateOf(local), -1), options)}` : formatLocal(local, options)
}

/** An exclusive end in running text: `the end of Sun 4 Apr`. */
export const formatEndInText = (local: LocalDateTime, options: { year?: boolean } = {}) =>
  formatEnd(local, options).replace(/^end of/, 'the end of')

/** An exclusive end as shoppers read it: `23:59 on Sun 4 Apr (Vienna time)`. */
export function formatShopEnd(local: LocalDateTime, zone: string): string {
  const [date, time] = isMidnight(local) ? [addDays(dateOf(local), -1), '23:59'] : [dateOf(local), timeOf(local)]
  return `${time} on ${formatDate(date)} (${formatZone(zone)})`
}

/** `Europe/Vienna` reads as `Vienna time`. */
export function formatZone(zone: string): string {
  return `${zone.split('/').at(-1)!.replaceAll('_', ' ')} time`
}

/** A duration in its largest fitting unit: `5 days`, `3 hours`, `20 minutes`. */
export function formatSpan(ms: number): string {
  const minutes = Math.round(ms / 60_000)
  if (minutes < 90) return plural(Math.max(minutes, 1), 'minute')
  const hours = Math.round(minutes / 60)
  return hours < 48 ? plural(hours, 'hour') : plural(Math.round(hours / 24), 'day')
}
