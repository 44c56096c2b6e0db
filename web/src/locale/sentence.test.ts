import { describePromotion, type SalePromotion, type Store } from '@novalex/core'
import { expect, test } from 'vitest'
import { formatEnd, formatInstant, formatSpan, joinWords } from './format.ts'
import { explainOutcome } from './reasons.ts'
import rules from './sentences.golden.json'
import { writeSentence, type Names } from './sentence.ts'

const names: Names = { category: (id) => id.toUpperCase(), stackGroup: (id) => id, product: (sku) => `product ${sku}` }
const store = { stackGroups: ['sale', 'club'], apart: [['sale', 'sale']] } as unknown as Store
const golden = rules as unknown as readonly { rule: Partial<SalePromotion>; sentence: string }[]

const BASE: SalePromotion = {
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
  const pieces = writeSentence(describePromotion({ ...BASE, ...rule }, store), names)
  expect(pieces.map(({ text }) => text).join('')).toBe(sentence)
})

test.each([
  ['2027-04-05T00:00', 'Sun 4 Apr, 24:00'],
  ['2027-04-05T12:30', 'Mon 5 Apr, 12:30'],
  ['2027-01-01T00:00', 'Thu 31 Dec, 24:00'],
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

test.each([
  [
    { outcome: 'applied', reason: null, amount: 690, facts: { unitsCutByFloor: 3 } },
    'takes off 6.90 €; the floor held 3 units back',
  ],
  [
    { outcome: 'skipped', reason: 'stacking', amount: 0, facts: { promotion: 'p2' } },
    'does not go together with Two, which got here first',
  ],
  [{ outcome: 'skipped', reason: 'not-started', amount: 0, facts: {} }, 'starts on Mon'],
  [
    {
      outcome: 'skipped',
      reason: 'condition',
      amount: 0,
      facts: { test: { test: 'orders', op: '>=', count: 3 }, found: 1 },
    },
    'is for anyone with at least 3 orders before; this cart has 1',
  ],
] as const)('%j', (outcome, sentence) => {
  const context = { names, promotion: () => 'Two', start: 'Mon', end: 'Tue' }
  expect(explainOutcome({ promotion: 'p1', ...outcome }, context)).toBe(sentence)
})
