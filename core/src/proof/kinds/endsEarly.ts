import { addDays, dateOf, timeOf, toLocal, weekdayOf } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Check } from './check.ts'
import type { Wording } from '../wording.ts'
import { readPublicTexts } from './publicTexts.ts'

/** It ends at midnight, when the day begins that its public text names as the last. */
export const findEndsEarly: Check<'ends-early'> = function* ({ toCome, input }) {
  const zone = input.plan.store.timeZone
  for (const { id, promotion, schedule } of toCome) {
    if (!Number.isFinite(schedule.end)) continue
    const local = toLocal(schedule.end, zone)
    if (timeOf(local) !== '00:00') continue
    const text = readPublicTexts(promotion).find((one) => namesLastDay(one, dateOf(local), input.wording))
    if (text === undefined) continue
    yield {
      severity: 'warning',
      subjects: [promotionSubject(id)],
      facts: { end: schedule.end, text },
      proof: { at: schedule.end },
      points: 1,
    }
  }
}

/** Whether a text names a date as it is written by people, and not the day before it as well. */
function namesLastDay(text: string, date: string, wording: Wording): boolean {
  const isNamed = (day: string) => toPatterns(day, wording).some((pattern) => pattern.test(text))
  if (isNamed(date)) return !isNamed(addDays(date, -1)) || isUntil(text, date, wording)
  return isUntilWeekday(text, date, wording)
}

const eitherOf = (names: readonly string[]) => `(?:${names.join('|')})`

/** The day, then a month by its name or number; or the other way round. */
function toPatterns(date: string, { months, ordinal, of }: Wording): RegExp[] {
  const [year = '', month = '', day = ''] = date.split('-')
  const [d, m] = [String(Number(day)), String(Number(month))]
  const name = eitherOf(months[Number(month) - 1]!)
  const nth = `0?${d}(?:${ordinal})?`
  return [
    new RegExp(`\\b${nth}\\.?\\s+(?:(?:${of})\\s+)?${name}\\b`, 'i'),
    new RegExp(`\\b${name}\\.?\\s+${nth}\\b(?!\\s*:)`, 'i'),
    new RegExp(`\\b0?${d}\\.\\s?0?${m}\\.(?:\\s?(?:${year}|${year.slice(2)}))?(?!\\d)`),
    new RegExp(`\\b0?${d}/0?${m}(?:/(?:${year}|${year.slice(2)}))?(?!\\d)`),
    new RegExp(`\\b${date}\\b`),
  ]
}

function isUntil(text: string, date: string, wording: Wording): boolean {
  return toPatterns(date, wording).some(({ source }) =>
    new RegExp(wording.until + source.replace(/^\\b/, ''), 'i').test(text),
  )
}

function isUntilWeekday(text: string, date: string, { weekdays, until }: Wording): boolean {
  const name = eitherOf(weekdays[weekdayOf(date) - 1]!)
  return new RegExp(`${until}${name}\\b(?!\\s+\\d)`, 'i').test(text)
}
