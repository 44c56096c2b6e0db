import { isLocalDateTime, toInstant, toLocal, type Instant } from '@novalex/core'

/** An instant, or a time on the store's clock; null where there is no such time. */
export function toMoment(text: string, zone: string): Instant | null {
  if (/(Z|[+-]\d\d:\d\d)$/.test(text) && text.length > 10) {
    const instant = Date.parse(text.replace(' ', 'T'))
    return Number.isNaN(instant) ? null : instant
  }
  const local = text.length === 10 ? `${text}T00:00` : text.replace(' ', 'T').slice(0, 16)
  // Clocks that are put forward skip an hour.
  if (!isLocalDateTime(local)) return null
  const instant = toInstant(local, zone)
  return toLocal(instant, zone) === local ? instant : null
}
