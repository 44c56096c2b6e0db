import { describe, expect, test } from 'vitest'
import type { BuyGet, Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Store } from '../terms/index.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { spread } from '../values/index.ts'
import { computeQuote } from './computeQuote.ts'
import { SEARCH_LIMIT } from './searchBest.ts'

const extra = { group: 'extra', mode: 'group' } as const
const offer = (id: string, mechanic: Mechanic, changes: Partial<Promotion> = {}) =>
  createPromotion(id, { mechanic, stacking: extra, ...changes })

describe('spread', () => {
  test.each<[string, number, [count: number, weight: number, room: number][], [each: number, extra: number][]]>([
    [
      'largest remainder',
      100,
      [
        [1, 333, 333],
        [1, 333, 333],
        [1, 334, 334],
      ],
      [
        [33, 0],
        [33, 0],
        [34, 0],
      ],
    ],
    [
      'ties in order',
      1,
      [
        [1, 10, 10],
        [1, 10, 10],
      ],
      [
        [1, 0],
        [0, 0],
      ],
    ],
    ['alike units are one share', 10, [[4, 5, 5]], [[2, 2]]],
    [
      'none beyond its room, the rest to the others',
      10,
      [
        [1, 10, 2],
        [1, 10, 10],
      ],
      [
        [2, 0],
        [8, 0],
      ],
    ],
    ['what finds no room lapses', 10, [[2, 10, 3]], [[3, 0]]],
    ['nothing to give', 0, [[1, 10, 10]], [[0, 0]]],
    ['no weight', 5, [[1, 0, 5]], [[0, 0]]],
  ])('%s', (_label, amount, shares, expected) => {
    const portions = spread(
      amount,
      shares.map(([count, weight, room]) => ({ count, weight, room })),
    )
    // One unit more for all of a share and the next whole number are the same.
    const plain = portions.map(({ each, extra: more }, at) => (more === shares[at]![0] ? [each + 1, 0] : [each, more]))
    expect(plain).toEqual(expected)
  })

  test('is exact where a product is beyond a double', () => {
    const [first, second] = spread(9_000_000_000_000, [
      { count: 1, weight: 3_000_000_000_001, room: 1e15 },
      { count: 1, weight: 6_000_000_000_002, room: 1e15 },
    ])
    expect([first!.each + first!.extra, second!.each + second!.extra]).toEqual([3_000_000_000_000, 6_000_000_000_000])
  })
})

describe('applications that are alike are made at once', () => {
  const buyGet = (changes: Partial<BuyGet> = {}): BuyGet => ({
    kind: 'buy-get',
    buy: { reach: {}, quantity: 2 },
    get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
    repeat: 'every',
    ...changes,
  })
  test.each<[string, Mechanic, Record<string, number>, number]>([
    ['buy 2 get 1 of a million', buyGet(), { A: 999_999 }, 666_666 * 1000],
    ['one left over', buyGet(), { A: 1_000_000 }, 666_667 * 1000],
    [
      'bought from one line, given from another',
      buyGet({ get: { reach: { skus: ['B'] }, quantity: 1, value: { percent: 10_000 } } }),
      { A: 7, B: 2 },
      7000,
    ],
    [
      'any 3 for 20',
      { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 2000, repeat: 'every' },
      { A: 300_001 },
      100_000 * 2000 + 1000,
    ],
  ])('%s', (_label, mechanic, cart, expected) => {
    const goods = [createProduct('A', 1000), createProduct('B', 500)]
    const { totals } = computeQuote(compileShop(goods, [offer('p1', mechanic)]), createOrder(cart))
    expect(totals.grand).toBe(expected)
  })
})

test('a search that runs too far says so, and is not worse than going by rank', () => {
  const goods = Array.from({ length: 30 }, (_, index) => createProduct(`A${index}`, 1000 + index * 37))
  const promotions = Array.from({ length: 40 }, (_, index) =>
    offer(`p${index + 1}`, {
      kind: 'item-discount',
      reach: {},
      value: { percent: 1000 + index * 13 },
      maxUnits: 1 + (index % 5),
      pick: index % 2 ? 'cheapest' : 'dearest',
    }),
  )
  const store = { apart: [['extra', 'extra']] as [string, string][] }
  const order = createOrder(Object.fromEntries(goods.map(({ sku }) => [sku, 1])))
  const best = computeQuote(compileShop(goods, promotions, store), order)
  const rank = computeQuote(compileShop(goods, promotions, { ...store, conflicts: 'rank' }), order)
  expect(SEARCH_LIMIT.tries).toBeGreaterThanOrEqual(2 ** 12)
  expect(best.proven).toBe(false)
  expect(rank.proven).toBe(true)
  expect(best.totals.grand).toBeLessThanOrEqual(rank.totals.grand)
})

