import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { computeEdgeMoments } from '../edges/index.ts'
import { comparePromotions, type Promotion } from '../plan/index.ts'
import { DAY_MS } from '../values/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { compilePlan, type CompiledPlan } from '../pricing/index.ts'
import { at, CATEGORIES, compileShop, createProduct, createPromotion, createStore, ZONE } from '../testing/shop.ts'
import type { Product } from '../terms/index.ts'
import { compareShelfPrices, compareSpans } from './compareShelfPrices.ts'
import { computePriceMoments, computePriceSpans, computePublicPrice } from './timeline.ts'

const guest = { channel: 'web', facts: {} }
const products = [createProduct('A', 1000), createProduct('B', 2000, { categories: ['paint'] })]
const march = createPromotion('p1', { schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } })
const weekend = createPromotion('p2', {
  schedule: {
    start: '2027-03-01T00:00',
    end: '2027-03-15T00:00',
    weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }],
  },
  mechanic: { kind: 'markdown', reach: { categories: ['paint'] }, value: { percent: 5000 } },
})
const range = { from: at('2027-02-20T00:00'), to: at('2027-05-01T00:00') }

test('the price of a product through time, with its causes', () => {
  const plan = compileShop(products, [march, weekend])
  const spans = computePriceSpans(plan, products[1]!, range, guest)
  expect(spans.map(({ from, price, promotions }) => [from, price, promotions.join()])).toEqual([
    [range.from, 2000, ''],
    [at('2027-03-01T00:00'), 1800, 'p1'],
    [at('2027-03-06T00:00'), 1000, 'p2'],
    [at('2027-03-08T00:00'), 1800, 'p1'],
    [at('2027-03-13T00:00'), 1000, 'p2'],
    [at('2027-03-15T00:00'), 1800, 'p1'],
    [at('2027-04-01T00:00'), 2000, ''],
  ])
  expect(spans.map((span) => span.until)).toEqual([...spans.slice(1).map((span) => span.from), range.to])
})

test('price steps are a cause like any other, and come first', () => {
  const steps = createPromotion('p3', {
    mechanic: { kind: 'price-steps', reach: { skus: ['B'] } },
    schedule: { start: '2027-03-20T00:00' },
    ladder: { by: 'date', rungs: [{ at: '2027-03-20T00:00', value: { price: 1500 } }] },
  })
  const spans = computePriceSpans(compileShop(products, [march, steps]), products[1]!, range, guest)
  expect(spans.map(({ price, promotions }) => [price, promotions.join()])).toEqual([
    [2000, ''],
    [1800, 'p1'],
    [1350, 'p3,p1'],
    [1500, 'p3'],
  ])
})

test('moments say how many products change and what starts and ends', () => {
  const moments = computePriceMoments(compileShop(products, [march, weekend]), range, guest)
  expect(moments[0]).toEqual({ at: at('2027-03-01T00:00'), products: 2, starts: ['p1'], ends: [] })
  expect(moments[1]).toEqual({ at: at('2027-03-06T00:00'), products: 1, starts: ['p2'], ends: ['p1'] })
  expect(moments.at(-1)).toEqual({ at: at('2027-04-01T00:00'), products: 2, starts: [], ends: ['p1'] })
})

test('spans agree with asking for the price at any instant, over both clock changes', () => {
  const day = fc.integer({ min: 0, max: 300 })
  const draft = fc.record({
    start: day,
    days: fc.integer({ min: 1, max: 90 }),
    percent: fc.integer({ min: 100, max: 6000 }),
    hours: fc.boolean(),
  })
  const instants = fc.array(fc.integer({ min: at('2027-01-01T00:00'), max: at('2027-12-31T00:00') }), {
    minLength: 5,
    maxLength: 20,
  })
  const dateOf = (days: number) => new Date(Date.UTC(2027, 0, 1 + days)).toISOString().slice(0, 16)
  fc.assert(
    fc.property(fc.array(draft, { maxLength: 5 }), instants, (drafts, times) => {
      const promotions = drafts.map(({ start, days, percent, hours }, index) =>
        createPromotion(`p${index + 1}`, {
          schedule: {
            start: dateOf(start),
            end: dateOf(start + days),
            weekly: hours ? [{ days: [7], from: '01:00', to: '02:30' }] : undefined,
          },
          mechanic: { kind: 'markdown', reach: {}, value: { percent } },
        }),
      )
      const plan = compileShop(products, promotions)
      const whole = { from: at('2027-01-01T00:00'), to: at('2028-01-01T00:00') }
      const spans = computePriceSpans(plan, products[0]!, whole, guest)
      for (const time of times) {
        const span = spans.find(({ from, until }) => from <= time && time < until)
        expect(span?.price).toBe(computePublicPrice(plan, products[0]!, time, guest).price)
      }
    }),
    { numRuns: 60 },
  )
})

