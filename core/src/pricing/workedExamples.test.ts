import { expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Cart, Order, Product, Reach, Stacking, Store, Value } from '../terms/index.ts'
import { quoteNaively } from '../testing/naive/naiveQuote.ts'
import { CATEGORIES, compileShop, createOrder, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computeQuote } from './computeQuote.ts'

/**
 * Plans whose outcomes can be computed by hand, each with carts on both sides of its limits. Both pricings must give them. No floor, no
 * tax, everything live, unless said.
 */
interface Example {
  readonly what: string
  readonly plan: readonly Promotion[]
  readonly goods: readonly Product[]
  readonly store?: Partial<Store>
  /** Carts with what the shopper pays, or with further expectations. */
  readonly carts: readonly (readonly [cart: Record<string, number>, grand: number, more?: Partial<More>])[]
}

interface More {
  readonly order: Partial<Cart>
  readonly facts: Order['facts']
  /** Line totals, gifts last. */
  readonly lines: readonly number[]
  readonly reason: string
  readonly code: string
  readonly nudge: object
}

const percent = (rate: number): Value => ({ percent: rate })
const FREE = percent(10_000)
const amount = (money: number, per: 'unit' | 'once' = 'once'): Value => ({ amount: money, per })
const plain = (sku: string, price: number, changes: Partial<Product> = {}) =>
  createProduct(sku, price, { taxRate: 0, ...changes })
const a = (price: number, changes: Partial<Product> = {}) => [plain('A', price, changes)]
const EXTRA: Stacking = { group: 'extra', mode: 'group' }

function promote(rank: number, mechanic: Mechanic, changes: Partial<Promotion> = {}): Promotion {
  const { stacking: _usual, ...made } = createPromotion(`p${rank}`, { mechanic })
  const isOutside = ['delivery', 'surcharge'].includes(mechanic.kind)
  const usual = mechanic.kind === 'markdown' ? ({ group: 'sale', mode: 'group' } as const) : EXTRA
  return { ...made, ...(isOutside ? {} : { stacking: usual }), ...changes }
}
const markdown = (value: Value, reach: Reach = {}): Mechanic => ({ kind: 'markdown', reach, value })
const item = (value: Value): Mechanic => ({ kind: 'item-discount', reach: {}, value })
const whole = (value: Value, from = 0): Mechanic => ({ kind: 'order-discount', reach: {}, tiers: [{ from, value }] })
const anyThree = (price: number): Mechanic => {
  return { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price, repeat: 'every' }
}
const oneAndOne = (changes: { gift?: true; repeat?: 'once' } = {}): Mechanic => {
  const get = { sameSku: true, quantity: 1, value: FREE } as const
  return { kind: 'buy-get', buy: { reach: {}, quantity: 1 }, get, repeat: 'every', ...changes }
}
const breaks: Mechanic = {
  kind: 'quantity-break',
  reach: {},
  count: 'sku',
  on: 'all',
  tiers: [
    { from: 5, value: percent(1000) },
    { from: 10, value: percent(1500) },
    { from: 20, value: percent(3000) },
  ],
}
const bands: Mechanic = {
  kind: 'markdown',
  reach: {},
  bands: [
    { from: 0, value: percent(1500) },
    { from: 1000, value: percent(1000) },
    { from: 3000, value: percent(500) },
  ],
}
const freeFrom50: Mechanic = { kind: 'delivery', basis: 'current', tiers: [{ from: 5000, value: FREE }] }
const parcel = { order: { delivery: { option: 'parcel', price: 490, country: 'AT' } } }
const lowSpend: Promotion = promote(
  2,
  { kind: 'surcharge', reach: {}, value: amount(600) },
  { when: { test: 'spend', reach: {}, basis: 'current', op: '<', amount: 5000 } },
)
const ladder: Promotion['ladder'] = {
  by: 'unitsSold',
  rungs: [
    { at: 0, value: percent(4000) },
    { at: 3, value: percent(3500) },
    { at: 6, value: percent(3000) },
  ],
}
const sold = (unitsSold: number) => ({ facts: { p1: { unitsSold } } })
const COUPON = { code: { text: 'SPRING' } }
const TYPED = { order: { codes: ['SPRING'] } }
const FLOOR: Partial<Store> = { floor: { enforce: true, minMargin: 1000 } }
const APART: Partial<Store> = { apart: [['sale', 'extra']] }
const TOGETHER: Partial<Store> = { apart: [] }

