import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import { computeEdgeFacts, type Promotion } from '../plan/index.ts'
import { computeQuote } from '../pricing/index.ts'
import type { Condition } from '../terms/index.ts'
import { at, compileShop, createOrder, createProduct, createPromotion, ZONE } from '../testing/shop.ts'
import { computeEdgeCarts } from './edgeCarts.ts'
import { computeEdgeMoments, computeEdges, computeEdgeShoppers } from './edges.ts'

const goods = [createProduct('FREE', 0), createProduct('A', 1200), createProduct('B', 999, { tags: ['new'] })]
const percent = { percent: 1000 }

function edgesOf(mechanic: Mechanic, limits: Promotion['limits'] = {}, sku?: string): string[] {
  const promotion = createPromotion('p1', { mechanic, limits, stacking: { group: 'extra', mode: 'group' } })
  const plan = compileShop(goods, [promotion])
  return computeEdgeCarts(promotion, plan, sku === undefined ? {} : { sku }).map(({ limit, side, at, lines }) => {
    const cart = Object.fromEntries(lines.map((line) => [line.sku, line.quantity]))
    const { totals } = computeQuote(
      plan,
      createOrder(cart, { delivery: { option: 'parcel', price: 490, country: 'AT' } }),
    )
    return `${limit} ${at} ${side}: ${lines.map((line) => `${line.quantity} ${line.sku}`).join()} saves ${totals.saved}`
  })
}

