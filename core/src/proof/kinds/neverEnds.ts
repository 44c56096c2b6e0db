import { DAY_MS } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Probe } from '../probe.ts'
import type { Check } from './check.ts'

/** It has run without an end for so long that somebody should say whether it is meant. */
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
      weight: 'look',
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
    const length = schedule.end - schedule.start
    if (!Number.isFinite(length) || length <= longest * DAY_MS) continue
    const days = Math.ceil(length / DAY_MS)
    yield {
      weight: 'look',
      subjects: [promotionSubject(id)],
      facts: { days, longest },
      proof: { at: schedule.start + longest * DAY_MS },
      points: days,
    }
  }
}

/** Those that reduce goods: what adds to an order, or is about delivery or regular prices, may go on. */
function findReducing({ toCome }: Probe) {
  return toCome.filter(({ phase }) => phase >= 1 && phase <= 3)
}
