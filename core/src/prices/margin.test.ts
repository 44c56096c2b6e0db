import { expect, test } from 'vitest'
import { createProduct, createStore } from '../testing/shop.ts'
import { computeMargin } from './margin.ts'

test.each([
  ['half of the net price', 1200, 500, {}, 5000],
  ['prices without tax', 1000, 500, { pricesIncludeTax: false }, 5000],
  ['nothing left', 1200, 1000, {}, 0],
  ['below cost', 600, 1000, {}, -10_000],
  ['cost unknown', 1200, null, {}, null],
  ['free', 0, 500, {}, null],
])('%s', (_label, price, unitCost, store, expected) => {
  expect(computeMargin(createProduct('A', 1200, { unitCost }), price, createStore(store))).toBe(expected)
})
