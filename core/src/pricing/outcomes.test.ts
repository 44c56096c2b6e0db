import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Facts, Order, Reach, Store } from '../terms/index.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { computeQuote } from './computeQuote.ts'

const goods = [
  createProduct('A', 1000),
  createProduct('B', 2000),
  createProduct('LOW', 1000, { minimumPrice: 1000 }),
  createProduct('SAMPLE', 100, { categories: ['paint'], stock: 5 }),
]
const percent = (rate: number) => ({ percent: rate })
const HALF = percent(5000)
const delivery = { option: 'parcel', price: 490, country: 'AT' }
const club = { test: 'group', in: ['club'] } as const
const member = { id: 's1', groups: ['trade'], tags: [], orders: 0, spent: 0, bought: [] }

/** One of each mechanic, by its phase. */
const MECHANICS: readonly [string, (reach: Reach) => Mechanic][] = [
  ['price steps (0)', (reach) => ({ kind: 'price-steps', reach })],
  ['a sale price (1)', (reach) => ({ kind: 'markdown', reach, value: HALF })],
  ['an item discount (2)', (reach) => ({ kind: 'item-discount', reach, value: HALF })],
  ['a quantity break (2)', (reach) => breaks(reach, 1)],
  ['a spend break (2)', (reach) => ({ kind: 'spend-break', reach, tiers: [{ from: 0, value: HALF }] })],
  ['buy and get (2)', (reach) => buyGet(reach, 1)],
  ['a gift (2)', () => gift(1)],
  ['a bundle (2)', (reach) => bundle(reach, 1, 500)],
  ['an order discount (3)', (reach) => ({ kind: 'order-discount', reach, tiers: [{ from: 0, value: HALF }] })],
  ['delivery (4)', () => ({ kind: 'delivery', basis: 'shelf', tiers: [{ from: 0, value: HALF }] })],
  ['a surcharge (5)', (reach) => ({ kind: 'surcharge', reach, value: { amount: 50, per: 'once' } })],
]

function breaks(reach: Reach, from: number): Mechanic {
  return { kind: 'quantity-break', reach, count: 'sku', on: 'all', tiers: [{ from, value: HALF }] }
}

function buyGet(reach: Reach, quantity: number, repeat: 'once' | 'every' = 'every'): Mechanic {
  return { kind: 'buy-get', buy: { reach, quantity }, get: { reach, quantity: 1, value: percent(10_000) }, repeat }
}

function gift(quantity: number): Mechanic {
  const get = { reach: { skus: ['SAMPLE'] }, quantity: 1, value: percent(10_000) }
  return { kind: 'buy-get', buy: { reach: { skus: ['A'] }, quantity }, get, gift: true, repeat: 'every' }
}

function bundle(reach: Reach, quantity: number, price: number): Mechanic {
  return { kind: 'bundle', parts: [{ reach, quantity }], price, repeat: 'every' }
}

function promote(mechanic: Mechanic, changes: Partial<Promotion> = {}, id = 'p1'): Promotion {
  const isOutside = ['price-steps', 'delivery', 'surcharge'].includes(mechanic.kind)
  const ladder: Promotion['ladder'] =
    mechanic.kind === 'price-steps' ? { by: 'unitsSold', rungs: [{ at: 0, value: { price: 900 } }] } : null
  const stacking = isOutside ? undefined : ({ group: 'extra', mode: 'group' } as const)
  return createPromotion(id, { mechanic, stacking, ladder, ...changes })
}

function quote(promotions: Promotion[], order: Order, store: Partial<Store> = {}) {
  return computeQuote(compileShop(goods, promotions, store), order)
}

describe.each(MECHANICS)('what keeps %s out', (_name, make) => {
  const mechanic = make({ skus: ['A'] })
  test('nothing does: it applies', () => {
    const { promotions } = quote([promote(mechanic)], createOrder({ A: 2 }, { delivery }))
    expect(promotions).toMatchObject([{ outcome: 'applied', reason: null }])
  })

  test.each<[string, Partial<Promotion>, Partial<Order['cart']>, Facts[string], string]>([
    ['a draft', { state: 'draft' }, {}, {}, 'not-ready'],
    ['to start', { schedule: { start: '2027-03-08T10:01' } }, {}, {}, 'not-started'],
    ['over', { schedule: { end: '2027-03-08T10:00' } }, {}, {}, 'ended'],
    ['other hours', { schedule: { weekly: [{ days: [2], from: '00:00', to: '00:00' }] } }, {}, {}, 'outside-hours'],
    ['a guest', { when: club }, {}, {}, 'sign-in-needed'],
    ['another group', { when: club }, { shopper: member }, {}, 'condition'],
    ['no code', { code: { text: 'SPRING' } }, {}, {}, 'no-code'],
    ['used up', { limits: { uses: 5 } }, {}, { uses: 5 }, 'used-up'],
    ['a guest with a limit', { limits: { usesPerShopper: 1 } }, {}, {}, 'sign-in-needed'],
    ['had theirs', { limits: { usesPerShopper: 1 } }, { shopper: member }, { usesByShopper: 1 }, 'shopper-limit'],
    ['units', { limits: { units: 5 } }, {}, { unitsSold: 5 }, 'units-gone'],
    ['budget', { limits: { budget: 100, budgetStops: true } }, {}, { discountGiven: 100 }, 'budget-gone'],
  ])('%s', (_label, changes, cart, facts, reason) => {
    const order = { ...createOrder({ A: 2 }, { delivery, ...cart }), facts: { p1: facts } }
    const { promotions, totals } = quote([promote(mechanic, changes)], order)
    expect(promotions).toMatchObject([{ promotion: 'p1', outcome: 'skipped', reason, amount: 0 }])
    expect(totals).toMatchObject({ grand: 2490, saved: 0 })
  })
})