describe('the carts beside each limit, priced', () => {
  test.each<[string, Mechanic, Promotion['limits'], string[]]>([
    [
      'a break',
      { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers: [{ from: 3, value: percent }] },
      {},
      ['tier 3 below: 2 A saves 0', 'tier 3 at: 3 A saves 360', 'tier 3 above: 4 A saves 480'],
    ],
    [
      'a spend',
      { kind: 'order-discount', reach: {}, tiers: [{ from: 3000, value: percent }] },
      {},
      ['threshold 3000 below: 2 A saves 0', 'threshold 3000 at: 3 A saves 360', 'threshold 3000 above: 4 A saves 480'],
    ],
    [
      'free delivery',
      { kind: 'delivery', basis: 'shelf', tiers: [{ from: 2400, value: { percent: 10_000 } }] },
      {},
      ['threshold 2400 below: 1 A saves 0', 'threshold 2400 at: 2 A saves 490', 'threshold 2400 above: 3 A saves 490'],
    ],
    [
      'any 3 for 30, once and twice',
      { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' },
      {},
      [
        'bundle 3 below: 2 A saves 0',
        'bundle 3 at: 3 A saves 600',
        'bundle 3 above: 4 A saves 600',
        'bundle 6 below: 5 A saves 600',
        'bundle 6 at: 6 A saves 1200',
        'bundle 6 above: 7 A saves 1200',
      ],
    ],
    [
      'buy 1 get 1',
      {
        kind: 'buy-get',
        buy: { reach: {}, quantity: 1 },
        get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
        repeat: 'every',
      },
      {},
      ['quantity 1 below: 1 A saves 0', 'quantity 1 at: 2 A saves 1200', 'quantity 1 above: 3 A saves 1200'],
    ],
    [
      'buy 2 of one thing, get another: the reward lies in the cart',
      {
        kind: 'buy-get',
        buy: { reach: { skus: ['A'] }, quantity: 2 },
        get: { reach: { skus: ['B'] }, quantity: 1, value: { percent: 10_000 } },
        repeat: 'every',
      },
      {},
      ['quantity 2 below: 1 A,1 B saves 0', 'quantity 2 at: 2 A,1 B saves 999', 'quantity 2 above: 3 A,1 B saves 999'],
    ],
    [
      'buy 2 get 1 of the same choice',
      {
        kind: 'buy-get',
        buy: { reach: { skus: ['A'] }, quantity: 2 },
        get: { reach: {}, quantity: 1, value: { percent: 10_000 } },
        repeat: 'every',
      },
      {},
      ['quantity 2 below: 2 A saves 0', 'quantity 2 at: 3 A saves 1200', 'quantity 2 above: 4 A saves 1200'],
    ],
    [
      'a cap for the order',
      { kind: 'item-discount', reach: {}, value: percent },
      { perOrder: 300 },
      ['cap 300 below: 2 A saves 240', 'cap 300 at: 3 A saves 300', 'cap 300 above: 4 A saves 300'],
    ],
    [
      'a cap that a bundle meets',
      { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' },
      { perOrder: 1000 },
      [
        'bundle 3 below: 2 A saves 0',
        'bundle 3 at: 3 A saves 600',
        'bundle 3 above: 4 A saves 600',
        'bundle 6 below: 5 A saves 600',
        'bundle 6 at: 6 A saves 1000',
        'bundle 6 above: 7 A saves 1000',
        'cap 1000 below: 5 A saves 600',
        'cap 1000 at: 6 A saves 1000',
        'cap 1000 above: 7 A saves 1000',
      ],
    ],
    [
      'a cap that no cart meets',
      { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 500, per: 'once' } }] },
      { perOrder: 501 },
      [],
    ],
    [
      'price bands',
      { kind: 'markdown', reach: {}, bands: [{ from: 1000, value: percent }] },
      {},
      ['band 1000 below: 1 B saves 0', 'band 1000 above: 1 A saves 120'],
    ],
    [
      'a band at a price, and a reach that ends at one',
      { kind: 'markdown', reach: { regularPrice: { below: 1200 } }, value: percent },
      {},
      ['band 1200 below: 1 B saves 100', 'band 1200 at: 1 A saves 0'],
    ],
    [
      'a bundle of two things, part by part',
      {
        kind: 'bundle',
        parts: [
          { reach: { skus: ['A'] }, quantity: 2 },
          { reach: { skus: ['B'] }, quantity: 1 },
        ],
        price: 3000,
        repeat: 'every',
      },
      {},
      [
        'bundle 2 below: 1 A,1 B saves 0',
        'bundle 2 at: 2 A,1 B saves 399',
        'bundle 2 above: 3 A,1 B saves 399',
        'bundle 1 at: 1 B,2 A saves 399',
        'bundle 1 above: 2 B,2 A saves 399',
      ],
    ],
    [
      'a gift for money',
      {
        kind: 'buy-get',
        buy: { reach: { skus: ['A'] }, spend: 2000 },
        get: { reach: { skus: ['B'] }, quantity: 1, value: { percent: 10_000 } },
        gift: true,
        repeat: 'once',
      },
      {},
      ['threshold 2000 below: 1 A saves 0', 'threshold 2000 at: 2 A saves 999', 'threshold 2000 above: 3 A saves 999'],
    ],
    [
      'the most that a surcharge may add',
      { kind: 'surcharge', reach: {}, value: { amount: 100, per: 'unit' } },
      { perOrder: 250 },
      ['cap 250 below: 2 A saves 0', 'cap 250 at: 3 A saves 0', 'cap 250 above: 4 A saves 0'],
    ],
    [
      'at most one unit',
      { kind: 'item-discount', reach: {}, value: percent, maxUnits: 1 },
      {},
      ['quantity 1 at: 1 A saves 120', 'quantity 1 above: 2 A saves 120'],
    ],
    ['nothing that is limited', { kind: 'item-discount', reach: {}, value: percent }, {}, []],
    [
      'nothing in reach',
      {
        kind: 'quantity-break',
        reach: { families: ['none'] },
        count: 'sku',
        on: 'all',
        tiers: [{ from: 3, value: percent }],
      },
      {},
      [],
    ],
  ])('%s', (_label, mechanic, limits, expected) => {
    expect(edgesOf(mechanic, limits)).toEqual(expected)
  })

  test('of the product that is wanted, if it lies in the reach', () => {
    const breaks: Mechanic = {
      kind: 'quantity-break',
      reach: { tags: ['new'] },
      count: 'sku',
      on: 'all',
      tiers: [{ from: 2, value: percent }],
    }
    expect(edgesOf(breaks, {}, 'A')[0]).toContain('1 B')
    expect(edgesOf({ ...breaks, reach: {} }, {}, 'B')[0]).toContain('1 B')
  })
})

