import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import type { Ladder, Schedule } from '@novalex/core'
import { expect, test } from 'vitest'
import { DRAFT } from '@/testing/drafts.ts'
import { countDaysToNext, createCopy, nameCopy } from './createCopy.ts'

/** A Wednesday. */
const today = '2027-03-10'

function copy(changes: Partial<PromotionDraft>): PromotionDraft {
  const { campaign, occasion, archived, note, ...rule } = { ...DRAFT, ...changes }
  const record = { promotion: { ...rule, id: 'p1', rank: 1 }, campaign, occasion, archived, note, version: 3 }
  const days = countDaysToNext(rule.schedule, today)
  return createCopy(record as PromotionRecord, { name: 'Paper, copy', days })
}

test.each<[string, Schedule, Schedule]>([
  [
    'that is running starts the day after it ends',
    { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
    { start: '2027-04-01T00:00', end: '2027-05-02T00:00' },
  ],
  [
    'that has ended starts tomorrow',
    { start: '2027-02-01T09:00', end: '2027-02-03T12:30' },
    { start: '2027-03-11T09:00', end: '2027-03-13T12:30' },
  ],
  [
    'that ends today starts tomorrow, at the same time of day',
    { start: '2027-03-09T18:00', end: '2027-03-10T20:00' },
    { start: '2027-03-11T18:00', end: '2027-03-12T20:00' },
  ],
  ['without an end starts tomorrow', { start: '2027-01-01T00:00' }, { start: '2027-03-11T00:00' }],
  ['without a start keeps its end', { end: '2027-06-01T00:00' }, { end: '2027-06-01T00:00' }],
  ['without dates has none', {}, {}],
])('a copy of one %s', (_name, schedule, expected) => {
  expect(copy({ schedule }).schedule).toEqual(expected)
})

test('a copy is a draft without a code, of either kind, and no longer archived', () => {
  for (const code of [{ text: 'SPRING' }, { batch: true as const }])
    expect(copy({ code, archived: true })).toMatchObject({
      name: 'Paper, copy',
      code: null,
      state: 'draft',
      archived: false,
      mechanic: DRAFT.mechanic,
    })
})

test('steps on dates move as far as the dates; others stay', () => {
  const onDates: Ladder = { by: 'date', rungs: [{ at: '2027-03-15T00:00', value: { percent: 2000 } }] }
  expect(copy({ ladder: onDates }).ladder).toEqual({
    by: 'date',
    rungs: [{ at: '2027-04-15T00:00', value: { percent: 2000 } }],
  })
  const byUnits: Ladder = { by: 'unitsSold', rungs: [{ at: 5, value: { percent: 2000 } }] }
  expect(copy({ ladder: byUnits }).ladder).toEqual(byUnits)
})

test('a copy has dates of its own, unless those of its occasion are still to be confirmed', () => {
  expect(copy({ occasion: 'fair' }).occasion).toBeNull()
  const open = copy({ occasion: 'fair', schedule: { open: true } })
  expect([open.occasion, open.schedule]).toEqual(['fair', { open: true }])
})

test('names of copies count on, from the name of the first', () => {
  const words = { suffix: /, copy( \d+)?$/, copyOf: (name: string, number: number) => `${name}, copy ${number}` }
  expect(nameCopy('Paper', new Set(), words)).toBe('Paper, copy 1')
  expect(nameCopy('Paper, copy 7', new Set(['Paper, copy 1', 'Paper, copy 2']), words)).toBe('Paper, copy 3')
  expect(nameCopy('x'.repeat(120), new Set(), words)).toHaveLength(105 + ', copy 1'.length)
})
