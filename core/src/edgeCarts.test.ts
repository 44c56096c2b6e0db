import { describe, expect, test } from 'vitest'
import { computeEdgeCarts } from './edgeCarts.ts'
import { computeEdges } from './edges.ts'
import type { Mechanic, Promotion } from './plan.ts'
import { computeQuote } from './quote.ts'
import { compileShop, createOrder, createProduct, createPromotion } from './testing/shop.ts'

const goods = [createProduct('FREE', 0), createProduct('A', 1200), createProduct('B', 999, { tags: ['new'] })]
const percent = { percent: 1000 }

function edgesOf(mechanic: Mechanic, limits: Promotion['limits'] = {}, sku?: string): string[] {
  const promotion = createPromotion('p1', { mechanic, limits, stacking: { group: 'extra', mode: 'group' } })
  const plan = compileShop(goods, [promotion])
  return computeEdgeCarts(promotion, plan, sku).map(({ limit, side, at, lines }) => {
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
      ['band 1000 below: 1 B saves 0', 'band 1000 at: 1 A saves 120'],
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
    const edges = computeEdges(promotion, plan).facts.map(({ limit, side, unitsSold, facts }) => {
      const { totals } = computeQuote(plan, { ...createOrder({ A: 1 }), facts: { p1: facts } })
      return `${limit} ${side}, ${unitsSold} sold: ${totals.grand}`
    })
    expect(edges).toEqual(expected)
  })

  test('beside moments and carts', () => {
    const promotion = createPromotion('p1', { mechanic: markdown, schedule: { end: '2027-03-09T00:00' } })
    const { moments, carts, facts } = computeEdges(promotion, compileShop(goods, [promotion]))
    expect(moments.map(({ limit, side }) => `${limit} ${side}`)).toEqual(['end before', 'end at'])
    expect([carts, facts]).toEqual([[], []])
  })
})
