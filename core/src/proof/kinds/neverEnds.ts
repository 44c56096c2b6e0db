import { addDays, dateOf, DAY_MS, timeOf, toInstant, toLocal, type Instant } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import { isReducing } from '../productGroups.ts'
import type { Probe } from '../probe.ts'
import type { Check } from './check.ts'

/** It has run without an end for so long that someone should say whether it is meant. */
export const findNoEnd: Check<'no-end'> = function* (probe) {
  const { now } = probe.input
  for (const { id, schedule } of findReducing(probe)) {
    const { start, end } = schedule
    if (Number.isFinite(end)) continue
    const isKnown = Number.isFinite(start)
    const days = isKnown ? Math.floor((now - start) / DAY_MS) : null
    if (days !== null && days < probe.thresholds.noEndDays) continue
    const at = isKnown ? start + probe.thresholds.noEndDays * DAY_MS : now
    yield {
      severity: 'warning',
      subjects: [promotionSubject(id)],
      facts: { since: isKnown ? start : null, days },
      proof: { at },
      points: 0,
    }
  }
}

/** It lasts longer than a reduction should. */
export const findTooLong: Check<'too-long'> = function* (probe) {
  const longest = probe.thresholds.longestDays
  for (const { id, schedule } of findReducing(probe)) {
    if (!Number.isFinite(schedule.end - schedule.start)) continue
    const at = afterDays(schedule.start, longest, probe.input.plan.store.timeZone)
    if (schedule.end <= at) continue
    const days = longest + Math.ceil((schedule.end - at) / DAY_MS)
    yield {
      severity: 'warning',
      subjects: [promotionSubject(id)],
      facts: { days, longest },
      proof: { at },
      points: days,
    }
  }
}

/** The same time of day so many days later, by the store's calendar. */
function afterDays(from: Instant, days: number, zone: string): Instant {
  const local = toLocal(from, zone)
  return toInstant(`${addDays(dateOf(local), days)}T${timeOf(local)}`, zone)
}

/** Those that reduce goods: what adds to an order, or is about delivery or regular prices, may go on. */
function findReducing({ toCome }: Probe) {
  return toCome.filter(isReducing)
}
