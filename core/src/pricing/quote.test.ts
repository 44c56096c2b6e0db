import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { normalizeCode, type Promotion } from '../plan/index.ts'
import type { Facts, Order, Product, Store } from '../terms/index.ts'
import { at, compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { computeQuote } from './computeQuote.ts'

const products = [
  createProduct('A', 1000),
  createProduct('B', 2000, { taxRate: 1000 }),
  createProduct('C', 500, { categories: ['pads'], tags: ['new'], family: 'F' }),
]
const sale = (id: string, percent: number, changes: Partial<Promotion> = {}) =>
  createPromotion(id, { mechanic: { kind: 'markdown', reach: {}, value: { percent } }, ...changes })

function quote(
  promotions: Promotion[],
  order: Order,
  { store = {}, goods = products }: { store?: Partial<Store>; goods?: Product[] } = {},
) {
  return computeQuote(compileShop(goods, promotions, store), order)
}

describe('totals', () => {
  test('prices with tax included', () => {
    const delivery = { option: 'parcel', price: 490, country: 'AT' }
    const { lines, totals } = quote([sale('p1', 1000)], createOrder({ A: 2, B: 1 }, { delivery }))
    expect(lines.map(({ total, tax }) => [total, tax])).toEqual([
      [1800, 300],
      [1800, 164],
    ])
    expect(totals).toEqual({
      regular: 4000,
      shelf: 3600,
      merchandise: 3600,
      delivery: 490,
      surcharges: 0,
      tax: 300 + 164 + 82,
      grand: 4090,
      saved: 400,
    })
  })

  test('prices without tax: it comes on top, after the discount', () => {
    const { totals } = quote([sale('p1', 1000)], createOrder({ A: 1, B: 1 }), { store: { pricesIncludeTax: false } })
    expect(totals).toMatchObject({ merchandise: 2700, tax: 180 + 180, grand: 3060, saved: 300 })
  })

  test('an empty cart costs nothing', () => {
    expect(quote([sale('p1', 1000)], createOrder({})).totals.grand).toBe(0)
  })

  test('add up on every level, whatever the order of the promotions in the file', () => {
    const draft = fc.record({
      percent: fc.integer({ min: 1, max: 9000 }),
      units: fc.option(fc.integer({ min: 1, max: 6 })),
      mode: fc.constantFrom('group', 'alone', 'closes'),
      group: fc.constantFrom('sale', 'extra'),
    })
    const quantities = fc.record({
      A: fc.integer({ min: 1, max: 5 }),
      B: fc.integer({ min: 1, max: 5 }),
      C: fc.integer({ min: 1, max: 5 }),
    })
    fc.assert(
      fc.property(fc.array(draft, { maxLength: 6 }), quantities, (drafts, cart) => {
        const promotions = drafts.map(({ percent, units, mode, group }, index) =>
          sale(`p${index + 1}`, percent, { limits: { units }, stacking: { mode, group } } as Partial<Promotion>),
        )
        const result = quote(promotions, createOrder(cart))
        for (const line of result.lines) {
          const reductions = line.adjustments.reduce((sum, { amount }) => sum + amount, 0)
          expect(line.regular - reductions).toBe(line.total)
        }
        const applied = result.promotions.reduce((sum, { amount }) => sum + amount, 0)
        expect(applied).toBe(result.totals.saved)
        expect(result.lines.reduce((sum, { total }) => sum + total, 0)).toBe(result.totals.merchandise)
        expect(quote([...promotions].reverse(), createOrder(cart))).toEqual(result)
      }),
      { numRuns: 300 },
    )
  })
})

describe('limits on units', () => {
  test('go to the dearest first, without a place for a unit at its floor', () => {
    const goods = [createProduct('A', 2000, { minimumPrice: 2000 }), createProduct('B', 1000)]
    const { lines } = quote([sale('p1', 2000, { limits: { units: 1 } })], createOrder({ A: 1, B: 1 }), { goods })
    expect(lines.map((line) => line.total)).toEqual([2000, 800])
  })

  test.each([
    [0, 1700],
    [1, 1800],
    [2, 1900],
    [3, 2000],
  ])('%i sold of 3: two units cost %i', (unitsSold, expected) => {
    const facts: Facts = { p1: { unitsSold } }
    const promotions = [
      sale('p1', 1000, { limits: { units: 3 } }),
      sale('p2', 500, { limits: { units: 0 }, stacking: { group: 'extra', mode: 'group' } }),
    ]
    const { totals } = quote(promotions, { ...createOrder({ A: 2 }), facts })
    expect(totals.grand).toBe(Math.max(expected, 1800))
  })

  test('a line of many units is priced in groups', () => {
    const { lines, promotions } = quote([sale('p1', 1000, { limits: { units: 3 } })], createOrder({ A: 900_000 }))
    expect(lines[0]!.adjustments).toEqual([{ promotion: 'p1', phase: 1, amount: 300, units: 3 }])
    expect(promotions[0]).toMatchObject({ outcome: 'applied', amount: 300 })
  })
})

describe('every promotion says what became of it', () => {
  const goods = [createProduct('A', 1000, { minimumPrice: 1000 }), createProduct('B', 2000)]
  const shopper = { id: 's1', groups: ['club'], tags: [], orders: 0, spent: 0, bought: ['C'] }
  const club = { test: 'group', in: ['club'] } as const
  test.each<[string, Partial<Promotion>, Partial<Order['cart']>, Facts[string], string]>([
    ['a draft', { state: 'draft' }, {}, {}, 'not-ready'],
    ['paused', { state: 'paused' }, {}, {}, 'not-ready'],
    ['starts in a minute', { schedule: { start: '2027-03-08T10:01' } }, {}, {}, 'not-started'],
    ['ended this minute', { schedule: { end: '2027-03-08T10:00' } }, {}, {}, 'ended'],
    ['other hours', { schedule: { weekly: [{ days: [2], from: '00:00', to: '00:00' }] } }, {}, {}, 'outside-hours'],
    ['a guest', { when: club }, {}, {}, 'sign-in-needed'],
    ['another group', { when: { test: 'group', in: ['trade'] } }, { shopper }, {}, 'condition'],
    ['not that channel', { when: { test: 'channel', in: ['app'] } }, {}, {}, 'condition'],
    ['no delivery chosen', { when: { test: 'country', in: ['AT'] } }, {}, {}, 'condition'],
    ['used up', { limits: { uses: 5 } }, {}, { uses: 5 }, 'used-up'],
    ['a guest and a limit for each shopper', { limits: { usesPerShopper: 1 } }, {}, {}, 'sign-in-needed'],
    ['this shopper had theirs', { limits: { usesPerShopper: 1 } }, { shopper }, { usesByShopper: 1 }, 'shopper-limit'],
    ['no units left', { limits: { units: 5 } }, {}, { unitsSold: 5 }, 'units-gone'],
    ['the budget is spent', { limits: { budget: 100, budgetStops: true } }, {}, { discountGiven: 100 }, 'budget-gone'],
    [
      'nothing in reach',
      { mechanic: { kind: 'markdown', reach: { tags: ['new'] }, value: { percent: 1 } } },
      {},
      {},
      'nothing-in-reach',
    ],
    ['at its floor', {}, {}, {}, 'floor'],
    ['not lower', { mechanic: { kind: 'markdown', reach: {}, value: { price: 5000 } } }, {}, {}, 'no-saving'],
  ])('%s', (_label, changes, cart, facts, reason) => {
    const order = { ...createOrder({ A: 1 }, cart), facts: { p1: facts } }
    const { promotions, totals } = quote([createPromotion('p1', changes)], order, { goods: [...goods, products[2]!] })
    expect(promotions).toMatchObject([{ promotion: 'p1', outcome: 'skipped', reason, amount: 0 }])
    expect(totals.saved).toBe(0)
  })

  test('names the promotion that stood in the way', () => {
    const order = createOrder({ B: 1 })
    const { promotions } = quote([sale('p1', 1000), sale('p2', 500)], order, { store: { conflicts: 'rank' } })
    expect(promotions[1]).toMatchObject({ reason: 'stacking', facts: { promotion: 'p1' } })
  })

  test('says how many units the floor cut', () => {
    const { promotions } = quote([sale('p1', 5000)], createOrder({ X: 3 }), {
      goods: [createProduct('X', 1000, { minimumPrice: 770 })],
    })
    expect(promotions[0]).toMatchObject({ outcome: 'applied', amount: 690, facts: { unitsByFloor: 3 } })
  })

  test('a budget that is a plan only does not stop', () => {
    const order = { ...createOrder({ B: 1 }), facts: { p1: { discountGiven: 5000 } } }
    expect(quote([sale('p1', 1000, { limits: { budget: 100 } })], order).totals.saved).toBe(200)
  })
})

test('price steps set the regular price, up or down, and are said to have applied', () => {
  const steps = createPromotion('p1', {
    mechanic: { kind: 'price-steps', reach: { skus: ['A'] } },
    stacking: undefined,
    ladder: { by: 'unitsSold', rungs: [{ at: 2, value: { price: 1500 } }] },
  })
  const order = (unitsSold: number) => ({ ...createOrder({ A: 1, B: 1 }), facts: { p1: { unitsSold } } })
  const before = quote([steps, sale('p2', 1000)], order(1))
  expect(before.totals).toMatchObject({ regular: 3000, grand: 2700, saved: 300 })
  expect(before.promotions[0]).toMatchObject({ outcome: 'skipped', reason: 'no-saving' })
  const after = quote([steps, sale('p2', 1000)], order(2))
  expect(after.totals).toMatchObject({ regular: 3500, grand: 3150, saved: 350 })
  expect(after.promotions[0]).toMatchObject({ outcome: 'applied', reason: null, amount: 0 })
})

test.each([
  [2, 600],
  [3, 650],
  [6, 700],
])('a ladder by units sold: %i sold cost %i', (unitsSold, expected) => {
  const ladder: Promotion['ladder'] = {
    by: 'unitsSold',
    rungs: [
      { at: 0, value: { percent: 4000 } },
      { at: 3, value: { percent: 3500 } },
      { at: 6, value: { percent: 3000 } },
    ],
  }
  const order = { ...createOrder({ A: 1 }), facts: { p1: { unitsSold } } }
  expect(quote([sale('p1', 100, { ladder })], order).totals.grand).toBe(expected)
})

test.each([
  ['a minute before the rung', '2027-03-10T08:59', 900],
  ['at the rung', '2027-03-10T09:00', 500],
])('a ladder by date: %s', (_label, local, expected) => {
  const ladder: Promotion['ladder'] = { by: 'date', rungs: [{ at: '2027-03-10T09:00', value: { percent: 5000 } }] }
  expect(quote([sale('p1', 1000, { ladder })], createOrder({ A: 1 }, { now: at(local) })).totals.grand).toBe(expected)
})

test.each([
  ['25 hours left', '2027-03-09T23:00', 900],
  ['24 hours left', '2027-03-10T00:00', 700],
  ['one hour left', '2027-03-10T23:00', 500],
])('a ladder by hours left: %s', (_label, local, expected) => {
  const ladder: Promotion['ladder'] = {
    by: 'hoursLeft',
    rungs: [
      { at: 1, value: { percent: 5000 } },
      { at: 24, value: { percent: 3000 } },
    ],
  }
  const promotion = sale('p1', 1000, { ladder, schedule: { end: '2027-03-11T00:00' } })
  expect(quote([promotion], createOrder({ A: 1 }, { now: at(local) })).totals.grand).toBe(expected)
})

test.each([
  ['spring-7k 2m', 'code-used'],
  ['VOID1', 'code-void'],
  ['NEVER', 'code-unknown'],
])('the code %s is refused: %s', (code, reason) => {
  const codes: Order['codes'] = {
    SPRING7K2M: { promotion: 'p1', state: 'used' },
    'VOID-1': { promotion: 'p1', state: 'void' },
  }
  const { codes: outcomes } = quote([], { ...createOrder({ A: 1 }, { codes: [code] }), codes })
  expect(outcomes).toEqual([{ code, promotion: null, outcome: 'refused', reason }])
})

test('codes compare without case, spaces and hyphens', () => expect(normalizeCode(' spring-7k 2M ')).toBe('SPRING7K2M'))

test('an order that can’t be priced throws', () => {
  expect(() => computeQuote(compileShop(products, []), createOrder({ Z: 1 }))).toThrow(RangeError)
})
