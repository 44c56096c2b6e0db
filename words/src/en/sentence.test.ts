import { describePromotion, type Promotion, type Store } from '@novalex/core'
import { expect, test } from 'vitest'
import {
  currencySign,
  formatFigure,
  formatInstant,
  formatMoney,
  formatPercent,
  setPresentYear,
  setStoreFormats,
} from '../format.ts'
import { formatEnd, formatShopEnd, formatSpan, joinWords } from './grammar.ts'
import { setChannels, setDeliveryOptions, type Names } from '../names.ts'
import { writeSentence } from './sentence.ts'
import rules from './sentences.golden.json'
import { startSentence } from './mechanics/shared/values.ts'

setPresentYear('2027')
setChannels([
  { id: 'web', name: 'Online store', kind: 'own' },
  { id: 'app', name: 'App', kind: 'own' },
  { id: 'counter', name: 'In store', kind: 'own' },
])
setDeliveryOptions([
  { id: 'parcel', name: 'parcel', prices: [{ country: 'AT', price: 490 }] },
  { id: 'express', name: 'express parcel', prices: [{ country: 'AT', price: 990 }] },
])

const names: Names = {
  set: String,
  category: (id) => startSentence(id),
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
  ['2027-04-05T00:00', 'end of Sun 4 Apr'],
  ['2027-04-05T12:30', 'Mon 5 Apr, 12:30'],
  ['2027-01-01T00:00', 'end of Thu 31 Dec 2026'],
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

test('the golden rules cover every mechanic, condition, comparison, stacking mode and ladder', () => {
  const file = JSON.stringify(golden)
  const wanted = [
    ...['price-steps', 'markdown', 'item-discount', 'quantity-break', 'spend-break', 'buy-get', 'bundle'],
    ...['order-discount', 'delivery', 'surcharge'],
  ].map((kind) => `"kind":"${kind}"`)
  const tests = [
    ...['spend', 'quantity', 'group', 'tag', 'orders', 'spent', 'bought', 'signedIn', 'shopper', 'channel'],
    ...['country', 'option', 'audience'],
  ].map((test) => `"test":"${test}"`)
  const comparisons = ['>=', '>', '<=', '<', '=', '!='].map((op) => `"op":"${op}"`)
  const modes = ['group', 'alone', 'closes', 'sole'].map((mode) => `"mode":"${mode}"`)
  const ladders = ['unitsSold', 'unitsLeft', 'hoursLeft', 'date'].map((by) => `"by":"${by}"`)
  expect([...wanted, ...tests, ...comparisons, ...modes, ...ladders].filter((one) => !file.includes(one))).toEqual([])
})

test('money in the currency of the store, with its symbol or else its code, and a sign if it is negative', () => {
  const written = ['GBP', 'SEK', 'CHF', 'EUR'].map((code) => {
    setStoreFormats({ currency: code, locale: 'en-GB' })
    return `${formatMoney(120_450)} ${currencySign()}`.replaceAll('\u00a0', ' ')
  })
  expect(written).toEqual(['£1,204.50 £', 'SEK 1,204.50 SEK', 'CHF 1,204.50 CHF', '€1,204.50 €'])
  expect([formatMoney(-276), formatFigure(-276), formatFigure(120_400)]).toEqual(['−€2.76', '−2.76', '1,204.00'])
  expect([formatMoney(-0), formatPercent(-0)]).toEqual(['€0.00', '0%'])
  expect(formatMoney(Number.MAX_SAFE_INTEGER)).toBe('€90,071,992,547,409.91')
})

test('percentages keep two decimals at most', () => {
  expect([1000, 1550, 1, 0, 10_000].map(formatPercent)).toEqual(['10%', '15.5%', '0.01%', '0%', '100%'])
})

test.each([
  ['2027-04-05T00:00', '23:59 on Sun 4 Apr (Vienna time)'],
  ['2027-04-05T12:30', '12:30 on Mon 5 Apr (Vienna time)'],
])('an end %s reads %s in the shop', (local, expected) => expect(formatShopEnd(local, 'Europe/Vienna')).toBe(expected))