describe('the carts beside the tests of a condition', () => {
  const products = [...goods, createProduct('C', 500, { categories: ['paint'] })]
  const half: Mechanic = { kind: 'item-discount', reach: { skus: ['A'] }, value: { percent: 5000 } }
  const paint = { categories: ['paint'] }
  const breaks: Mechanic = {
    kind: 'quantity-break',
    reach: { skus: ['A'] },
    count: 'sku',
    on: 'all',
    tiers: [{ from: 2, value: percent }],
  }
  function edgesWith(when: Condition, mechanic = half, others: Promotion[] = []): string[] {
    const promotion = createPromotion('p1', { mechanic, when, stacking: { group: 'extra', mode: 'group' } })
    const plan = compileShop(products, [...others, promotion])
    return computeEdgeCarts(promotion, plan).map(({ limit, side, at, lines }) => {
      const cart = Object.fromEntries(lines.map((line) => [line.sku, line.quantity]))
      const applied = computeQuote(plan, createOrder(cart)).promotions.find((one) => one.promotion === 'p1')!
      const words = lines.map((line) => `${line.quantity} ${line.sku}`).join()
      return `${limit} ${at} ${side}: ${words} ${applied.outcome === 'applied' ? 'yes' : 'no'}`
    })
  }
  const spend = (op: '>=' | '>', amount: number): Condition => ({
    test: 'spend',
    reach: paint,
    basis: 'shelf',
    op,
    amount,
  })

  test('80 or more, more than 80: at the limit they differ; what is reduced is in the cart', () => {
    expect(edgesWith(spend('>=', 8000))).toEqual([
      'condition 8000 below: 15 C,1 A no',
      'condition 8000 at: 16 C,1 A yes',
      'condition 8000 above: 17 C,1 A yes',
    ])
    expect(edgesWith(spend('>', 8000))).toEqual([
      'condition 8000 below: 15 C,1 A no',
      'condition 8000 at: 16 C,1 A no',
      'condition 8000 above: 17 C,1 A yes',
    ])
  })

  test('exactly 2, fewer than 2, none of it', () => {
    const count = (op: '=' | '<', units: number): Condition => ({ test: 'quantity', reach: paint, op, count: units })
    expect(edgesWith(count('=', 2)).map((line) => line.slice(-3).trim())).toEqual(['no', 'yes', 'no'])
    expect(edgesWith({ not: count('<', 2) }).map((line) => line.slice(-3).trim())).toEqual(['no', 'yes', 'yes'])
    expect(edgesWith(count('=', 0))).toEqual(['condition 0 above: 1 C,1 A no'])
  })

  test('the limits of the mechanic have in the cart what the condition asks for', () => {
    const all = { all: [spend('>', 1000), { test: 'channel', in: ['web'] } as const] }
    expect(edgesWith(all, breaks)).toEqual([
      'tier 2 below: 1 A,3 C no',
      'tier 2 at: 2 A,3 C yes',
      'tier 2 above: 3 A,3 C yes',
      'condition 1000 below: 1 C,2 A no',
      'condition 1000 at: 2 C,2 A no',
      'condition 1000 above: 3 C,2 A yes',
    ])
  })

  test('money is reckoned in shelf prices where the test says so', () => {
    const sale = createPromotion('p2', { mechanic: { kind: 'markdown', reach: paint, value: { percent: 5000 } } })
    expect(edgesWith(spend('>=', 1000), half, [sale])).toEqual([
      'condition 1000 below: 3 C,1 A no',
      'condition 1000 at: 4 C,1 A yes',
      'condition 1000 above: 5 C,1 A yes',
    ])
  })

  test('a product that hits the sum exactly comes before the first', () => {
    const more: Condition = { test: 'spend', reach: {}, basis: 'regular', op: '>', amount: 1998 }
    expect(edgesWith(more, { ...half, reach: {} })).toEqual([
      'condition 1998 below: 1 B no',
      'condition 1998 at: 2 B no',
      'condition 1998 above: 3 B yes',
    ])
  })

  test('a product that the promotion reduces comes before that', () => {
    expect(edgesWith({ test: 'quantity', reach: {}, op: '>=', count: 2 }, { ...half, reach: { skus: ['B'] } })).toEqual(
      ['condition 2 below: 1 B no', 'condition 2 at: 2 B yes', 'condition 2 above: 3 B yes'],
    )
  })
})

test('who buys, beside orders and money spent before', () => {
  const when: Condition = {
    any: [{ test: 'orders', op: '=', count: 0 }, { not: { test: 'spent', op: '>=', amount: 100 } }],
  }
  expect(
    computeEdgeShoppers({ when }, compileShop([], [])).map(({ limit, side, at, shopper }) => [
      limit,
      side,
      at,
      shopper,
    ]),
  ).toEqual([
    ['orders', 'at', 0, { orders: 0 }],
    ['orders', 'above', 0, { orders: 1 }],
    ['spent', 'below', 100, { spent: 99 }],
    ['spent', 'at', 100, { spent: 100 }],
    ['spent', 'above', 100, { spent: 101 }],
  ])
})

test('the last use and the first that is refused', () => {
  const limits = { uses: 3, usesPerShopper: 1, budget: 500, budgetStops: true }
  const facts = computeEdgeFacts(createPromotion('p1', { limits }))
  expect(facts.map(({ limit, side, found, facts: given }) => [limit, side, found, given])).toEqual([
    ['uses', 'before', 2, { uses: 2 }],
    ['uses', 'at', 3, { uses: 3 }],
    ['usesPerShopper', 'before', 0, { usesByShopper: 0 }],
    ['usesPerShopper', 'at', 1, { usesByShopper: 1 }],
    ['budget', 'before', 499, { discountGiven: 499 }],
    ['budget', 'at', 500, { discountGiven: 500 }],
  ])
  expect(computeEdgeFacts(createPromotion('p1', { limits: { budget: 500 } }))).toEqual([])
})

