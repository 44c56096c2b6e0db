import { describe, expect, test } from 'vitest'
import { MINUTES_OF_DAY, moveSchedule } from './moveSchedule.ts'

const DAY = MINUTES_OF_DAY

describe('moving and stretching', () => {
  const schedule = { start: '2027-03-27T00:00', end: '2027-03-29T00:00' }
  test.each([
    ['both', DAY, { start: '2027-03-28T00:00', end: '2027-03-30T00:00' }],
    ['both', -60, { start: '2027-03-26T23:00', end: '2027-03-28T23:00' }],
    ['end', 7 * DAY, { start: '2027-03-27T00:00', end: '2027-04-05T00:00' }],
    ['start', DAY, { start: '2027-03-28T00:00', end: '2027-03-29T00:00' }],
    ['start', 2 * DAY, null],
    ['end', -3 * DAY, null],
  ] as const)('%s by %i minutes', (grip, minutes, expected) => {
    expect(moveSchedule(schedule, grip, minutes)).toEqual(expected)
  })

  test('an open end stays open; hours of the week stay', () => {
    const weekly = [{ days: [1], from: '08:00', to: '10:00' }]
    expect(moveSchedule({ start: '2027-01-31T09:30', weekly }, 'both', DAY)).toEqual({
      start: '2027-02-01T09:30',
      weekly,
    })
    expect(moveSchedule({}, 'end', DAY)).toEqual({})
  })
})