test('any twelve are proven, however long the cart', () => {
  const goods = Array.from({ length: 300 }, (_, index) => createProduct(`A${index}`, 1000 + index * 37))
  const promotions = Array.from({ length: 12 }, (_, index) => {
    const [maxUnits, pick] = [1 + (index % 5), index % 2 ? 'cheapest' : 'dearest'] as const
    return offer(`p${index + 1}`, {
      kind: 'item-discount',
      reach: {},
      value: { percent: 1000 + index * 13 },
      maxUnits,
      pick,
    })
  })
  const store = { apart: [['extra', 'extra']] as [string, string][] }
  const order = createOrder(Object.fromEntries(goods.map(({ sku }) => [sku, 1])))
  expect(computeQuote(compileShop(goods, promotions, store), order).proven).toBe(true)
})

test('as many as one likes are proven where none keeps another one off', () => {
  const goods = Array.from({ length: 5 }, (_, index) => createProduct(`A${index}`, 10_000 + index * 977))
  const promotions = Array.from({ length: 60 }, (_, index) => {
    const makers: Mechanic[] = [
      { kind: 'item-discount', reach: {}, value: { percent: 100 + index } },
      {
        kind: 'quantity-break',
        reach: {},
        count: 'sku',
        on: 'all',
        tiers: [{ from: 2, value: { percent: 90 + index } }],
      },
      { kind: 'order-discount', reach: {}, tiers: [{ from: 100, value: { amount: 50 + index, per: 'once' } }] },
      { kind: 'spend-break', reach: {}, tiers: [{ from: 100, value: { amount: 5 + index, per: 'unit' } }] },
    ]
    return offer(`p${index + 1}`, makers[index % 4]!)
  })
  const fee = offer(
    'p61',
    { kind: 'surcharge', reach: {}, value: { amount: 600, per: 'once' } },
    { stacking: undefined },
  )
  const order = createOrder(Object.fromEntries(goods.map(({ sku }) => [sku, 3])))
  const quote = (conflicts: Store['conflicts']) => {
    return computeQuote(compileShop(goods, [...promotions, fee], { apart: [], conflicts }), order)
  }
  const [best, rank] = [quote('best'), quote('rank')]
  expect(best.proven).toBe(true)
  expect(best.totals).toEqual(rank.totals)
  expect(best.promotions.filter(({ outcome }) => outcome === 'applied')).toHaveLength(61)
})

test('a skipped promotion says what is missing, what stood in its way or what it would cost', () => {
  const goods = [createProduct('A', 1000)]
  const bundle: Mechanic = { kind: 'bundle', parts: [{ reach: {}, quantity: 5 }], price: 3000, repeat: 'every' }
  const break5: Mechanic = {
    kind: 'quantity-break',
    reach: {},
    count: 'sku',
    on: 'all',
    tiers: [{ from: 5, value: { percent: 1000 } }],
  }
  const spend: Mechanic = { kind: 'spend-break', reach: {}, tiers: [{ from: 5000, value: { percent: 1000 } }] }
  const delivery: Mechanic = { kind: 'delivery', basis: 'shelf', tiers: [{ from: 5000, value: { percent: 10_000 } }] }
  const promotions = [
    offer('p1', bundle),
    offer('p2', break5),
    offer('p3', spend),
    offer('p4', delivery, { stacking: undefined }),
  ]
  const parcel = { option: 'parcel', price: 490, country: 'AT' }
  const { nudges, promotions: outcomes } = computeQuote(
    compileShop(goods, promotions),
    createOrder({ A: 3 }, { delivery: parcel }),
  )
  expect(outcomes.map(({ reason }) => reason)).toEqual([
    'not-enough-units',
    'below-first-tier',
    'below-first-tier',
    'below-first-tier',
  ])
  expect(
    nudges.map(({ promotion, missingUnits, missingAmount }) => [promotion, missingUnits ?? missingAmount]),
  ).toEqual([
    ['p1', 2],
    ['p2', 2],
    ['p3', 2000],
    ['p4', 2000],
  ])
})

test.each<[string, Mechanic, number, [number | undefined, number | undefined]]>([
  ['4 of 5 for the first break', breaks(), 4, [1, undefined]],
  ['at 5, 5 more for the next', breaks(), 5, [5, undefined]],
  ['at the last break nothing more', breaks(), 10, [undefined, undefined]],
  ['spend: 10.00 more', { kind: 'spend-break', reach: {}, tiers: tiersFrom(2000, 5000) }, 4, [undefined, 1000]],
  ['order: 20.00 more', { kind: 'order-discount', reach: {}, tiers: tiersFrom(1000, 5000) }, 3, [undefined, 2000]],
])('a nudge for the next tier: %s', (_label, mechanic, quantity, [units, amount]) => {
  const plan = compileShop([createProduct('A', 1000)], [offer('p1', mechanic)])
  const { nudges } = computeQuote(plan, createOrder({ A: quantity }))
  expect([nudges[0]?.missingUnits, nudges[0]?.missingAmount]).toEqual([units, amount])
})

function tiersFrom(...limits: number[]) {
  return limits.map((from, at) => ({ from, value: { percent: 500 * (at + 1) } }))
}

function breaks(): Mechanic {
  return { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers: tiersFrom(5, 10) }
}
