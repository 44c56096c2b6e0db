import { isLocalDateTime, toInstant, type Instant, type LocalDateTime } from '@novalex/core'

/** An instant, or a time on the store's clock; null where there is no such time. */
export function toMoment(text: string, zone: string): Instant | null {
  if (text.endsWith('Z')) {
    const instant = Date.parse(text.replace(' ', 'T'))
    return Number.isNaN(instant) ? null : instant
  }
  const local = (text.length === 10 ? `${text}T00:00` : text.replace(' ', 'T').slice(0, 16)) as LocalDateTime
  return isLocalDateTime(local) ? toInstant(local, zone) : null
}
