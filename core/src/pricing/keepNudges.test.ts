import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { compileShop, createOrder, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { compilePlan } from './compilePlan.ts'
import { computeQuote } from './computeQuote.ts'
import { findKeptNudges } from './keepNudges.ts'

const goods = [
  createProduct('A', 1000),
  createProduct('B', 600),
  createProduct('CHEAP', 900),
  createProduct('FLOOR', 1200, { minimumPrice: 1008 }),
  createProduct('LAST', 1000, { stock: 1 }),
]
const delivery = { option: 'parcel', price: 490, country: 'AT' }
const FREE = { percent: 10_000 }
const on = (...skus: string[]) => ({ skus })
const bundle = (reach: object, quantity = 3, price = 3000): Mechanic => {
  return { kind: 'bundle', parts: [{ reach, quantity }], price, repeat: 'every' }
}
const buyGet = (reach: object): Mechanic => {
  return { kind: 'buy-get', buy: { reach, quantity: 1 }, get: { reach, quantity: 1, value: FREE }, repeat: 'every' }
}
const breaks = (reach: object, from = 3): Mechanic => {
  return { kind: 'quantity-break', reach, count: 'sku', on: 'all', tiers: [{ from, value: { percent: 1000 } }] }
}

function keptOf(mechanic: Mechanic, cart: Record<string, number>, changes: Partial<Promotion> = {}) {
  const stacking = mechanic.kind === 'delivery' ? undefined : ({ group: 'extra', mode: 'group' } as const)
  const promotion = createPromotion('p1', { mechanic, stacking, ...changes })
  const plan = compileShop(goods, [promotion], createStore({ floor: { enforce: true, minMargin: 0 } }))
  const order = createOrder(cart, { delivery })
  const quote = computeQuote(plan, order)
  return { raw: quote.nudges.length, kept: findKeptNudges(plan, order, quote).map(({ add }) => add) }
}

describe('a nudge that the till keeps names what to add', () => {
  test.each<[string, Mechanic, Record<string, number>, object[]]>([
    ['more of what is in the cart', breaks({}), { A: 1 }, [{ sku: 'A', quantity: 2 }]],
    ['the product that is nearest', breaks({}), { A: 1, B: 2 }, [{ sku: 'B', quantity: 1 }]],
    ['a reward of the same kind', buyGet(on('A')), { A: 1 }, [{ sku: 'A', quantity: 1 }]],
    ['what a bundle lacks', bundle(on('A'), 3, 2500), { A: 1 }, [{ sku: 'A', quantity: 2 }]],
    [
      'what its parts lack',
      {
        kind: 'bundle',
        parts: [
          { reach: on('A'), quantity: 2 },
          { reach: on('B'), quantity: 1 },
        ],
        price: 2000,
        repeat: 'every',
      },
      { A: 1 },
      [
        { sku: 'A', quantity: 1 },
        { sku: 'B', quantity: 1 },
      ],
    ],
    [
      'as many as come to the money',
      { kind: 'order-discount', reach: {}, tiers: [{ from: 3500, value: { percent: 1000 } }] },
      { A: 2 },
      [{ sku: 'A', quantity: 2 }],
    ],
    [
      'for delivery, too',
      { kind: 'delivery', basis: 'current', tiers: [{ from: 1500, value: FREE }] },
      { B: 1 },
      [{ sku: 'B', quantity: 2 }],
    ],
  ])('%s', (_label, mechanic, cart, add) => {
    expect(keptOf(mechanic, cart).kept).toEqual([add])
  })
})

test('money is made up for at the prices that hold, and with few units', () => {
  const raised = createPromotion('steps', {
    mechanic: { kind: 'price-steps', reach: on('B') },
    ladder: { by: 'unitsSold', rungs: [{ at: 0, value: { price: 700 } }] },
    stacking: undefined,
  })
  const free = createPromotion('p1', {
    mechanic: { kind: 'delivery', basis: 'current', tiers: [{ from: 10_000, value: FREE }] },
    stacking: undefined,
  })
  const many = [...goods, createProduct('PIN', 50), createProduct('EASEL', 6900), createProduct('LAMP', 4900)]
  const addOf = (cart: Record<string, number>) => {
    const plan = compileShop(many, [raised, free])
    const order = createOrder(cart, { delivery })
    return findKeptNudges(plan, order, computeQuote(plan, order)).map(({ add }) => add)
  }
  expect(addOf({ B: 10 })).toEqual([[{ sku: 'B', quantity: 5 }]])
  expect(addOf({ PIN: 1, A: 5 })).toEqual([[{ sku: 'A', quantity: 5 }]])
  // 90 pins more would do, too.
  expect(addOf({ PIN: 110 })).toEqual([[{ sku: 'LAMP', quantity: 1 }]])
})

describe('one that it would not keep is not shown', () => {
  const exactly = { test: 'quantity', reach: {}, op: '=', count: 2 } as const
  test.each<[string, Mechanic, Record<string, number>, Partial<Promotion>]>([
    ['exactly two give one, four give nothing', buyGet(on('A')), { A: 2 }, { when: exactly }],
    ['a bundle dearer than its items', bundle(on('CHEAP')), { CHEAP: 1 }, {}],
    ['a bundle that the floor makes dearer', bundle(on('FLOOR')), { FLOOR: 1 }, {}],
    ['a reward beyond its cap', buyGet(on('A')), { A: 1 }, { limits: { perOrder: 500 } }],
    ['more than there is in stock', buyGet(on('LAST')), { LAST: 1 }, {}],
  ])('%s', (_label, mechanic, cart, changes) => {
    const { raw, kept } = keptOf(mechanic, cart, changes)
    expect(raw).toBe(1)
    expect(kept).toEqual([])
  })
})

test('whatever is kept is kept: with what it names the order saves more, by that promotion', () => {
  let tried = 0
  fc.assert(
    fc.property(arbitraryCase({ promotions: 3, units: 6 }), (given) => {
      const plan = compilePlan(given)
      const quote = computeQuote(plan, given.order)
      for (const { promotion, add } of findKeptNudges(plan, given.order, quote)) {
        tried++
        const lines = [...given.order.cart.lines]
        for (const { sku, quantity } of add) {
          const at = lines.findIndex((line) => line.sku === sku)
          if (at < 0) lines.push({ sku, quantity })
          else lines[at] = { sku, quantity: lines[at]!.quantity + quantity }
        }
        const after = computeQuote(plan, { ...given.order, cart: { ...given.order.cart, lines } })
        expect(after.totals.saved).toBeGreaterThan(quote.totals.saved)
        expect(after.promotions.find((one) => one.promotion === promotion)).toMatchObject({
          outcome: 'applied',
          facts: {},
        })
      }
    }),
    { numRuns: 2000 },
  )
  expect(tried).toBeGreaterThan(50)
})
