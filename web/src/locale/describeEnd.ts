import { isLocalDateTime, toInstant, type Schedule } from '@novalex/core'
import { text, formatSpan, formatZone } from './catalogue.ts'
import { formatInstant } from '@novalex/words'

/** How long it lasts, its last moment and the first of the full price again. */
export function describeEnd({ open, start, end }: Schedule, zone: string): string {
  if (open) return ''
  if (end === undefined) return text.promotion.when.endless
  if (!isLocalDateTime(end)) return ''
  const last = toInstant(end, zone)
  const moments = text.promotion.when.lastMoment(
    formatInstant(last - 1000, { zone, seconds: true }),
    formatInstant(last, { zone }),
    formatZone(zone),
  )
  if (start === undefined || !isLocalDateTime(start)) return moments
  const span = last - toInstant(start, zone)
  return span > 0 ? `${text.promotion.when.duration(formatSpan(span))} · ${moments}` : ''
}
