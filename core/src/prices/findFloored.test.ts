import { expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import { compileShop, createProduct, createStore } from '../testing/shop.ts'
import { findFloored } from './findFloored.ts'

const goods = [
  createProduct('DEAR', 2000, { minimumPrice: 1008 }),
  createProduct('CHEAP', 1008, { minimumPrice: 1008 }),
  createProduct('OPEN', 1000),
]
const plan = compileShop(goods, [], createStore({ floor: { enforce: true, minMargin: 0 } }))
const heldOf = (mechanic: Mechanic) =>
  findFloored(mechanic, plan).map(({ product, units, wanted, comes }) => [product.sku, units, wanted, comes])

test.each<[string, Mechanic, unknown[]]>([
  [
    'a sale price',
    { kind: 'markdown', reach: {}, value: { percent: 5000 } },
    [
      ['DEAR', 1, 1000, 1008],
      ['CHEAP', 1, 504, 1008],
    ],
  ],
  ['one above the floor', { kind: 'markdown', reach: { skus: ['DEAR'] }, value: { percent: 4900 } }, []],
  [
    'price bands',
    { kind: 'markdown', reach: {}, bands: [{ from: 1500, value: { price: 1000 } }] },
    [['DEAR', 1, 1000, 1008]],
  ],
  [
    'an item discount',
    { kind: 'item-discount', reach: { skus: ['CHEAP'] }, value: { amount: 1, per: 'unit' } },
    [['CHEAP', 1, 1007, 1008]],
  ],
  ['an amount once', { kind: 'item-discount', reach: {}, value: { amount: 900, per: 'once' } }, []],
  ['a gift', { kind: 'item-discount', reach: {}, value: { percent: 10_000 } }, []],
  [
    'the deepest break',
    {
      kind: 'quantity-break',
      reach: {},
      count: 'sku',
      on: 'all',
      tiers: [
        { from: 2, value: { percent: 100 } },
        { from: 9, value: { percent: 5000 } },
      ],
    },
    [
      ['DEAR', 1, 1000, 1008],
      ['CHEAP', 1, 504, 1008],
    ],
  ],
  [
    'a bundle of one product',
    { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' },
    [
      ['DEAR', 3, 3000, 3024],
      ['CHEAP', 3, 3000, 3024],
    ],
  ],
  [
    'a bundle dearer than its items',
    { kind: 'bundle', parts: [{ reach: { skus: ['CHEAP'] }, quantity: 3 }], price: 9000, repeat: 'every' },
    [],
  ],
])('%s', (_label, mechanic, held) => {
  expect(heldOf(mechanic)).toEqual(held)
})
