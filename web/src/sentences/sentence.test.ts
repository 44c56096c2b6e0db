import { describePromotion, type Promotion, type Store } from '@novalex/core'
import { expect, test } from 'vitest'
import {
  formatEnd,
  formatInstant,
  formatMoney,
  formatSpan,
  joinWords,
  setCurrency,
  setPresentYear,
} from '../locale/format.ts'
import rules from './sentences.golden.json'
import { setDeliveryOptions, type Names } from '../locale/ruleWords.ts'
import { writeSentence } from './sentence.ts'

setPresentYear('2027')
setDeliveryOptions([
  { id: 'parcel', name: 'parcel', prices: [{ country: 'AT', price: 490 }] },
  { id: 'express', name: 'express parcel', prices: [{ country: 'AT', price: 990 }] },
])

const names: Names = {
  set: String,
  category: (id) => id.toUpperCase(),
  stackGroup: (id) => id,
  product: (sku) => `product ${sku}`,
}
const store = { stackGroups: ['sale', 'club'], apart: [['sale', 'sale']] } as unknown as Store
const golden = rules as unknown as readonly { rule: Partial<Promotion>; sentence: string }[]

const BASE: Promotion = {
  id: 'p1',
  name: 'One',
  rank: 1,
  state: 'ready',
  schedule: {},
  code: null,
  when: null,
  mechanic: { kind: 'markdown', reach: {}, value: { percent: 1000 } },
  stacking: { group: 'club', mode: 'group' },
  limits: {},
  ladder: null,
}

test.each(golden)('$sentence', ({ rule, sentence }) => {
  const { stacking, ...promotion } = { ...BASE, ...rule }
  // `null` in the file: a promotion of a phase that takes no part in stacking.
  const parts = describePromotion({ ...promotion, ...(stacking ? { stacking } : {}) }, store)
  const pieces = writeSentence(parts, { kind: promotion.mechanic.kind, names })
  expect(pieces.map(({ text }) => text).join('')).toBe(sentence)
})

test.each([
  ['2027-04-05T00:00', 'Sun 4 Apr, 24:00'],
  ['2027-04-05T12:30', 'Mon 5 Apr, 12:30'],
  ['2027-01-01T00:00', 'Thu 31 Dec 2026, 24:00'],
])('an end %s reads %s', (local, expected) => expect(formatEnd(local)).toBe(expected))

test('instants on the clock of the store', () => {
  const last = Date.parse('2027-03-28T21:59:59Z')
  expect(formatInstant(last, { zone: 'Europe/Vienna', seconds: true })).toBe('Sun 28 Mar 2027, 23:59:59')
  expect(formatInstant(last + 1000, { zone: 'Europe/Vienna', year: false })).toBe('Mon 29 Mar, 00:00')
})

test('spans and lists in words', () => {
  expect([1, 89, 90, 47 * 60, 48 * 60].map((minutes) => formatSpan(minutes * 60_000))).toEqual([
    '1 minute',
    '89 minutes',
    '2 hours',
    '47 hours',
    '2 days',
  ])
  expect([joinWords([]), joinWords(['a']), joinWords(['a', 'b', 'c'], 'or')]).toEqual(['', 'a', 'a, b or c'])
})

test('the golden rules hold every mechanic, condition and comparison', () => {
  const file = JSON.stringify(golden)
  const wanted = [
    ...['price-steps', 'markdown', 'item-discount', 'quantity-break', 'spend-break', 'buy-get', 'bundle'],
    ...['order-discount', 'delivery', 'surcharge'],
  ].map((kind) => `"kind":"${kind}"`)
  const tests = [
    ...['spend', 'quantity', 'group', 'tag', 'orders', 'spent', 'bought', 'signedIn', 'shopper', 'channel'],
    ...['country', 'option'],
  ].map((test) => `"test":"${test}"`)
  const comparisons = ['>=', '>', '<=', '<', '=', '!='].map((op) => `"op":"${op}"`)
  expect([...wanted, ...tests, ...comparisons].filter((one) => !file.includes(one))).toEqual([])
})

test('money in the currency of the store, by its sign or else its code', () => {
  const written = ['GBP', 'SEK', 'EUR'].map((code) => {
    setCurrency(code)
    return formatMoney(1250)
  })
  expect(written).toEqual(['12.50 £', '12.50 SEK', '12.50 €'])
})
