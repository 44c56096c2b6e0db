import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { phaseOf, type Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Order } from '../terms/index.ts'
import { arbitraryCase, type ArbitraryCase } from '../testing/arbitraryCase.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { compilePlan } from './compilePlan.ts'
import { computeQuote } from './computeQuote.ts'

const goods = [
  createProduct('A', 1000),
  createProduct('B', 600),
  createProduct('SAMPLE', 100, { categories: ['paint'], stock: 5 }),
]
const HALF = { percent: 5000 }
const FREE = { percent: 10_000 }
const A = { skus: ['A'] }
const delivery = { option: 'parcel', price: 490, country: 'AT' }

const buyGet = (quantity: number, repeat: 'once' | 'every' = 'every'): Mechanic => {
  return { kind: 'buy-get', buy: { reach: A, quantity }, get: { reach: A, quantity: 1, value: FREE }, repeat }
}
const gift = (buy: { quantity: number } | { spend: number }): Mechanic => {
  const get = { reach: { skus: ['SAMPLE'] }, quantity: 1, value: FREE }
  return { kind: 'buy-get', buy: { reach: A, ...buy }, get, gift: true, repeat: 'every' }
}
const tiers = (first: number, second: number) => [
  { from: first, value: HALF },
  { from: second, value: FREE },
]
const bundle: Mechanic = { kind: 'bundle', parts: [{ reach: A, quantity: 3 }], price: 2500, repeat: 'every' }
const twoParts: Mechanic = {
  ...bundle,
  parts: [
    { reach: A, quantity: 2 },
    { reach: { skus: ['B'] }, quantity: 2 },
  ],
}
const breaks = (count: 'sku' | 'reach'): Mechanic => {
  return { kind: 'quantity-break', reach: {}, count, on: 'all', tiers: tiers(2, 5) }
}
const spend: Mechanic = { kind: 'spend-break', reach: A, tiers: tiers(2000, 5000) }
const whole: Mechanic = { kind: 'order-discount', reach: {}, tiers: tiers(2001, 4000) }
const parcel: Mechanic = { kind: 'delivery', basis: 'current', tiers: tiers(1500, 3000) }

function nudgesOf(mechanic: Mechanic, cart: Record<string, number>, changes: Partial<Promotion> = {}) {
  const stacking = mechanic.kind === 'delivery' ? undefined : ({ group: 'extra', mode: 'group' } as const)
  const promotion = createPromotion('p1', { mechanic, stacking, ...changes })
  const { nudges } = computeQuote(compileShop(goods, [promotion]), createOrder(cart, { delivery }))
  return nudges
}