test('the next opening and closing of weekly hours, between start and end', () => {
  const weekly = [{ days: [5], from: '17:00', to: '19:00' }]
  const promotion = createPromotion('p1', { schedule: { start: '2027-03-01T00:00', weekly } })
  const moments = computeEdgeMoments(promotion, ZONE, at('2027-03-09T00:00'))
  expect(moments.filter(({ side }) => side === 'at').map((edge) => [edge.limit, edge.at])).toEqual([
    ['start', at('2027-03-01T00:00')],
    ['hours', at('2027-03-12T17:00')],
    ['hours', at('2027-03-12T19:00')],
  ])
})

describe('what has been sold beside each rung, priced', () => {
  const markdown: Mechanic = { kind: 'markdown', reach: {}, value: { percent: 5000 } }
  const rung = (at: number, price: number) => ({ at, value: { price } })
  test.each<[string, Pick<Promotion, 'ladder' | 'limits'>, string[]]>([
    [
      'by units sold',
      { ladder: { by: 'unitsSold', rungs: [rung(0, 500), rung(3, 700)] }, limits: {} },
      ['rung before, 2 sold: 500', 'rung at, 3 sold: 700'],
    ],
    [
      'by units left, with their limit',
      { ladder: { by: 'unitsLeft', rungs: [rung(2, 900), rung(10, 800)] }, limits: { units: 10 } },
      ['rung before, 7 sold: 800', 'rung at, 8 sold: 900', 'units before, 9 sold: 900', 'units at, 10 sold: 1200'],
    ],
    ['nothing that follows what has sold', { ladder: null, limits: {} }, []],
  ])('%s', (_label, changes, expected) => {
    const promotion = createPromotion('p1', { mechanic: markdown, ...changes })
    const plan = compileShop(goods, [promotion])
    const edges = computeEdges(promotion, plan).facts.map(({ limit, side, found, facts }) => {
      const { totals } = computeQuote(plan, { ...createOrder({ A: 1 }), facts: { p1: facts } })
      return `${limit} ${side}, ${found} sold: ${totals.grand}`
    })
    expect(edges).toEqual(expected)
  })

  test('beside moments and carts', () => {
    const promotion = createPromotion('p1', { mechanic: markdown, schedule: { end: '2027-03-09T00:00' } })
    const { moments, carts, facts, shoppers } = computeEdges(promotion, compileShop(goods, [promotion]))
    expect(moments.map(({ limit, side }) => `${limit} ${side}`)).toEqual(['end before', 'end at'])
    expect([carts, facts, shoppers]).toEqual([[], [], []])
  })
})

test('money and a number of items together: carts that meet one, and carts that meet both', () => {
  const shelf = [40, 3999, 4000, 4001, 8000, 8001, 9000].map((price) => createProduct(`P${price}`, price))
  const edges = (count: Condition) => {
    const promotion = createPromotion('p1', {
      mechanic: { kind: 'item-discount', reach: {}, value: percent },
      when: { all: [{ test: 'spend', reach: {}, basis: 'regular', op: '>', amount: 8000 }, count] },
    })
    const plan = compileShop(shelf, [promotion])
    return computeEdgeCarts(promotion, plan).map(({ side, at: limit, lines: [line] }) => {
      const { saved } = computeQuote(plan, createOrder({ [line!.sku]: line!.quantity })).totals
      return `${limit} ${side}: ${line!.quantity} ${line!.sku}${saved > 0 ? ' holds' : ''}`
    })
  }
  expect(edges({ test: 'quantity', reach: {}, op: '=', count: 2 })).toEqual([
    '8000 below: 2 P3999',
    '8000 at: 2 P4000',
    '8000 above: 2 P4001 holds',
    '2 below: 1 P8001',
    '2 at: 2 P8001 holds',
    '2 above: 3 P8001',
  ])
  expect(edges({ test: 'quantity', reach: {}, op: '<', count: 3 })).toContain('3 below: 2 P8001 holds')
  // Nothing keeps a cart from holding more: one product, in smaller and larger numbers.
  expect(edges({ test: 'quantity', reach: {}, op: '>=', count: 2 })).toContain('8000 above: 3 P4000 holds')
})
