import type { TableRow } from '@novalex/contract'
import { NUMBER_COLUMNS, type ProductFilter } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { describeFilter, showNumber } from './columns.ts'

const names = {
  category: (id: string) => `Category ${id}`,
  stackGroup: String,
  set: String,
  product: String,
}

test.each<[ProductFilter, string]>([
  [{ column: 'name', text: 'oil set' }, 'Product contains “oil set”'],
  [{ column: 'categories', anyOf: ['a', 'b'] }, 'Category: Category a or Category b'],
  [{ column: 'promotions', anyOf: ['p1'] }, 'Promotions: Spring'],
  [{ column: 'tags', anyOf: ['vegan'] }, 'Tags: vegan'],
  [{ column: 'regular', from: 2000 }, 'Regular €20.00 or more'],
  [{ column: 'stock', to: 5 }, 'Stock 5 or less'],
  [{ column: 'margin', from: -500, to: 1250 }, 'Margin from −5% to 12.5%'],
  [{ column: 'cost', empty: true }, 'Cost: empty'],
  [{ column: 'rating', from: 45 }, 'Rating 4.5 or more'],
  [{ column: 'saving', empty: false }, 'Saving: has value'],
])('a filter in a few words: %j', (filter, words) => {
  expect(describeFilter(filter, names, () => 'Spring')).toBe(words)
})

describe('what a row shows', () => {
  const product = {
    sku: 'A',
    name: 'Pad',
    family: null,
    categories: [],
    tags: [],
    regularPrice: 1000,
    unitCost: 450,
    minimumPrice: null,
    taxRate: 2000,
    stock: 7,
  }
  const whole: TableRow = {
    product,
    regular: 1000,
    shelf: 850,
    struck: 900,
    floor: 540,
    margin: 3647,
    sold: 3,
    cover: 70,
    rating: 46,
    reviews: 12,
    reference: 1290,
    causes: [],
  }
  const shown = (row: TableRow) => NUMBER_COLUMNS.map((column) => `${column}: ${showNumber(row, column)}`)
  test('where all is known', () => {
    expect(shown(whole)).toEqual([
      'regular: 10.00',
      'shelf: 8.50',
      'struck: 9.00',
      'saving: 1.50',
      'floor: 5.40',
      'cost: 4.50',
      'margin: 36%',
      'stock: 7',
      'sold: 3',
      'cover: 70',
      'rating: 4.6',
      'reviews: 12',
      'reference: 12.90',
    ])
  })
  test('where little is known, and nothing is reduced', () => {
    const unlisted = { rating: null, reviews: null, reference: null }
    const bare = { ...whole, shelf: 1000, struck: null, floor: 0, margin: null, sold: null, cover: null, ...unlisted }
    expect(shown({ ...bare, product: { ...product, unitCost: null, stock: null } })).toEqual([
      'regular: 10.00',
      'shelf: 10.00',
      'struck: ',
      'saving: ',
      'floor: –',
      'cost: –',
      'margin: –',
      'stock: not tracked',
      'sold: –',
      'cover: –',
      'rating: –',
      'reviews: –',
      'reference: –',
    ])
  })
})
