import { describe, expect, test } from 'vitest'
import { addMonths, readDay, readTime } from './readDay.ts'

/** A Wednesday. */
const TODAY = '2027-03-10'

describe('a day as people say it', () => {
  test.each<[string, string]>([
    ['today', '2027-03-10'],
    ['tomorrow', '2027-03-11'],
    ['sun', '2027-03-14'],
    ['Sunday', '2027-03-14'],
    ['wed', '2027-03-17'],
    ['next friday', '2027-03-19'],
    ['1.3.', '2028-03-01'],
    ['11.3.', '2027-03-11'],
    ['1.4.27', '2027-04-01'],
    ['1/4/2027', '2027-04-01'],
    ['Thu 1.4.2027', '2027-04-01'],
    ['Thu 01.04.27', '2027-04-01'],
    ['thursday 1.4.', '2027-04-01'],
    ['room 1.4.', ''],
    ['1 Apr', '2027-04-01'],
    ['Apr 1', '2027-04-01'],
    ['Thu 1 Apr 2027', '2027-04-01'],
    ['1st of', ''],
    ['1 april 2030', '2030-04-01'],
    ['29 feb', '2028-02-29'],
    ['in 2 weeks', '2027-03-24'],
    ['in a month', '2027-04-10'],
    ['10 days', '2027-03-20'],
    ['end of month', '2027-03-31'],
    ['end of the week', '2027-03-14'],
    ['2027-12-24', '2027-12-24'],
    ['30.2.', ''],
    ['2027-02-29', ''],
    ['13.13.', ''],
    ['soon', ''],
    ['', ''],
  ])('%s', (text, date) => {
    expect(readDay(text, TODAY)?.date ?? '').toBe(date)
  })
  test.each<[string, string | null]>([
    ['1 Apr 9:30', '09:30'],
    ['sun at 14.15', '14:15'],
    ['1.4. noon', '12:00'],
    ['2027-04-01T09:30', '09:30'],
    ['1 Apr', null],
  ])('with a time: %s', (text, time) => {
    expect(readDay(text, TODAY)).toMatchObject({ time })
  })
  test('the end of a day is the beginning of the next', () => {
    expect(readDay('sun 24:00', TODAY)).toEqual({ date: '2027-03-15', time: '00:00' })
  })
  test.each(['9999-12-31', '1 Mar 3000', ' ', 'in 99999 weeks'])('is none: “%s”', (text) => {
    expect(readDay(text, TODAY)).toBe(null)
  })
  test('a time that there is not makes it none', () => {
    expect(readDay('1 Apr 29:30', TODAY)).toBe(null)
  })
})

test.each<[string, string | null]>([
  ['9:30', '09:30'],
  ['9.30', '09:30'],
  ['930', '09:30'],
  ['9', '09:00'],
  ['23:59', '23:59'],
  ['noon', '12:00'],
  ['24:00', '00:00'],
  ['9:60', null],
  ['nine', null],
])('a time of day: %s', (text, time) => expect(readTime(text)).toBe(time))

test.each<[string, number, string]>([
  ['2027-01-31', 1, '2027-02-28'],
  ['2027-12-15', 1, '2028-01-15'],
  ['2027-03-31', -1, '2027-02-28'],
  ['9999-12-31', 1, '9999-12-31'],
])('%s and %i months', (date, months, expected) => expect(addMonths(date, months)).toBe(expected))
