import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import type { Ladder } from '../terms/index.ts'
import { at, compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { computeUnitPrices } from './unitPrices.ts'

const NOW = at('2027-03-10T09:00')
const priceAt = (rungAt: number, price: number) => ({ at: rungAt, value: { price } })
const dearer: Ladder = { by: 'unitsSold', rungs: [priceAt(0, 700), priceAt(3, 800), priceAt(6, 900)] }
const steps = (changes: Partial<Promotion> = {}) =>
  createPromotion('p1', { mechanic: { kind: 'price-steps', reach: { skus: ['A'] } }, ladder: dearer, ...changes })

function compute(...promotions: Promotion[]) {
  const plan = compileShop([createProduct('A', 1000), createProduct('B', 500)], promotions)
  const [product] = plan.catalogue.products
  return computeUnitPrices(plan, product!, NOW, { channel: 'web', facts: {} })
}
const tupled = (...promotions: Promotion[]) =>
  compute(...promotions).map((one) => one.prices.map(({ sold, regular, price }) => [sold, regular, price]))

describe('what a product costs by units sold', () => {
  test('price prices: the regular price goes from rung to rung', () => {
    expect(compute(steps())).toMatchObject([{ promotion: 'p1', name: 'Promotion p1', at: NOW }])
    expect(tupled(steps())).toEqual([
      [
        [0, 700, 700],
        [3, 800, 800],
        [6, 900, 900],
      ],
    ])
  })
  test('units left, and what it costs after the last one', () => {
    const ladder: Ladder = {
      by: 'unitsLeft',
      rungs: [
        { at: 2, value: { percent: 3000 } },
        { at: 5, value: { percent: 2000 } },
      ],
    }
    const sale = createPromotion('p1', { ladder, limits: { units: 10 } })
    expect(tupled(sale)).toEqual([
      [
        [0, 1000, 900],
        [5, 1000, 800],
        [8, 1000, 700],
        [10, 1000, 1000],
      ],
    ])
  })
  test('a limit of units alone is a step as well', () => {
    expect(tupled(createPromotion('p1', { limits: { units: 4 } }))).toEqual([
      [
        [0, 1000, 900],
        [4, 1000, 1000],
      ],
    ])
  })
  test('another promotion on top is reckoned in', () => {
    expect(tupled(steps(), createPromotion('p2'))[0]).toEqual([
      [0, 700, 630],
      [3, 800, 720],
      [6, 900, 810],
    ])
  })
  test('one that starts later is reckoned at its start', () => {
    const start = '2027-04-01T00:00' as const
    expect(compute(steps({ schedule: { start } }))).toMatchObject([{ at: at(start), prices: [{}, {}, {}] }])
  })
  test.each<[string, Promotion]>([
    ['is over', steps({ schedule: { end: '2027-03-01T00:00' } })],
    ['is a draft', steps({ state: 'draft' })],
    ['is for another product', steps({ mechanic: { kind: 'price-steps', reach: { skus: ['B'] } } })],
    [
      'follows the calendar',
      steps({ ladder: { by: 'date', rungs: [{ at: '2027-03-01T00:00', value: { price: 700 } }] } }),
    ],
    ['moves nothing', steps({ ladder: { by: 'unitsSold', rungs: [priceAt(0, 1000), priceAt(5, 1000)] } })],
  ])('nothing to tell of one that %s', (_label, promotion) => {
    expect(compute(promotion)).toEqual([])
  })
})