const EXAMPLES: readonly Example[] = [
  {
    what: '10.00 off once from 50.00',
    plan: [promote(1, whole(amount(1000), 5000))],
    goods: [plain('A', 13_500), plain('B', 4999), plain('C', 5000), plain('D', 1000)],
    carts: [
      [{ A: 1 }, 12_500],
      [{ B: 1 }, 4999, { reason: 'below-first-tier', nudge: { missingAmount: 1 } }],
      [{ C: 1 }, 4000],
      [{ D: 10 }, 9000],
    ],
  },
  { what: '15 % of 12.90', plan: [promote(1, markdown(percent(1500)))], goods: a(1290), carts: [[{ A: 1 }, 1096]] },
  {
    what: 'breaks at 5, 10 and 20 of a SKU',
    plan: [promote(1, breaks)],
    goods: a(1000),
    carts: [
      [{ A: 4 }, 4000, { nudge: { missingUnits: 1 } }],
      [{ A: 5 }, 4500],
      [{ A: 9 }, 8100],
      [{ A: 10 }, 8500],
      [{ A: 19 }, 16_150],
      [{ A: 20 }, 14_000],
    ],
  },
  {
    what: 'buy 1 get 1',
    plan: [promote(1, oneAndOne())],
    goods: a(700),
    carts: [
      [{ A: 3 }, 1400],
      [{ A: 4 }, 1400],
    ],
  },
  {
    what: 'the same as a gift',
    plan: [promote(1, oneAndOne({ gift: true }))],
    goods: a(700),
    carts: [[{ A: 3 }, 2100, { lines: [2100, 0] }]],
  },
  {
    what: 'as a gift, once',
    plan: [promote(1, oneAndOne({ gift: true, repeat: 'once' }))],
    goods: a(700),
    carts: [[{ A: 3 }, 2100, { lines: [2100, 0] }]],
  },
  {
    what: 'any 3 for 30.00',
    plan: [promote(1, anyThree(3000))],
    goods: a(1200),
    carts: [
      [{ A: 2 }, 2400],
      [{ A: 3 }, 3000],
      [{ A: 4 }, 4200],
      [{ A: 6 }, 6000],
    ],
  },
  {
    what: 'any 3 for 60.00',
    plan: [promote(1, anyThree(6000))],
    goods: a(1200),
    carts: [[{ A: 3 }, 3600, { reason: 'no-saving' }]],
  },
  {
    what: 'nothing after the markdown: the coupon has no effect',
    plan: [
      promote(1, markdown(percent(1000)), { stacking: { group: 'sale', mode: 'closes' } }),
      promote(2, item(percent(2000)), COUPON),
    ],
    goods: a(10_000),
    store: TOGETHER,
    carts: [[{ A: 1 }, 9000, { ...TYPED, reason: 'stacking', code: 'noEffect' }]],
  },
  {
    what: 'the same by groups kept apart: phase 1 comes first, even with best',
    plan: [promote(1, markdown(percent(1000))), promote(2, item(percent(2000)), COUPON)],
    goods: a(10_000),
    store: APART,
    carts: [[{ A: 1 }, 9000, { ...TYPED, reason: 'stacking', code: 'noEffect' }]],
  },
  {
    what: 'a bundle and half price kept apart: the better one',
    plan: [promote(1, anyThree(3000), { stacking: { group: 'sale', mode: 'group' } }), promote(2, item(percent(5000)))],
    goods: a(1200),
    store: APART,
    carts: [[{ A: 4 }, 2400, { reason: 'better-without' }]],
  },
  {
    what: 'a percentage, then an amount',
    plan: [promote(1, whole(percent(1000))), promote(2, whole(amount(1000)))],
    goods: a(10_000),
    store: TOGETHER,
    carts: [[{ A: 1 }, 8000]],
  },
  {
    what: '1.00 spread over 3.33, 3.33, 3.34',
    plan: [promote(1, whole(amount(100)))],
    goods: [plain('A', 333), plain('B', 333), plain('C', 334)],
    carts: [[{ A: 1, B: 1, C: 1 }, 900, { lines: [300, 300, 300] }]],
  },
  {
    what: 'a ladder by units sold',
    plan: [promote(1, markdown(FREE), { ladder })],
    goods: a(1000),
    carts: [0, 2, 3, 5, 6].map((units, at) => [{ A: 1 }, [600, 600, 650, 650, 700][at]!, sold(units)] as const),
  },
  {
    what: 'half price at a floor of 7.70',
    plan: [promote(1, markdown(percent(5000)))],
    goods: a(1000, { unitCost: 700 }),
    store: FLOOR,
    carts: [[{ A: 1 }, 770]],
  },
  {
    what: 'bands from 0, 10.00 and 30.00',
    plan: [promote(1, bands)],
    goods: [plain('A', 999), plain('B', 1000), plain('C', 1050), plain('D', 3000)],
    carts: [
      [{ A: 1 }, 849],
      [{ B: 1 }, 900],
      [{ C: 1 }, 945],
      [{ D: 1 }, 2850],
    ],
  },
  {
    what: '10 % held to 10.00 in an order',
    plan: [promote(1, item(percent(1000)), { limits: { perOrder: 1000 } })],
    goods: a(9000),
    carts: [
      [{ A: 1 }, 8100],
      [{ A: 2 }, 17_000],
    ],
  },
  {
    what: 'phases 2 and 3 are settled together',
    plan: [
      promote(1, item(amount(100, 'unit'))),
      promote(2, item(amount(150, 'unit')), { stacking: { group: 'extra', mode: 'alone' } }),
      promote(3, whole(percent(5000))),
    ],
    goods: a(1000),
    store: TOGETHER,
    carts: [[{ A: 1 }, 450]],
  },
  {
    what: '10 % against free delivery from 50.00',
    plan: [promote(1, item(percent(1000))), promote(2, freeFrom50)],
    goods: [plain('A', 5100), plain('B', 5010)],
    carts: [
      [{ A: 1 }, 5080, parcel],
      [{ B: 1 }, 4999, parcel],
    ],
  },
  {
    what: 'the same, the 10 % held to 3.00',
    plan: [promote(1, item(percent(1000)), { limits: { perOrder: 300 } }), promote(2, freeFrom50)],
    goods: a(5010),
    carts: [[{ A: 1 }, 5010, { ...parcel, reason: 'better-without' }]],
  },
  {
    what: 'rounded below the floor: the lowest ending above it',
    plan: [promote(1, { ...markdown(percent(5000)), rounding: { to: 'nearest', step: 100, ending: 95 } } as Mechanic)],
    goods: a(1000, { unitCost: 700 }),
    store: FLOOR,
    carts: [[{ A: 1 }, 795]],
  },
  {
    what: 'one unit left: a unit at its floor takes no place',
    plan: [promote(1, markdown(percent(2000)), { limits: { units: 1 } })],
    goods: [plain('A', 2000, { minimumPrice: 2000 }), plain('B', 1000)],
    store: { floor: { enforce: true, minMargin: 0 } },
    carts: [[{ A: 1, B: 1 }, 2800, { lines: [2000, 800] }]],
  },
  {
    what: 'any 1 and any 1 tagged x for 12.00: the tagged part first',
    plan: [
      promote(1, {
        kind: 'bundle',
        parts: [
          { reach: {}, quantity: 1 },
          { reach: { tags: ['x'] }, quantity: 1 },
        ],
        price: 1200,
        repeat: 'every',
      }),
    ],
    goods: [plain('PAD', 1000, { tags: ['x'] }), plain('PEN', 500)],
    carts: [[{ PAD: 1, PEN: 1 }, 1200]],
  },
  {
    what: 'a code that is used up does not take the one place',
    plan: [
      promote(1, item(percent(2000)), { code: { text: 'OLD' }, limits: { uses: 1 } }),
      promote(2, item(percent(1000)), COUPON),
    ],
    goods: a(1000),
    carts: [[{ A: 1 }, 900, { order: { codes: ['OLD', 'SPRING'] }, facts: { p1: { uses: 1 } } }]],
  },
  {
    what: '10 % that would bring a surcharge',
    plan: [promote(1, item(percent(1000))), lowSpend],
    goods: [plain('A', 5010), plain('B', 5000)],
    carts: [
      [{ A: 1 }, 5010],
      [{ A: 1, B: 1 }, 9009],
    ],
  },
  {
    what: 'spend and save from 0: 1.00 once, A at its floor',
    plan: [promote(1, { kind: 'spend-break', reach: {}, tiers: [{ from: 0, value: amount(100) }] })],
    goods: [plain('A', 1000, { minimumPrice: 1000 }), plain('B', 1000), plain('C', 500)],
    store: { floor: { enforce: true, minMargin: 0 } },
    carts: [[{ A: 1, B: 1, C: 1 }, 2400, { lines: [1000, 933, 467] }]],
  },
]

