import type { Product } from '@novalex/core'
import { expect, test } from 'vitest'
import { judgeBundle } from './judgeBundle.ts'

const item = (regularPrice: number) => ({ regularPrice }) as Product
test.each<[string, number, number[][], string]>([
  ['dearer than the dearest', 3000, [[500, 900, 1000]], 'for-nobody'],
  ['dearer than the cheapest', 2000, [[500, 900, 1000]], 'not-for-cheapest'],
  ['cheaper than the cheapest', 1499, [[500, 900, 1000]], 'for-all'],
  ['as dear as the cheapest', 1500, [[500, 900, 1000]], 'not-for-cheapest'],
  ['nothing in reach', 1500, [[]], 'for-nobody'],
])('a bundle of three %s', (_label, price, prices, bargain) => {
  const parts = prices.map(() => ({ reach: {}, quantity: 3 }))
  const reaches = prices.map((list) => ({ sample: list.map(item) }))
  expect(judgeBundle({ kind: 'bundle', parts, price, repeat: 'every' }, reaches)).toBe(bargain)
})
