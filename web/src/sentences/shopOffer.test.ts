import type { Condition, Mechanic, MechanicKind, Reward } from '@novalex/core'
import { expect, test } from 'vitest'
import type { Names } from '../locale/ruleWords.ts'
import { describeShopNudge, describeShopOffer } from './shopOffer.ts'

const names: Names = {
  category: (id) => ({ brushes: 'Painting › Brushes' })[id] ?? id,
  product: (sku) => ({ 'H3-POLO': 'Polo brush' })[sku] ?? sku,
  set: (id) => `set ${id}`,
  stackGroup: String,
}
const brushes = { categories: ['brushes'] }
const ten = { percent: 1000 }

test.each<[string, Mechanic, Condition | null]>([
  [
    '3 of Brushes for 21.00 €',
    { kind: 'bundle', parts: [{ reach: brushes, quantity: 3 }], price: 2100, repeat: 'every' },
    null,
  ],
  [
    'Buy 2 of Polo brush, get 1 more free, once per order',
    {
      kind: 'buy-get',
      buy: { reach: { skus: ['H3-POLO'] }, quantity: 2 },
      get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
      repeat: 'once',
    },
    null,
  ],
  ['10 % off selected products', { kind: 'item-discount', reach: { tags: ['school'] }, value: ten }, null],
  ['10 % off selected products', { kind: 'item-discount', reach: { sets: ['s1'] }, value: ten }, null],
  [
    'Brushes: 10 % off from 3 and 2.00 € off each from 5',
    {
      kind: 'quantity-break',
      reach: brushes,
      count: 'sku',
      on: 'all',
      tiers: [
        { from: 3, value: ten },
        { from: 5, value: { amount: 200, per: 'unit' } },
      ],
    },
    null,
  ],
  [
    'Delivery free from 49.00 €',
    { kind: 'delivery', tiers: [{ from: 4900, value: { percent: 10_000 } }], options: ['parcel'], basis: 'shelf' },
    null,
  ],
  [
    'Club members: 5.00 € off from 50.00 €',
    { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }] },
    { test: 'group', in: ['club'] },
  ],
  [
    '10 % off everything, signed in and with no order before',
    { kind: 'item-discount', reach: {}, value: ten },
    {
      all: [
        { test: 'signedIn', is: true },
        { test: 'tag', in: ['regular', 'newsletter'] },
        { test: 'orders', op: '=', count: 0 },
      ],
    },
  ],
])('%s', (sentence, mechanic, when) => {
  expect(describeShopOffer({ mechanic, when }, names)).toBe(sentence)
})

test.each<[string, Reward, MechanicKind, object]>([
  ['2 more Pad and you save 15 %', { percent: 1500 }, 'quantity-break', { missingUnits: 2 }],
  ['1 more Pad and each costs 1.20 €', { price: 120 }, 'quantity-break', { missingUnits: 1 }],
  ['1 more Pad and you save 2.00 € on each', { amount: 200, per: 'unit' }, 'quantity-break', { missingUnits: 1 }],
  ['10.00 € more and you save 5.00 €', { amount: 500, per: 'once' }, 'order-discount', { missingAmount: 1000 }],
  ['10.00 € more and delivery is free', { percent: 10_000 }, 'delivery', { missingAmount: 1000 }],
  ['10.00 € more and delivery costs 1.90 €', { price: 190 }, 'delivery', { missingAmount: 1000 }],
  ['10.00 € more and you save 50 % on delivery', { percent: 5000 }, 'delivery', { missingAmount: 1000 }],
  [
    '1 more Pad and you get one more free',
    { sameSku: true, quantity: 1, value: { percent: 10_000 } },
    'buy-get',
    { missingUnits: 1 },
  ],
  [
    '1 more Pad and you save 50 % on 2 more',
    { sameSku: true, quantity: 2, value: { percent: 5000 } },
    'buy-get',
    { missingUnits: 1 },
  ],
])('%s', (sentence, reward, kind, lacks: { missingUnits?: number; missingAmount?: number }) => {
  const add = [{ sku: 'P', quantity: lacks.missingUnits ?? 1 }]
  expect(describeShopNudge({ ...lacks, reward, add }, { kind, nameOf: () => 'Pad' })).toBe(sentence)
})