const CASES = EXAMPLES.flatMap(({ carts, ...example }) =>
  carts.map(([cart, grand, more = {}]) => {
    return [example.what, Object.entries(cart).join(), { ...example, cart, grand, more }] as const
  }),
)

test.each(CASES)('%s: %s', (_what, _cart, { plan, goods, store, cart, grand, more }) => {
  const settings: Partial<Store> = { floor: { enforce: false, minMargin: 0 }, ...store }
  const order: Order = { ...createOrder(cart, more.order), facts: more.facts ?? {} }
  const { totals, lines, promotions, codes, nudges } = computeQuote(compileShop(goods, plan, settings), order)
  expect(totals.grand).toBe(grand)
  if (more.lines) expect(lines.map(({ total }) => total)).toEqual(more.lines)
  if (more.reason) expect(promotions.map(({ reason }) => reason)).toContain(more.reason)
  if (more.code) expect(codes.map(({ outcome }) => outcome)).toEqual([more.code])
  if (more.nudge) expect(nudges).toMatchObject([more.nudge])
  const naive = quoteNaively({
    now: new Date(order.now).toISOString(),
    store: createStore(settings),
    catalogue: { categories: CATEGORIES, products: goods, sets: [] },
    plan: { promotions: plan },
    cart: order.cart,
    facts: order.facts,
    codes: {},
  })
  expect(naive.totals.grand).toBe(grand)
})