describe('what keeps a promotion from changing anything', () => {
  const inA: Reach = { skus: ['A'] }
  const inLow: Reach = { skus: ['LOW'] }
  const inNothing: Reach = { skus: ['SAMPLE'] }
  const reaching = MECHANICS.filter(([name]) => !/gift|delivery/.test(name))
  test.each(reaching)('%s without anything of it in the cart: nothing in reach', (_name, make) => {
    const { promotions } = quote([promote(make(inNothing))], createOrder({ A: 1 }, { delivery }))
    expect(promotions[0]!.reason).toBe('nothing-in-reach')
  })

  const reducing = MECHANICS.filter(([name]) => /\((1|2|3)\)/.test(name) && !/gift|buy and get/.test(name))
  test.each(reducing)('%s on what is at its floor', (_name, make) => {
    const { promotions } = quote([promote(make(inLow))], createOrder({ LOW: 2 }))
    expect(promotions[0]!.reason).toBe('floor')
  })

  test.each(MECHANICS.filter(([name]) => /\((2|3)\)/.test(name)))('%s after one that closes', (_name, make) => {
    const first = promote({ kind: 'item-discount', reach: {}, value: percent(1000) }, closing, 'p1')
    const { promotions } = quote([first, promote(make(inA), {}, 'p2')], createOrder({ A: 2 }), { conflicts: 'rank' })
    expect(promotions[1]).toMatchObject({ reason: 'stacking', facts: { promotion: 'p1' } })
  })
  const closing = { stacking: { group: 'extra', mode: 'closes' } } as const

  test.each<[string, Mechanic, Record<string, number>, string, object, object | null]>([
    [
      'below a tier',
      breaks(inA, 5),
      { A: 3 },
      'below-first-tier',
      { missingUnits: 2 },
      { missingUnits: 2, reward: HALF },
    ],
    [
      'below a spend',
      { kind: 'spend-break', reach: inA, tiers: [{ from: 5000, value: HALF }] },
      { A: 3 },
      'below-first-tier',
      { missingAmount: 2000 },
      { missingAmount: 2000, reward: HALF },
    ],
    [
      'below an order’s first tier',
      { kind: 'order-discount', reach: inA, tiers: [{ from: 1001, value: HALF }] },
      { A: 1 },
      'below-first-tier',
      { missingAmount: 1 },
      { missingAmount: 1, reward: HALF },
    ],
    [
      'one too few to be bought',
      buyGet(inA, 2),
      { A: 2 },
      'not-enough-units',
      { missingUnits: 1 },
      { missingUnits: 1 },
    ],
    ['two too few', buyGet(inA, 2), { A: 1 }, 'not-enough-units', { missingUnits: 2 }, { missingUnits: 2 }],
    ['too few for a gift', gift(3), { A: 1 }, 'not-enough-units', { missingUnits: 2 }, { missingUnits: 2 }],
    [
      'two parts of a bundle that lack one each',
      {
        kind: 'bundle',
        parts: [
          { reach: inA, quantity: 2 },
          { reach: { skus: ['B'] }, quantity: 2 },
        ],
        price: 1,
        repeat: 'every',
      },
      { A: 1, B: 1 },
      'not-enough-units',
      { missingUnits: 2 },
      { missingUnits: 2, reward: { price: 1 } },
    ],
    ['a bundle that costs more', bundle(inA, 2, 2001), { A: 2 }, 'no-saving', {}, null],
    [
      'a set price that is higher',
      { kind: 'item-discount', reach: inA, value: { price: 2000 } },
      { A: 1 },
      'no-saving',
      {},
      null,
    ],
  ])('%s', (_label, mechanic, cart, reason, facts, nudge) => {
    const { promotions, nudges } = quote([promote(mechanic)], createOrder(cart))
    expect(promotions).toMatchObject([{ reason, facts }])
    expect(nudges).toMatchObject(nudge ? [{ promotion: 'p1', ...nudge }] : [])
  })

  test('no room for the units of a whole application', () => {
    const [two] = [promote({ ...buyGet(inA, 1), get: { reach: inA, quantity: 2, value: HALF } } as Mechanic)]
    const order = { ...createOrder({ A: 3 }), facts: { p1: { unitsSold: 4 } } }
    expect(quote([{ ...two!, limits: { units: 5 } }], order).promotions[0]!.reason).toBe('units-gone')
  })

  test('a gift that is out of stock is gone, however much is bought', () => {
    const { promotions, nudges } = quote([promote(gift(1))], createOrder({ A: 2, SAMPLE: 5 }))
    expect(promotions[0]!.reason).toBe('units-gone')
    expect(nudges).toEqual([])
  })

  test('delivery: none chosen, another option, another offer that takes more', () => {
    const free = (rate: number, id: string, options?: string[]) =>
      promote({ kind: 'delivery', basis: 'shelf', tiers: [{ from: 0, value: percent(rate) }], options }, {}, id)
    const reasons = (promotions: Promotion[], cart: Partial<Order['cart']>) =>
      quote(promotions, createOrder({ A: 1 }, cart)).promotions.map(({ reason }) => reason)
    expect(reasons([free(HALF.percent, 'p1')], {})).toEqual(['nothing-in-reach'])
    expect(reasons([free(HALF.percent, 'p1', ['locker'])], { delivery })).toEqual(['nothing-in-reach'])
    expect(reasons([free(1000, 'p1'), free(2000, 'p2')], { delivery })).toEqual(['better-without', null])
  })
})

