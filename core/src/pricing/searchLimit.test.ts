import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { computeQuote } from './computeQuote.ts'

/** A cart of so many lines with so many rivals on all of them, some of which are kept apart. */
function quoteOf(lines: number, rivals: number, conflicts: 'best' | 'rank', mechanic: (at: number) => Mechanic) {
  const goods = Array.from({ length: lines }, (_none, at) => createProduct(`P${at}`, 500 + ((at * 37) % 900)))
  const promotions = Array.from({ length: rivals }, (_none, at) =>
    createPromotion(`p${at}`, { rank: at + 1, mechanic: mechanic(at), stacking: { group: `g${at}`, mode: 'group' } }),
  )
  const stackGroups = promotions.map((_promotion, at) => `g${at}`)
  const apart = stackGroups.flatMap((one, at) =>
    stackGroups
      .slice(at + 1)
      .flatMap((other, next): [string, string][] => ((at * 7 + next * 3) % 4 === 0 ? [[one, other]] : [])),
  )
  const plan = compileShop(goods, promotions, { conflicts, stackGroups, apart })
  return computeQuote(plan, createOrder(Object.fromEntries(goods.map(({ sku }, at) => [sku, 1 + (at % 4)]))))
}

const buyGet = (at: number): Mechanic => ({
  kind: 'buy-get',
  buy: { reach: {}, quantity: 1 + (at % 4) },
  get: { reach: {}, quantity: 1, value: { percent: 3000 + at * 100 } },
  repeat: 'every',
})
const bundle = (at: number): Mechanic => ({
  kind: 'bundle',
  parts: [{ reach: {}, quantity: 2 + (at % 3) }],
  price: 900 + at * 13,
  repeat: 'every',
})

describe('the search for the best', () => {
  test.each([
    ['buy and get', buyGet],
    ['bundles', bundle],
  ])('is exact for 12 rivals on 50 lines: %s', (_label, mechanic) => {
    expect(quoteOf(50, 12, 'best', mechanic).proven).toBe(true)
  })
  test.each([
    ['buy and get', buyGet],
    ['bundles', bundle],
  ])('says so where it was cut short, and is never worse than going by rank: %s', (_label, mechanic) => {
    const best = quoteOf(500, 16, 'best', mechanic)
    expect(best.proven).toBe(false)
    expect(best.totals.grand).toBeLessThanOrEqual(quoteOf(500, 16, 'rank', mechanic).totals.grand)
  })
})
