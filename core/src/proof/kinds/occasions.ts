import { DAY_MS, toInstant } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Check } from './check.ts'

/** An occasion that is likely to begin soon, that promotions follow, and whose dates are still open. */
export const findDateOpen: Check<'date-open'> = function* ({ input, thresholds }) {
  const { plan, now, follows } = input
  for (const { id, dates, estimate } of input.occasions) {
    if (dates !== null || estimate === null) continue
    const at = toInstant(`${estimate}T00:00`, plan.store.timeZone)
    if (at - now > thresholds.openDays * DAY_MS) continue
    const waiting = plan.promotions.filter((entry) => follows[entry.id] === id && entry.promotion.state !== 'stopped')
    if (waiting.length === 0) continue
    const subjects = [{ kind: 'occasion' as const, id }]
    const points = Math.max(0, Math.ceil((now - at) / DAY_MS) + thresholds.openDays)
    yield { severity: 'warning', subjects, facts: { estimate, promotions: waiting.length }, proof: { at }, points }
  }
}

/** A promotion that goes on after the occasion that it follows. */
export const findOutside: Check<'outside-occasion'> = function* ({ input, toCome }) {
  const occasions = new Map(input.occasions.map((occasion) => [occasion.id, occasion]))
  for (const { id, schedule } of toCome) {
    const dates = occasions.get(input.follows[id] ?? '')?.dates
    if (!dates) continue
    const occasionEnd = toInstant(dates.end, input.plan.store.timeZone)
    if (schedule.end <= occasionEnd) continue
    const isOpen = !Number.isFinite(schedule.end)
    const points = isOpen ? 0 : Math.ceil((schedule.end - occasionEnd) / DAY_MS)
    const facts = { end: isOpen ? null : schedule.end, occasionEnd }
    yield { severity: 'warning', subjects: [promotionSubject(id)], facts, proof: { at: occasionEnd }, points }
  }
}
