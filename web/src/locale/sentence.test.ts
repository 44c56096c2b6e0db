import {
  compilePlan,
  computeQuote,
  describePromotion,
  type Mechanic,
  type Nudge,
  type Promotion,
  type Store,
} from '@novalex/core'
import { expect, test } from 'vitest'
import { formatEnd, formatInstant, formatSpan, joinWords } from './format.ts'
import { explainCode, explainNudge, explainOutcome, writeQuote } from './reasons.ts'
import rules from './sentences.golden.json'
import { type Names } from './ruleWords.ts'
import { writeSentence } from './sentence.ts'

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
  const pieces = writeSentence(describePromotion({ ...promotion, ...(stacking ? { stacking } : {}) }, store), names)
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

test.each<[object, Mechanic['kind'] | undefined, string]>([
  [{ missingUnits: 2, reward: { percent: 1000 } }, undefined, '2 more bring 10 % less'],
  [{ missingUnits: 1, reward: { price: 3000 } }, 'quantity-break', '1 more brings 30.00 € each'],
  [{ missingUnits: 1, reward: { price: 3000 } }, 'bundle', '1 more brings a bundle for 30.00 €'],
  [{ missingAmount: 137, reward: { amount: 500, per: 'once' } }, undefined, '1.37 € more brings 5.00 € less once'],
  [{ missingAmount: 500, reward: { percent: 10_000 } }, 'delivery', '5.00 € more brings delivery free'],
  [
    { missingUnits: 1, reward: { sameSku: true, quantity: 2, value: { percent: 10_000 } } },
    'buy-get',
    '1 more brings 2 items free',
  ],
])('%j of %s', (nudge, kind, sentence) =>
  expect(explainNudge({ promotion: 'p1', ...nudge } as Nudge, kind)).toBe(sentence),
)

test('codes', () => {
  expect(explainCode({ code: 'A', outcome: 'refused', reason: 'code-over-limit' })).toMatch(/^can’t be added/)
  expect(explainCode({ code: 'A', outcome: 'noEffect', reason: null }, 'needs 2 more')).toBe(
    'changes nothing: its offer needs 2 more',
  )
  expect(explainCode({ code: 'A', outcome: 'applied', reason: null })).toBe('is taken into account')
})

test('a whole quote in sentences', () => {
  const product = {
    sku: 'A',
    name: 'Pad',
    family: null,
    categories: [],
    tags: [],
    regularPrice: 1000,
    unitCost: null,
    minimumPrice: null,
    taxRate: 0,
    stock: null,
  }
  const five: Promotion = {
    ...BASE,
    name: 'Five pads',
    code: { text: 'PADS' },
    mechanic: {
      kind: 'quantity-break',
      reach: {},
      count: 'sku',
      on: 'all',
      tiers: [{ from: 5, value: { percent: 1000 } }],
    },
  }
  const settings: Store = {
    ...store,
    currency: 'EUR',
    timeZone: 'UTC',
    pricesIncludeTax: true,
    deliveryTaxRate: 0,
    surchargeTaxRate: 0,
    conflicts: 'best',
    maxCodesPerOrder: 1,
    floor: { enforce: false, minMargin: 0 },
  }
  const plan = compilePlan({
    store: settings,
    catalogue: { categories: [], products: [product], sets: [] },
    promotions: [five],
  })
  const cart = {
    lines: [{ sku: 'A', quantity: 3 }],
    codes: ['pads', 'x'],
    channel: 'web',
    delivery: null,
    shopper: null,
  }
  const quote = computeQuote(plan, { now: 0, cart, facts: {}, codes: {} })
  expect(writeQuote(quote, { names, promotion: () => 'Five pads', start: '', end: '' })).toEqual([
    'Five pads needs 2 more for its first step.',
    'Code pads changes nothing in this cart.',
    'Code x is not known; check how it is written.',
    'Five pads: 2 more bring 10 % less.',
  ])
})
