import { addDays, dateOf, timeOf, toLocal, weekdayOf } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Check } from './check.ts'
import { readPublicTexts } from './publicTexts.ts'

/** It ends at midnight, when the day begins that its public text names as the last. */
export const findEndsEarly: Check<'ends-early'> = function* ({ toCome, input }) {
  const zone = input.plan.store.timeZone
  for (const { id, promotion, schedule } of toCome) {
    if (!Number.isFinite(schedule.end)) continue
    const local = toLocal(schedule.end, zone)
    if (timeOf(local) !== '00:00') continue
    const text = readPublicTexts(promotion).find((one) => namesLastDay(one, dateOf(local)))
    if (text === undefined) continue
    yield {
      weight: 'look',
      subjects: [promotionSubject(id)],
      facts: { end: schedule.end, text },
      proof: { at: schedule.end },
      points: 1,
    }
  }
}

const MONTHS = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
]
const DAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday']

/** Whether a text names a date as it is written by people, and not the day before it as well. */
function namesLastDay(text: string, date: string): boolean {
  const isNamed = (day: string) => toPatterns(day).some((pattern) => pattern.test(text))
  if (isNamed(date)) return !isNamed(addDays(date, -1)) || isUntil(text, date)
  return isUntilWeekday(text, date)
}

/** The day, then a month by its name or number; or the other way round. */
function toPatterns(date: string): RegExp[] {
  const [year = '', month = '', day = ''] = date.split('-')
  const [d, m] = [String(Number(day)), String(Number(month))]
  const name = MONTHS[Number(month) - 1]!
  const named = `(?:${name}|${name.slice(0, 3)})\\b`
  return [
    new RegExp(`\\b0?${d}(?:st|nd|rd|th)?\\.?\\s+(?:of\\s+)?${named}`, 'i'),
    new RegExp(`\\b${named.replace('\\b', '')}\\.?\\s+0?${d}(?:st|nd|rd|th)?\\b(?!\\s*:)`, 'i'),
    new RegExp(`\\b0?${d}\\.\\s?0?${m}\\.(?:\\s?(?:${year}|${year.slice(2)}))?(?!\\d)`),
    new RegExp(`\\b0?${d}/0?${m}(?:/(?:${year}|${year.slice(2)}))?(?!\\d)`),
    new RegExp(`\\b${date}\\b`),
  ]
}

const UNTIL = String.raw`\b(?:until|till|to|through|–|-)\s+(?:and\s+including\s+)?(?:the\s+)?`

function isUntil(text: string, date: string): boolean {
  return toPatterns(date).some(({ source }) => new RegExp(UNTIL + source.replace(/^\\b/, ''), 'i').test(text))
}

function isUntilWeekday(text: string, date: string): boolean {
  const name = DAYS[weekdayOf(date) - 1]!
  return new RegExp(`${UNTIL}(?:${name}|${name.slice(0, 3)})\\b(?!\\s+\\d)`, 'i').test(text)
}
