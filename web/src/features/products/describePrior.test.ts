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
  ['nothing reduced', answer(null, null), /^The shop followed another plan/],
  [
    'regular price',
    answer({ began, price: 1000, at }, 1000),
    /^Was price €10.00 is allowed: .* \(from Mon 1 Mar 2027, 00:00\)/,
  ],
  [
    'a lower one',
    answer({ began, price: 900, at }, 900),
    /^Was price can’t be €10.00: it sold for €9.00 on Mon 15 Feb 2027, 23:59. Highest allowed: €9.00/,
  ],
  ['none', answer({ began, price: 700, at }, null), /^No was price: it sold for €7.00/],
  ['nothing known', answer({ began, price: null, at: null }, null), /no price history before/],
])('%s', (_case, given, sentence) =>
  expect(describePrior(given, { regular: 1000, shelf: 900 }, { zone: 'Europe/Vienna', days: 30 })).toMatch(sentence),
)

test('nothing is reduced, and nothing may be crossed out', () => {
  const standing = { regular: 1000, shelf: 1000 }
  expect(describePrior(answer(null, null), standing, { zone: 'Europe/Vienna', days: 30 })).toMatch(
    /^Not on sale at this time/,
  )
})
