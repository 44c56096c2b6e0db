import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { reachesOf } from '../mechanics/index.ts'
import type { Reach } from '../terms/index.ts'
import { CATEGORIES, compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { categoryPath, compileCatalogue } from './catalogue.ts'
import { compileReach, computeReached } from './reach.ts'

const products = [
  createProduct('A', 999),
  createProduct('B', 1000, { categories: ['pads'], tags: ['new'] }),
  createProduct('C', 3000, { categories: ['paint'], family: 'F', tags: ['new', 'vegan'] }),
  createProduct('D', 2999, { categories: [] }),
]
const catalogue = compileCatalogue({
  categories: CATEGORIES,
  products,
  sets: [{ id: 'chosen', skus: ['A', 'C', 'GONE'] }],
})
const skusIn = (reach: Reach) =>
  computeReached(reach, catalogue)
    .map((product) => product.sku)
    .join('')

describe('a reach', () => {
  test.each<[string, Reach, string]>([
    ['everything', {}, 'ABCD'],
    ['a category with all below it', { categories: ['paper'] }, 'AB'],
    ['a category without anything below', { categories: ['pads'] }, 'B'],
    ['alternatives inside a key', { categories: ['pads', 'paint'] }, 'BC'],
    ['every key must hold', { categories: ['paper'], tags: ['new'] }, 'B'],
    ['a set', { sets: ['chosen'] }, 'AC'],
    ['a family', { families: ['F'] }, 'C'],
    ['a price from is inclusive, below is not', { regularPrice: { from: 1000, below: 3000 } }, 'BD'],
    ['except', { except: { tags: ['new'] } }, 'AD'],
    ['except needs all its keys', { except: { tags: ['new'], families: ['F'] } }, 'ABD'],
    ['unknown names match nothing', { categories: ['gone'] }, ''],
  ])('%s', (_label, reach, expected) => expect(skusIn(reach)).toBe(expected))
})

test('the index of a plan finds what asking every promotion finds', () => {
  const some = (values: string[]) => fc.option(fc.subarray(values, { minLength: 1 }), { nil: undefined })
  const keys = fc.record({
    skus: some(['A', 'B', 'C', 'D']),
    categories: some(['paper', 'pads', 'paint']),
    tags: some(['new', 'vegan']),
    families: some(['F']),
    sets: some(['chosen']),
  })
  fc.assert(
    fc.property(fc.array(keys, { maxLength: 8 }), (reaches) => {
      const promotions = reaches.map((reach, index) =>
        createPromotion(`p${index + 1}`, { mechanic: { kind: 'markdown', reach, value: { percent: 100 } } }),
      )
      const plan = compileShop(products, promotions)
      for (const product of products) {
        const asked = plan.promotions.filter(({ promotion }) =>
          compileReach(reachesOf(promotion.mechanic)[0]!, plan.catalogue)(product, product.regularPrice),
        )
        expect(plan.findReaching(product)).toEqual(asked)
      }
    }),
  )
})

test('a path of names; a circle of categories does not hang', () => {
  expect(categoryPath(catalogue.categories, 'pads')).toEqual(['Paper', 'Pads'])
  expect(categoryPath(catalogue.categories, 'gone')).toEqual([])
  const circle = compileCatalogue({
    categories: [
      { id: 'x', name: 'X', parent: 'y' },
      { id: 'y', name: 'Y', parent: 'x' },
    ],
    products: [],
    sets: [],
  })
  expect(categoryPath(circle.categories, 'x')).toEqual(['Y', 'X'])
})
