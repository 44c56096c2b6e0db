import { expect, test } from 'vitest'
import { findBegun } from './findBegun.ts'

type Cart = Parameters<typeof findBegun>[0]
const line = (amount: number, gift = false) =>
  ({
    sku: 'a',
    name: 'Round brush',
    gift,
    causes: amount > 0 ? [{ kind: 'quantity-break', title: 'Brush days', code: null, amount }] : [],
  }) as unknown as Cart['lines'][number]
const cart = (...lines: Cart['lines'][number][]): Cart => ({ lines, reductions: [], delivery: { causes: [] } })

test('an offer and a gift that were not there before, by the sum that they take off', () => {
  const [offer, ...more] = findBegun(cart(line(300), line(45)), cart(line(0)))
  expect([offer, more]).toEqual([expect.stringContaining('3.45'), []])
  expect(findBegun(cart(line(300)), cart(line(200)))).toEqual([])
  expect(findBegun(cart(line(0), line(0, true)), cart(line(0)))).toEqual([expect.stringContaining('Round brush')])
})

test('what a cart has is what it has over an empty one; it is no longer among it once the sum differs', () => {
  const [said] = findBegun(cart(line(345)), cart(line(0)))
  expect(findBegun(cart(line(345)))).toContain(said)
  expect(findBegun(cart(line(100)))).not.toContain(said)
  expect(findBegun(cart(line(0)))).toEqual([])
})
