import { compileSchedule, computeStatus, type Instant, type Promotion } from '@novalex/core'
import { text, planningText, formatSpan } from './catalogue.ts'

const words = text.promotions

/** How long until it starts or ends, how long it has been over, or how long it has been running without an end. */
export function describeTimeLeft(promotion: Promotion, zone: string, now: Instant): string {
  const { start, end } = compileSchedule(promotion.schedule, zone)
  switch (computeStatus(promotion, zone, now)) {
    case 'scheduled':
      if (promotion.schedule.open) return planningText.occasions.openShort
      return words.startsIn(formatSpan(start - now))
    case 'running':
      if (Number.isFinite(end)) return words.endsIn(formatSpan(end - now))
      return Number.isFinite(start) ? `${words.openEnd}, ${words.runningFor(formatSpan(now - start))}` : words.openEnd
    case 'ended':
      return words.endedAgo(formatSpan(now - end))
    default:
      return ''
  }
}
