import { toInstant } from '@novalex/core'
import { expect, test } from 'vitest'
import { computeWeeklyMask } from './weeklyMask.ts'

const ZONE = 'Europe/Vienna'
const at = (day: string) => toInstant(`${day}T00:00` as never, ZONE)
const weekend = { weekly: [{ days: [6, 7], from: '00:00' as never, to: '00:00' as never }] }

test('a bar of a week shows its weekend', () => {
  const week = { from: at('2027-03-08'), to: at('2027-03-15') }
  expect(computeWeeklyMask(weekend, ZONE, week)).toBe(
    'linear-gradient(90deg, #0003 0.00% 71.43%, #000 71.43% 85.71%, #000 85.71% 100.00%)',
  )
})
test.each([
  ['without weekly hours', {}, '2027-03-08', '2027-03-15'],
  ['outside of what is in view', weekend, '2027-03-15', '2027-03-15'],
  ['with more changes than can be seen', weekend, '2020-01-01', '2027-01-01'],
])('none %s', (_label, schedule, from, to) => {
  expect(computeWeeklyMask(schedule, ZONE, { from: at(from), to: at(to) })).toBe(null)
})
