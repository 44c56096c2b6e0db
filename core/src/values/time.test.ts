import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { addDays, isLocalDateTime, toInstant, toLocal, weekdayOf } from './time.ts'

const VIENNA = 'Europe/Vienna'
const iso = (local: string, zone: string) => new Date(toInstant(local, zone)).toISOString()

describe('toInstant', () => {
  test.each([
    ['winter', '2027-01-15T12:00', VIENNA, '2027-01-15T11:00:00.000Z'],
    ['summer', '2027-07-15T12:00', VIENNA, '2027-07-15T10:00:00.000Z'],
    ['the minute before the gap', '2027-03-28T01:59', VIENNA, '2027-03-28T00:59:00.000Z'],
    ['the start of the gap moves to its end', '2027-03-28T02:00', VIENNA, '2027-03-28T01:00:00.000Z'],
    ['inside the gap moves forward by the gap', '2027-03-28T02:30', VIENNA, '2027-03-28T01:30:00.000Z'],
    ['the end of the gap', '2027-03-28T03:00', VIENNA, '2027-03-28T01:00:00.000Z'],
    ['a time that happens twice is the first', '2027-10-31T02:30', VIENNA, '2027-10-31T00:30:00.000Z'],
    ['the start of the doubled hour', '2027-10-31T02:00', VIENNA, '2027-10-31T00:00:00.000Z'],
    ['after the doubled hour', '2027-10-31T03:00', VIENNA, '2027-10-31T02:00:00.000Z'],
    ['midnight before the change', '2027-03-28T00:00', VIENNA, '2027-03-27T23:00:00.000Z'],
    ['midnight after the change', '2027-03-29T00:00', VIENNA, '2027-03-28T22:00:00.000Z'],
    ['a half-hour change', '2027-10-03T02:15', 'Australia/Lord_Howe', '2027-10-02T15:45:00.000Z'],
    ['a zone without changes', '2027-10-31T02:30', 'UTC', '2027-10-31T02:30:00.000Z'],
  ])('%s', (_label, local, zone, expected) => expect(iso(local, zone)).toBe(expected))

  test('throws on a time that no calendar has, and on an unknown zone', () => {
    expect(() => toInstant('2027-02-30T00:00', VIENNA)).toThrow(RangeError)
    expect(() => toInstant('2027-02-20T00:00', 'Europe/Nowhere')).toThrow(RangeError)
  })

  test('is undone by toLocal, except inside a gap', () => {
    const minute = fc.integer({ min: 0, max: 60 * 24 * 365 * 3 })
    fc.assert(
      fc.property(minute, (minutes) => {
        const instant = Date.UTC(2026, 0, 1) + minutes * 60_000
        const again = toInstant(toLocal(instant, VIENNA), VIENNA)
        // The second pass of a doubled hour reads as the first.
        expect([0, 3_600_000]).toContain(instant - again)
      }),
    )
  })
})

test.each([
  ['2027-02-28T23:59', true],
  ['2027-02-29T00:00', false],
  ['2028-02-29T00:00', true],
  ['2027-13-01T00:00', false],
  ['2027-01-01T24:00', false],
  ['2027-1-1T00:00', false],
  ['2027-01-01', false],
])('isLocalDateTime(%s) is %s', (text, expected) => expect(isLocalDateTime(text)).toBe(expected))

test('days by the calendar', () => {
  expect(addDays('2027-02-28', 1)).toBe('2027-03-01')
  expect(addDays('2027-03-01', -1)).toBe('2027-02-28')
  expect([weekdayOf('2027-03-08'), weekdayOf('2027-03-14'), weekdayOf('1969-12-31')]).toEqual([1, 7, 3])
})
