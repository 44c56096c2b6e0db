import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { NO_LISTING } from '../catalogue/index.ts'
import type { ProductListing } from '../terms/index.ts'
import { compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { createPublicPricer, createRegularPricer } from '../time/index.ts'
import {
  filterProducts,
  findProductRows,
  toReach,
  type ProductFilter,
  type ProductOrder,
  type ProductView,
} from './productTable.ts'

const PRODUCTS = [
  createProduct('A', 1000, { name: 'Crêpe paper', tags: ['new'], unitCost: 400, stock: 30, family: 'CREPE' }),
  createProduct('B', 2000, { name: 'Sketch pad', categories: ['pads'], unitCost: 1800, stock: 0 }),
  createProduct('C', 3000, { name: 'Paint box', categories: ['paint'], tags: ['new', 'gift'] }),
  createProduct('D', 500, { name: 'Chalk', categories: [], stock: 9 }),
]
const plan = compileShop(PRODUCTS, [
  createPromotion('p1', { mechanic: { kind: 'markdown', reach: { categories: ['paper'] }, value: { percent: 1000 } } }),
])
const SOLD: Record<string, number> = { A: 10, B: 3, D: 0 }
const STRUCK: Record<string, number> = { B: 1900 }
const LISTINGS: Record<string, ProductListing> = {
  A: { ...NO_LISTING, rating: 46, reviews: 12 },
  C: { ...NO_LISTING, rating: 39, reviews: 0, referencePrice: 3500 },
}
const view: ProductView = {
  plan,
  priceOf: createPublicPricer(plan, 0, { channel: 'web', facts: {} }),
  regularOf: createRegularPricer(plan, 0, { channel: 'web', facts: {} }),
  stockOf: (sku) => PRODUCTS.find((one) => one.sku === sku)?.stock ?? null,
  soldOf: (sku) => SOLD[sku] ?? null,
  struckOf: (sku) => STRUCK[sku] ?? null,
  listingOf: (sku) => LISTINGS[sku] ?? NO_LISTING,
}
const find = (filters: ProductFilter[], order: ProductOrder = null) =>
  findProductRows(view, PRODUCTS, { filters, order })
    .map(({ sku }) => sku)
    .join('')

describe('filters', () => {
  test.each<[string, ProductFilter, string]>([
    ['words in name or SKU, without case and accents', { column: 'name', text: 'PAPER crepe' }, 'A'],
    ['the SKU in the name column', { column: 'name', text: 'b' }, 'BC'],
    ['the SKU alone', { column: 'sku', text: 'b' }, 'B'],
    ['a category with what is below it', { column: 'categories', anyOf: ['paper'] }, 'AB'],
    ['any of several', { column: 'categories', anyOf: ['pads', 'paint'] }, 'BC'],
    ['an unknown category', { column: 'categories', anyOf: ['none'] }, ''],
    ['no category', { column: 'categories', empty: true }, 'D'],
    ['tags', { column: 'tags', anyOf: ['gift', 'x'] }, 'C'],
    ['family', { column: 'family', anyOf: ['CREPE'] }, 'A'],
    ['without family', { column: 'family', empty: true }, 'BCD'],
    ['promotions', { column: 'promotions', anyOf: ['p1'] }, 'A'],
    ['without promotions', { column: 'promotions', empty: true }, 'BCD'],
    ['from, held', { column: 'regular', from: 2000 }, 'BC'],
    ['just above', { column: 'regular', from: 2001 }, 'C'],
    ['to, held', { column: 'shelf', to: 900 }, 'AD'],
    ['just below', { column: 'shelf', to: 899 }, 'D'],
    ['between', { column: 'regular', from: 1000, to: 2000 }, 'AB'],
    ['reduced; what is at its floor is not', { column: 'saving', empty: false }, 'A'],
    ['nothing crossed out', { column: 'struck', empty: true }, 'ACD'],
    ['sold under cost', { column: 'margin', to: -1 }, 'B'],
    ['cost not known', { column: 'cost', empty: true }, 'CD'],
    ['days of stock', { column: 'cover', to: 90 }, 'AB'],
    ['no days of stock where nothing sells', { column: 'cover', empty: true }, 'CD'],
    ['nothing sold is not unknown', { column: 'sold', to: 0 }, 'D'],
    ['stock', { column: 'stock', to: 9 }, 'BD'],
    ['at least four stars', { column: 'rating', from: 40 }, 'A'],
    ['no rating', { column: 'rating', empty: true }, 'BD'],
    ['no review is not unknown', { column: 'reviews', to: 0 }, 'C'],
    ['with a reference price', { column: 'reference', empty: false }, 'C'],
  ])('%s', (_name, filter, expected) => {
    expect(find([filter])).toBe(expected)
  })
  test('every filter must pass', () => {
    expect(
      find([
        { column: 'tags', anyOf: ['new'] },
        { column: 'cost', empty: false },
      ]),
    ).toBe('A')
  })
  test('what changes with time needs a view', () => {
    expect(filterProducts(plan, [{ column: 'stock', to: 0 }]).map(({ sku }) => sku)).toEqual(['B'])
    expect(() => filterProducts(plan, [{ column: 'shelf', to: 0 }])).toThrow(TypeError)
  })
})

describe('order', () => {
  test.each<[string, ProductOrder, string]>([
    ['as in the catalogue', null, 'ABCD'],
    ['up', { column: 'regular', descending: false }, 'DABC'],
    ['down', { column: 'regular', descending: true }, 'CBAD'],
    ['unknown last, up', { column: 'stock', descending: false }, 'BDAC'],
    ['unknown last, down', { column: 'stock', descending: true }, 'ADBC'],
    ['names', { column: 'name', descending: false }, 'DACB'],
    ['ties in catalogue order', { column: 'family', descending: false }, 'ABCD'],
  ])('%s', (_name, order, expected) => {
    expect(find([], order)).toBe(expected)
  })
  test('moves rows, and neither adds nor drops any', () => {
    const columns = ['regular', 'shelf', 'saving', 'margin', 'cover', 'sold', 'promotions', 'tags'] as const
    fc.assert(
      fc.property(fc.constantFrom(...columns), fc.boolean(), (column, descending) => {
        expect([...find([], { column, descending })].sort().join('')).toBe('ABCD')
      }),
    )
  })
})

describe('a reach that says the same', () => {
  test('holds the same products', () => {
    const filters: ProductFilter[] = [
      { column: 'categories', anyOf: ['paper'] },
      { column: 'regular', from: 1000, to: 1999 },
    ]
    expect(toReach(filters)).toEqual({ categories: ['paper'], regularPrice: { from: 1000, below: 2000 } })
    expect(find(filters)).toBe('A')
  })
  test.each<[string, ProductFilter[]]>([
    ['stock', [{ column: 'stock', to: 3 }]],
    ['words', [{ column: 'name', text: 'pad' }]],
    ['nothing in it', [{ column: 'tags', empty: true }]],
    [
      'two lists of tags',
      [
        { column: 'tags', anyOf: ['a'] },
        { column: 'tags', anyOf: ['b'] },
      ],
    ],
  ])('is not there for %s', (_name, filters) => {
    expect(toReach(filters)).toBeNull()
  })
})