describe('how little more would do', () => {
  test.each<[string, Mechanic, Record<string, number>, object | null]>([
    ['the first break', breaks('sku'), { A: 1 }, { missingUnits: 1, reward: HALF }],
    ['the next break', breaks('sku'), { A: 2 }, { missingUnits: 3, reward: FREE }],
    ['of two products the nearer one', breaks('sku'), { A: 2, B: 4 }, { missingUnits: 1, reward: FREE }],
    ['of two products together', breaks('reach'), { A: 2, B: 2 }, { missingUnits: 1, reward: FREE }],
    ['none after the last break', breaks('sku'), { A: 5 }, null],
    ['the first spend', spend, { A: 1, B: 9 }, { missingAmount: 1000, reward: HALF }],
    ['the next spend', spend, { A: 2 }, { missingAmount: 3000, reward: FREE }],
    ['an order a cent short', whole, { A: 2 }, { missingAmount: 1, reward: HALF }],
    ['an order’s next step', whole, { A: 3 }, { missingAmount: 1000, reward: FREE }],
    ['delivery', parcel, { A: 1 }, { missingAmount: 500, reward: HALF }],
    ['the next step of delivery', parcel, { A: 2 }, { missingAmount: 1000, reward: FREE }],
    ['none after free delivery', parcel, { A: 3 }, null],
    ['a first reward', buyGet(2), { A: 1 }, { missingUnits: 2 }],
    ['only the reward itself', buyGet(2), { A: 2 }, { missingUnits: 1 }],
    ['one more reward', buyGet(1), { A: 2 }, { missingUnits: 2 }],
    ['one more reward, half of it there', buyGet(1), { A: 3 }, { missingUnits: 1 }],
    ['once is once', buyGet(1, 'once'), { A: 3 }, null],
    ['a bundle', bundle, { A: 1 }, { missingUnits: 2, reward: { price: 2500 } }],
    ['a further bundle', bundle, { A: 4 }, { missingUnits: 2, reward: { price: 2500 } }],
    ['a bundle of which both parts lack something', twoParts, { A: 1, B: 1 }, { missingUnits: 2 }],
    ['a bundle of which one part is there twice', twoParts, { A: 4, B: 1 }, { missingUnits: 1 }],
    ['a first gift', gift({ quantity: 3 }), { A: 1 }, { missingUnits: 2 }],
    ['a further gift', gift({ quantity: 2 }), { A: 3 }, { missingUnits: 1 }],
    ['a first gift for money', gift({ spend: 2500 }), { A: 1 }, { missingAmount: 1500 }],
    ['a further gift for money', gift({ spend: 2500 }), { A: 3 }, { missingAmount: 2000 }],
    ['none where the gifts have run out', gift({ quantity: 1 }), { A: 6 }, null],
  ])('%s', (_label, mechanic, cart, nudge) => {
    expect(nudgesOf(mechanic, cart)).toMatchObject(nudge ? [{ promotion: 'p1', ...nudge }] : [])
    expect(nudgesOf(mechanic, cart)).toHaveLength(nudge ? 1 : 0)
  })

  test.each<[string, Partial<Promotion>]>([
    ['a draft', { state: 'draft' }],
    ['without its code', { code: { text: 'SPRING' } }],
    ['for others', { when: { test: 'channel', in: ['app'] } }],
  ])('nothing is said of what would not be admitted: %s', (_label, changes) => {
    expect(nudgesOf(breaks('sku'), { A: 1 }, changes)).toEqual([])
  })
})

const SKUS = ['S0', 'S1', 'S2', 'S3']

/** Every way to add so many units. */
function* additions(count: number, from = 0): Generator<string[]> {
  if (count === 0) return yield []
  for (let at = from; at < SKUS.length; at++) {
    for (const rest of additions(count - 1, at)) yield [SKUS[at]!, ...rest]
  }
}

function withMore({ order }: ArbitraryCase, skus: readonly string[]): Order {
  const lines = [...order.cart.lines, ...skus.map((sku) => ({ sku, quantity: 1 }))]
  return { ...order, cart: { ...order.cart, lines } }
}

test('less than a nudge asks for is never enough', () => {
  let tried = 0
  fc.assert(
    fc.property(arbitraryCase({ promotions: 1, units: 5 }), (given) => {
      const [promotion] = given.promotions
      if (!promotion || ![2, 3, 4].includes(phaseOf(promotion.mechanic)) || promotion.when !== null) return
      const plan = compilePlan(given)
      const { promotions, nudges, totals } = computeQuote(plan, given.order)
      const [nudge] = nudges
      if (promotions[0]!.outcome === 'applied' || !nudge) return
      for (const skus of [1, 2, 3].flatMap((count) => [...additions(count)])) {
        const more = computeQuote(plan, withMore(given, skus))
        if (more.promotions[0]!.outcome !== 'applied') continue
        tried++
        if (nudge.missingUnits !== undefined) expect(skus.length).toBeGreaterThanOrEqual(nudge.missingUnits)
        else expect(more.totals.shelf - totals.shelf).toBeGreaterThanOrEqual(nudge.missingAmount!)
      }
    }),
    { numRuns: 4000 },
  )
  expect(tried).toBeGreaterThan(100)
})
