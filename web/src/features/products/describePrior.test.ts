import type { HistoryAnswer } from '@novalex/contract'
import { expect, test } from 'vitest'
import { describePrior } from './describePrior.ts'

const began = '2027-02-28T23:00:00.000Z'
const at = '2027-02-15T22:59:59.999Z'
const answer = (prior: HistoryAnswer['prior'], struck: number | null) => ({
  prior,
  struck,
})

test.each<[string, ReturnType<typeof answer>, RegExp]>([
  ['nothing reduced', answer(null, null), /^The shop did not show this price/],
  [
    'the regular price',
    answer({ began, price: 1000, at }, 1000),
    /^The regular price of 10.00 € may be crossed out.* Mon 1 Mar 2027, 00:00/,
  ],
  [
    'a lower one',
    answer({ began, price: 900, at }, 900),
    /may not be crossed out: it was 9.00 € on Mon 15 Feb 2027, 23:59. At most 9.00 € may be/,
  ],
  ['none', answer({ began, price: 700, at }, null), /^Nothing may be crossed out: it was 7.00 €/],
  ['nothing known', answer({ began, price: null, at: null }, null), /nothing is known of the days before/],
])('%s', (_case, given, sentence) =>
  expect(describePrior(given, { regular: 1000, shelf: 900 }, { zone: 'Europe/Vienna', days: 30 })).toMatch(sentence),
)

test('nothing is reduced, and nothing may be crossed out', () => {
  const standing = { regular: 1000, shelf: 1000 }
  expect(describePrior(answer(null, null), standing, { zone: 'Europe/Vienna', days: 30 })).toMatch(
    /^Nothing is reduced/,
  )
})
