import type { PlanAnswer } from '@novalex/contract'
import type { Cart, Promotion } from '@novalex/core'
import { at, CATEGORIES, createProduct, createPromotion, createStore } from '@novalex/core/testing'
import { beforeEach, expect, test } from 'vitest'
import { tillPricing, type TillQuestion } from './tillPricing.ts'

const A = createProduct('A', 1000)
const B = createProduct('B', 500)
const NOW = Date.parse('2027-03-08T09:00:00Z')
const DELIVERY = [
  {
    id: 'parcel',
    name: 'Parcel',
    prices: [
      { country: 'XA', price: 490 },
      { country: 'XB', price: 900 },
    ],
  },
]
const guest: Cart = {
  lines: [{ sku: 'A', quantity: 2 }],
  codes: [],
  channel: 'web',
  delivery: null,
  shopper: null,
}
const sale = createPromotion('p1')

function setPlan(promotions: readonly Promotion[]): void {
  const [store, categories] = [createStore(), CATEGORIES]
  tillPricing.setPlan({ store, categories, sets: [], promotions: [...promotions], gifts: [] } as unknown as PlanAnswer)
}

const ask = (edited: Promotion, changes: Partial<TillQuestion> = {}): TillQuestion => ({
  products: [A, B],
  cart: guest,
  isFitted: false,
  isMoved: false,
  facts: {},
  codes: {},
  now: NOW,
  delivery: DELIVERY,
  edited,
  opened: sale,
  ...changes,
})

beforeEach(() => {
  setPlan([sale])
})

test('the order is priced with the rule as it was and as it is edited', () => {
  const edited = { ...sale, mechanic: { ...sale.mechanic, value: { percent: 5000 } } } as Promotion
  const { before, after, receipts, asOf } = tillPricing.price(ask(edited))
  expect([before.totals.grand, after!.totals.grand]).toEqual([1800, 1000])
  expect(receipts).not.toBeNull()
  expect(asOf).toBeNull()
  expect(tillPricing.price(ask(sale)).receipts).toBeNull()
})

test('a rule that names a day that there is not prices nothing, and the saved one still does', () => {
  const { before, after } = tillPricing.price(ask({ ...sale, schedule: { start: '2027-02-30T00:00' } }))
  expect(before.totals.grand).toBe(1800)
  expect(after).toBeNull()
})

test.each<[label: string, isMoved: boolean, asOf: number | null, grand: number]>([
  ['is priced when it does', false, at('2027-04-01T00:00'), 1800],
  ['is priced at the moment that was chosen', true, null, 2000],
])('one that does not run yet %s', (_label, isMoved, asOf, grand) => {
  const later = { ...sale, schedule: { start: '2027-04-01T00:00' } }
  const answer = tillPricing.price(ask(later, { isMoved, opened: later }))
  expect([answer.asOf, answer.after!.totals.grand]).toEqual([asOf, grand])
})

test('who stands at the till becomes one whom it is for, where that is wanted', () => {
  const club = { ...sale, when: { test: 'group', in: ['club'] } } as Promotion
  expect(tillPricing.price(ask(club)).after!.totals.grand).toBe(2000)
  const fitted = tillPricing.price(ask(club, { isFitted: true }))
  expect(fitted.cart.shopper?.groups).toEqual(['club'])
  expect(fitted.after!.totals.grand).toBe(1800)
})

test('a country that it is for is one that the store delivers to, at its price', () => {
  const abroad = { ...sale, when: { test: 'country', in: ['XB'] } } as Promotion
  const { cart } = tillPricing.price(ask(abroad, { isFitted: true }))
  expect(cart.delivery).toEqual({ option: 'parcel', country: 'XB', price: 900 })
})

test('a code of a batch opens it, whatever it is', () => {
  const coded = { ...sale, code: { batch: true } } as unknown as Promotion
  const examples = tillPricing.examples(ask(coded))
  expect(examples!.examples.length).toBeGreaterThan(0)
  expect(tillPricing.edges(ask(coded)).carts).toEqual([])
})

test('promotions that concern the cart are named, and no others', () => {
  const other = createPromotion('p2', {
    mechanic: { kind: 'markdown', reach: { skus: ['B'] }, value: { percent: 500 } },
  })
  const delivered = createPromotion('p3', {
    mechanic: { kind: 'delivery', basis: 'shelf', tiers: [{ from: 100, value: { percent: 10_000 } }] },
    stacking: undefined,
  })
  setPlan([sale, other, delivered])
  expect(tillPricing.price(ask(sale)).near).toEqual(['p1'])
  const delivery = { option: 'parcel', price: 490, country: 'XA' }
  expect(tillPricing.price(ask(sale, { cart: { ...guest, delivery } })).near).toEqual(['p1', 'p3'])
  expect(tillPricing.price(ask(sale, { cart: { ...guest, lines: [] } })).near).toEqual([])
})

test('examples: what it does to a product of its own, and what a product page would show', () => {
  const { examples, shown, isAsReady, isFitted } = tillPricing.examples(ask(sale))!
  expect(examples.length).toBeGreaterThan(0)
  expect(shown).toMatchObject({ sku: 'A', price: 900, struck: 1000 })
  expect([isAsReady, isFitted]).toEqual([false, false])
  expect(tillPricing.examples(ask({ ...sale, state: 'draft' }))!.isAsReady).toBe(true)
  expect(tillPricing.examples(ask({ ...sale, schedule: { start: '2027-02-30T00:00' } }))).toBeNull()
  const nowhere = { ...sale, mechanic: { ...sale.mechanic, reach: { skus: ['GONE'] } } } as Promotion
  expect(tillPricing.examples(ask(nowhere))!.shown).toBeNull()
})

test('edges: on both sides of a limit, compared with the plan without the promotion', () => {
  const tiers = [{ from: 3000, value: { amount: 500, per: 'once' as const } }]
  const mechanic = { kind: 'order-discount' as const, reach: {}, basis: 'current' as const, tiers }
  const offer = createPromotion('p1', { mechanic, stacking: { group: 'extra', mode: 'group' } })
  const { carts, sample, moments } = tillPricing.edges(ask(offer, { opened: offer }))
  const [below, reached] = ['below', 'at'].map((side) => carts.find((edge) => edge.side === side)!)
  expect(below!.saves).toBe(0)
  expect(reached).toMatchObject({ without: 3000, with: 2500, saves: 500 })
  expect(sample).toEqual(reached!.lines)
  expect(moments).toEqual([])
})

test('edges: at its start and end, and none without a product', () => {
  const march = { ...sale, schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } }
  const { moments } = tillPricing.edges(ask(march, { opened: march }))
  expect(moments.length).toBeGreaterThanOrEqual(2)
  expect(moments.some(({ saves }) => saves > 0)).toBe(true)
  expect(moments.some(({ saves }) => saves === 0)).toBe(true)
  expect(tillPricing.edges(ask(march, { products: [] }))).toMatchObject({ carts: [], moments: [], sample: [] })
})

test('edges take no notice of what the promotion itself has sold', () => {
  const limited = { ...sale, limits: { units: 3 } } as Promotion
  const { facts } = tillPricing.edges(ask(limited, { facts: { p1: { unitsSold: 3 } }, opened: limited }))
  expect(facts.length).toBeGreaterThan(0)
  expect(facts.some(({ saves }) => saves > 0)).toBe(true)
})