describe('one promotion against others', () => {
  const cut = (id: string, rate: number, changes: Partial<Promotion> = {}) =>
    promote({ kind: 'item-discount', reach: {}, value: percent(rate) }, changes, id)
  const mode = (kind: 'group' | 'alone' | 'closes' | 'sole') => ({ stacking: { group: 'extra', mode: kind } as const })
  const explain = (promotions: Promotion[], conflicts: Store['conflicts']) =>
    quote(promotions, createOrder({ A: 1 }), { conflicts }).promotions.map(({ reason, facts }) => [reason, facts])

  test('rank: the sole one stands first', () => {
    const [first, second] = explain([cut('p1', 1000, mode('sole')), cut('p2', 5000)], 'rank')
    expect(first![0]).toBe(null)
    expect(second).toEqual(['sole', { promotion: 'p1' }])
  })

  test('best: the sole one is left out where others take more', () => {
    const [first, second] = explain([cut('p1', 1000, mode('sole')), cut('p2', 5000)], 'best')
    expect(first).toEqual(['better-without', { withIt: 900, without: 500 }])
    expect(second![0]).toBe(null)
  })

  test('best: one that would close the way is left out, and what the order would have come to is said', () => {
    const plan = [cut('p1', 1000, mode('closes')), cut('p2', 5000)]
    expect(explain(plan, 'best')[0]).toEqual(['better-without', { withIt: 900, without: 500 }])
    expect(explain(plan, 'rank')[1]).toEqual(['stacking', { promotion: 'p1', because: 'closes' }])
  })

  test('sale prices: the same', () => {
    const mark = (id: string, rate: number) =>
      promote({ kind: 'markdown', reach: {}, value: percent(rate) }, { stacking: { group: 'sale', mode: 'group' } }, id)
    const [low, high] = [mark('p1', 1000), mark('p2', 5000)]
    expect(explain([low, high], 'rank')[1]).toEqual(['stacking', { promotion: 'p1', because: 'apart' }])
    const weighed = { promotion: 'p2', withIt: 900, without: 500 }
    expect(explain([low, high], 'best')[0]).toEqual(['better-without', weighed])
  })

  test('price steps: the first that has a price is the only one', () => {
    const ladder = { by: 'unitsSold', rungs: [{ at: 0, value: { price: 900 } }] } as const
    const steps = (id: string) => promote({ kind: 'price-steps', reach: {} }, { ladder }, id)
    const facts = { promotion: 'p1', because: 'first-only' }
    expect(explain([steps('p1'), steps('p2')], 'best')[1]).toEqual(['stacking', facts])
  })

  const whole = (id: string, amount: number, changes: Partial<Promotion> = {}) =>
    promote({ kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount, per: 'once' } }] }, changes, id)

  test('order discounts, and across phases: the same, whichever comes first', () => {
    expect(explain([whole('p1', 100, mode('alone')), whole('p2', 300)], 'best')[0]).toEqual([
      'better-without',
      { withIt: 900, without: 700 },
    ])
    const facts = { promotion: 'p1', because: 'own-alone', withIt: 900, without: 500 }
    expect(explain([cut('p1', 5000), whole('p2', 100, mode('alone'))], 'best')[1]).toEqual(['better-without', facts])
    expect(explain([whole('p1', 100, mode('sole')), cut('p2', 5000)], 'rank')[1]).toEqual(['sole', { promotion: 'p1' }])
    const late = { promotion: 'p1', because: 'own-alone' }
    expect(explain([cut('p1', 5000), whole('p2', 100, mode('sole'))], 'rank')[1]).toEqual(['sole', late])
  })
})
