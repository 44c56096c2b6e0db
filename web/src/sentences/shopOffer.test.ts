import type { Condition, Mechanic } from '@novalex/core'
import { expect, test } from 'vitest'
import type { Names } from '../locale/ruleWords.ts'
import { describeShopOffer } from './shopOffer.ts'

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
    'Your order: 5.00 € off from 50.00 €',
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
