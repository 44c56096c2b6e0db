import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { compileCatalogue } from '../catalogue/index.ts'
import { computeExamples } from '../edges/index.ts'
import { percentOff } from '../plan/index.ts'
import { compilePlan, computeQuote, createGuestOrder } from '../pricing/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { at, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computeShownPrice } from './shownPrice.ts'

const product = createProduct('A', 17_945)
const NOW = at('2027-03-10T12:00')
const LADDER = {
  by: 'unitsSold' as const,
  rungs: [
    { at: 0, value: { percent: 4000 } },
    { at: 3, value: { percent: 3500 } },
    { at: 6, value: { percent: 3000 } },
  ],
}

function show(changes: object, unitsSold = 0) {
  const promotion = createPromotion('1', {
    mechanic: { kind: 'markdown', reach: {}, value: { percent: 2000 } },
    ...changes,
  })
  const plan = compilePlan({
    store: createStore(),
    catalogue: { products: [product], categories: [], sets: [] },
    promotions: [promotion],
  })
  return computeShownPrice(plan, product, { now: NOW, channel: 'web', facts: { '1': { unitsSold } }, struck: 17_945 })
}

describe('what a page shows follows the steps and what is sold', () => {
  test.each([
    [0, { price: 10_767, percentOff: 40, left: { left: 3, of: 3, then: 11_664 } }],
    [2, { price: 10_767, percentOff: 40, left: { left: 1, of: 3, then: 11_664 } }],
    [3, { price: 11_664, percentOff: 35, left: { left: 3, of: 3, then: 12_561 } }],
    [7, { price: 12_561, percentOff: 30, left: { left: 1, of: 2, then: 17_945 } }],
    [8, { price: 17_945, struck: null, percentOff: 0, left: null }],
  ])('with %d of 8 sold', (sold, shown) => {
    expect(show({ ladder: LADDER, limits: { units: 8 } }, sold)).toMatchObject(shown)
  })

  test('a regular price in steps says how many are left at it', () => {
    const steps = {
      by: 'unitsSold',
      rungs: [
        { at: 0, value: { price: 7990 } },
        { at: 10, value: { price: 8490 } },
      ],
    }
    const mechanic = { kind: 'price-steps', reach: {} }
    expect(show({ mechanic, ladder: steps, stacking: undefined }, 4)).toMatchObject({
      price: 7990,
      left: { left: 6, of: 10, then: 8490 },
    })
    expect(show({ mechanic, ladder: steps, stacking: undefined }, 12)).toMatchObject({ price: 8490, left: null })
  })

  test('a price that falls by the clock says to what', () => {
    const schedule = { start: '2027-03-10T00:00', end: '2027-03-10T18:00' }
    const ladder = { by: 'hoursLeft', rungs: [{ at: 4, value: { percent: 3000 } }] }
    expect(show({ schedule, ladder }).next).toEqual({ at: at('2027-03-10T14:00'), price: 12_561 })
    expect(show({ schedule }).next).toEqual({ at: at('2027-03-10T18:00'), price: 17_945 })
  })
})

test.each([
  [1555, 1322, [15], 15],
  [2755, 2342, [15], 15],
  [1555, 1322, [], 15],
  [45, 40, [10], 10],
  [1000, 850, [20], 15],
  [1000, 995, [], 0],
  [1000, 846, [], 15],
  [1000, 851, [], 14],
  [0, 0, [], 0],
])('from %d to %d by %j is %d%%', (regular, price, own, percent) => {
  expect(percentOff(regular, price, own)).toBe(percent)
})

test('preview, examples and till agree on any plan', () => {
  let tried = 0
  fc.assert(
    fc.property(arbitraryCase({ promotions: 5, units: 4 }), ({ store, catalogue, promotions, order }) => {
      const all = compilePlan({ store, catalogue, promotions })
      const { products } = compileCatalogue(catalogue)
      for (const one of products.slice(0, 2)) {
        const guest = createGuestOrder([{ sku: one.sku, quantity: 1 }], {
          now: order.now,
          channel: 'web',
          facts: order.facts,
        })
        const { price } = computeShownPrice(all, one, {
          now: order.now,
          channel: 'web',
          facts: order.facts,
          struck: one.regularPrice,
        })
        const { regular, adjustments } = computeQuote(all, guest).lines.find(({ gift }) => !gift)!
        const cuts = adjustments.filter(({ phase }) => phase === 1)
        expect(price).toBe(regular - cuts.reduce((sum, { amount }) => sum + amount, 0))
      }
      for (const edited of promotions) {
        const others = compilePlan({ store, catalogue, promotions: promotions.filter((other) => other !== edited) })
        for (const example of computeExamples(edited, { all, others, order, products: products.slice(0, 3) })) {
          tried++
          expect(computeQuote(all, example.order).totals.grand).toBe(example.with)
          expect(computeQuote(others, example.order).totals.grand).toBe(example.without)
        }
      }
    }),
    { numRuns: 2000 },
  )
  expect(tried).toBeGreaterThan(50)
})
