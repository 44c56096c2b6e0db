import type { Condition, Mechanic, MechanicKind, Reward } from '@novalex/core'
import { expect, test } from 'vitest'
import type { Names } from '@novalex/words'
import { describeShopNudge, describeShopOffer } from './shopOffer.ts'

const names: Names = {
  category: (id) => ({ brushes: 'Painting › Brushes' })[id] ?? id,
  product: (sku) => ({ 'H3-POLO': 'Polo brush' })[sku] ?? sku,
  set: (id) => `set ${id}`,
  stackGroup: String,
}
const brushes = { categories: ['brushes'] }
const ten = { percent: 1000 }

test.each<[string, Mechanic, Condition | null, string?]>([
  [
    'Any 3 from Brushes for €21.00',
    { kind: 'bundle', parts: [{ reach: brushes, quantity: 3 }], price: 2100, repeat: 'every' },
    null,
  ],
  [
    'Buy 2 × Polo brush, get 1 free (once per order)',
    {
      kind: 'buy-get',
      buy: { reach: { skus: ['H3-POLO'] }, quantity: 2 },
      get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
      repeat: 'once',
    },
    null,
  ],
  ['10% off selected products', { kind: 'item-discount', reach: { tags: ['school'] }, value: ten }, null],
  ['10% off selected products', { kind: 'item-discount', reach: { sets: ['s1'] }, value: ten }, null],
  [
    'Brushes: 10% off 3 or more and €2.00 off each for 5 or more of the same product',
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
    'Free delivery on orders of €49.00 or more',
    { kind: 'delivery', tiers: [{ from: 4900, value: { percent: 10_000 } }], options: ['parcel'], basis: 'shelf' },
    null,
  ],
  [
    'Club members: €5.00 off orders of €50.00 or more',
    { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }] },
    { test: 'group', in: ['club'] },
    'Club members',
  ],
  [
    '10% off your first order when you sign in',
    { kind: 'item-discount', reach: {}, value: ten },
    {
      all: [
        { test: 'signedIn', is: true },
        { test: 'tag', in: ['regular', 'newsletter'] },
        { test: 'orders', op: '=', count: 0 },
      ],
    },
  ],
])('%s', (sentence, mechanic, when, members) => {
  expect(describeShopOffer({ mechanic, when, members }, names)).toBe(sentence)
})

test.each<[string, Reward, MechanicKind, object]>([
  ['Add 2 × Pad to save 15%', { percent: 1500 }, 'quantity-break', { missingUnits: 2 }],
  ['Add 1 × Pad to pay €1.20 each', { price: 120 }, 'quantity-break', { missingUnits: 1 }],
  ['Add 1 × Pad to save €2.00 on each', { amount: 200, per: 'unit' }, 'quantity-break', { missingUnits: 1 }],
  ['Spend €10.00 more to save €5.00', { amount: 500, per: 'once' }, 'order-discount', { missingAmount: 1000 }],
  ['Spend €10.00 more for free delivery', { percent: 10_000 }, 'delivery', { missingAmount: 1000 }],
  ['Spend €10.00 more for €1.90 delivery', { price: 190 }, 'delivery', { missingAmount: 1000 }],
  ['Spend €10.00 more to save 50% on delivery', { percent: 5000 }, 'delivery', { missingAmount: 1000 }],
  [
    'Add 1 × Pad to get one free',
    { sameSku: true, quantity: 1, value: { percent: 10_000 } },
    'buy-get',
    { missingUnits: 1 },
  ],
  [
    'Add 1 × Pad to save 50% on 2 more',
    { sameSku: true, quantity: 2, value: { percent: 5000 } },
    'buy-get',
    { missingUnits: 1 },
  ],
])('%s', (sentence, reward, kind, lacks: { missingUnits?: number; missingAmount?: number }) => {
  const add = [{ sku: 'P', quantity: lacks.missingUnits ?? 1 }]
  expect(describeShopNudge({ ...lacks, reward, add }, { kind, nameOf: () => 'Pad' })).toBe(sentence)
})