describe('what a release would change', () => {
  test('promotions added, removed and changed, however they were written', () => {
    const same = { ...march, limits: { units: null, uses: undefined } } as Promotion
    expect(comparePromotions([march], [same])).toEqual([])
    const changed = { ...march, name: 'Another', schedule: { end: '2027-04-02T00:00' } }
    const other = createPromotion('p9')
    expect(comparePromotions([march, weekend], [changed, other])).toMatchObject([
      { kind: 'changed', fields: ['name', 'schedule'] },
      { kind: 'added', promotion: { id: 'p9' } },
      { kind: 'removed', promotion: { id: 'p2' } },
    ])
  })

  test('each price that moves, from when until when', () => {
    const before = compileShop(products, [march])
    const after = compileShop(products, [march, weekend])
    const { products: moved } = compareShelfPrices(before, after, range.from, guest)
    expect(moved).toEqual([
      {
        sku: 'B',
        shifts: [
          { from: at('2027-03-06T00:00'), until: at('2027-03-08T00:00'), before: 1800, after: 1000 },
          { from: at('2027-03-13T00:00'), until: at('2027-03-15T00:00'), before: 1800, after: 1000 },
        ],
      },
    ])
    expect(compareShelfPrices(before, before, range.from, guest).products).toEqual([])
  })

  test('the same as of every product by itself, whatever differs', () => {
    const rule = fc.record({
      reach: fc.constantFrom({}, { skus: ['A'] }, { sets: ['chosen'] }, { sets: ['other'] }, { categories: ['pads'] }),
      percent: fc.constantFrom(1000, 2000),
      ready: fc.boolean(),
    })
    const plan = fc
      .record({
        rules: fc.array(rule, { maxLength: 4 }),
        conflicts: fc.constantFrom('best' as const, 'rank' as const),
        other: fc.constantFrom(['A'], ['B'], ['A', 'B']),
      })
      .map(({ rules, conflicts, other }) =>
        compilePlan({
          store: createStore({ conflicts, apart: [] }),
          catalogue: {
            categories: CATEGORIES,
            products,
            sets: [
              { id: 'chosen', skus: ['A'] },
              { id: 'other', skus: other },
            ],
          },
          promotions: rules.map(({ reach, percent, ready }, index) =>
            createPromotion(`p${index + 1}`, {
              state: ready ? 'ready' : 'paused',
              mechanic: { kind: 'markdown', reach, value: { percent } },
            }),
          ),
        }),
      )
    fc.assert(
      fc.property(plan, plan, (before, after) => {
        const { until, products: moved } = compareShelfPrices(before, after, range.from, guest)
        const spansOf = (one: CompiledPlan, product: Product) =>
          computePriceSpans(one, product, { from: range.from, to: until }, guest)
        const each = products.flatMap((product) => {
          const shifts = compareSpans(spansOf(before, product), spansOf(after, product))
          return shifts.length > 0 ? [{ sku: product.sku, shifts }] : []
        })
        expect(moved).toEqual(each)
      }),
    )
  })

  test('equal neighbours are one shift', () => {
    const span = (from: number, until: number, price: number) => ({ from, until, price, regular: 10, promotions: [] })
    expect(compareSpans([span(0, 5, 10), span(5, 9, 10)], [span(0, 7, 8), span(7, 9, 10)])).toEqual([
      { from: 0, until: 7, before: 10, after: 8 },
    ])
  })
})

test('the last moment of the old price and the first of the new one', () => {
  expect(computeEdgeMoments(march, ZONE).map((edge) => [edge.limit, edge.side, edge.at])).toEqual([
    ['start', 'before', at('2027-03-01T00:00') - 1000],
    ['start', 'at', at('2027-03-01T00:00')],
    ['end', 'before', at('2027-04-01T00:00') - 1000],
    ['end', 'at', at('2027-04-01T00:00')],
  ])
  expect(computeEdgeMoments(createPromotion('p1'), ZONE)).toEqual([])
  const rungs = [24, 48, 5000].map((hours) => ({ at: hours, value: { percent: 1000 } }))
  const growing = { ...march, ladder: { by: 'hoursLeft' as const, rungs } }
  const moments = computeEdgeMoments(growing, ZONE).filter(({ limit, side }) => limit === 'rung' && side === 'at')
  expect(moments.map(({ at: instant }) => instant)).toEqual([at('2027-03-30T00:00'), at('2027-03-31T00:00')])
})

test('at any instant of a random plan, the span that holds says what the product costs then', () => {
  fc.assert(
    fc.property(
      arbitraryCase({ promotions: 6, units: 1 }),
      fc.array(fc.integer({ min: -3 * 24 * 60, max: 3 * 24 * 60 - 1 }), { minLength: 1, maxLength: 6 }),
      ({ order, ...base }, minutes) => {
        const plan = compilePlan(base)
        const viewer = { channel: order.cart.channel, facts: order.facts, shopper: order.cart.shopper }
        const range = { from: order.now - 3 * DAY_MS, to: order.now + 3 * DAY_MS }
        for (const product of base.catalogue.products) {
          const spans = computePriceSpans(plan, product, range, viewer)
          for (const minute of minutes) {
            const now = order.now + minute * 60_000
            const { price, regular } = computePublicPrice(plan, product, now, viewer)
            expect(spans.find(({ from, until }) => from <= now && now < until)).toMatchObject({ price, regular })
          }
        }
      },
    ),
    { numRuns: 300 },
  )
})
