import { expect, test } from 'vitest'
import { extendByMonth } from './extendEnd.ts'

test.each<[string, `${string}T${string}` | undefined, string | undefined]>([
  ['a whole day', '2027-03-15T00:00', '2027-04-15T00:00'],
  ['a time of day', '2027-03-15T12:30', '2027-04-15T12:30'],
  ['the last day of a month', '2027-02-01T00:00', '2027-03-01T00:00'],
  ['a day that the next month has not', '2027-01-31T12:00', '2027-02-28T12:00'],
  ['no end date', undefined, undefined],
])('%s', (_label, end, later) => {
  expect(extendByMonth(end === undefined ? {} : { end: end as never })?.end).toBe(later)
})
