import { describe, expect, test } from 'vitest'
import { computeEdgeCarts } from './edgeCarts.ts'
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
      'a cap for the order',
      { kind: 'item-discount', reach: {}, value: percent },
      { perOrder: 300 },
      ['cap 300 below: 2 A saves 240', 'cap 300 at: 3 A saves 300', 'cap 300 above: 4 A saves 300'],
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
