import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { compileCatalogue } from '../catalogue/index.ts'
import { computeExamples } from '../edges/index.ts'
import { percentOff } from '../plan/index.ts'
import { compilePlan, computeQuote, createPlainOrder } from '../pricing/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { at, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computeMemberPrices } from './memberPrices.ts'
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
  return computeShownPrice(plan, product, { now: NOW, channel: 'web', facts: { '1': { unitsSold } } })
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
      const { now, facts, cart } = order
      const viewers = [
        { now, facts, channel: 'web' },
        { now, facts, channel: cart.channel, shopper: cart.shopper, delivery: cart.delivery },
      ]
      for (const one of products.slice(0, 2)) {
        for (const viewer of viewers) {
          const { price } = computeShownPrice(all, one, viewer)
          const { lines } = computeQuote(all, createPlainOrder([{ sku: one.sku, quantity: 1 }], viewer))
          const { regular, adjustments } = lines.find(({ gift }) => !gift)!
          const cuts = adjustments.filter(({ phase }) => phase === 1)
          expect(price).toBe(regular - cuts.reduce((sum, { amount }) => sum + amount, 0))
        }
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

describe('what others pay', () => {
  const club = { test: 'group' as const, in: ['club'] }
  const shopper = { id: 's', groups: ['club'], tags: [], orders: 0, spent: 0, bought: [] }
  const sale = (id: string, percent: number, changes: object) =>
    createPromotion(id, { mechanic: { kind: 'markdown', reach: {}, value: { percent } }, ...changes })
  const pricesOf = (promotions: ReturnType<typeof sale>[], viewer: object = {}) => {
    const catalogue = { products: [createProduct('A', 1000)], categories: [], sets: [] }
    const plan = compilePlan({ store: createStore(), catalogue, promotions })
    return computeMemberPrices(plan, plan.catalogue.products[0]!, { now: NOW, channel: 'web', facts: {}, ...viewer })
  }
  const members = { display: { members: 'Club members' }, when: club }
  const first = { test: 'orders' as const, op: '=' as const, count: 0 }

  test('is shown where the shopper text names them, and they pay less', () => {
    expect(pricesOf([sale('1', 1000, members)])).toEqual([{ title: 'Club members', price: 900 }])
    expect(pricesOf([sale('1', 1000, { when: club })])).toEqual([])
    expect(pricesOf([sale('1', 1000, members)], { shopper })).toEqual([])
  })
  test('is the viewer’s price with theirs on top, nobody else’s', () => {
    const newcomers = sale('2', 5000, { when: first })
    expect(pricesOf([sale('1', 1000, members), newcomers])).toEqual([{ title: 'Club members', price: 900 }])
    expect(
      pricesOf([sale('1', 1000, members), sale('2', 1000, { stacking: { group: 'extra', mode: 'group' } })])[0]!.price,
    ).toBe(810)
  })
  test('is never that of single people, another channel or a draft', () => {
    const press = { any: [club, { test: 'tag', in: ['press'] }] }
    const app = { all: [club, { test: 'channel', in: ['app'] }] }
    for (const changes of [{ when: press }, { when: app }, { state: 'draft' }])
      expect(pricesOf([sale('1', 1000, { ...members, ...changes })])).toEqual([])
  })
})
