import { expect, test } from 'vitest'
import { compilePlan, createPlainOrder } from '../pricing/index.ts'
import { at, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computeExamples } from './examples.ts'

const PRODUCTS = [createProduct('PEN', 200), createProduct('INK', 1250), createProduct('EASEL', 8000)]
const ORDER_DISCOUNT = createPromotion('order', {
  mechanic: { kind: 'order-discount', tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }], reach: {} },
  stacking: { group: 'extra', mode: 'group' },
})
const FOURTH_FREE = createPromotion('free', {
  mechanic: {
    kind: 'buy-get',
    buy: { quantity: 3, reach: { skus: ['INK'] } },
    get: { quantity: 1, reach: { skus: ['INK'] }, value: { percent: 10_000 } },
    repeat: 'every',
  },
  stacking: { group: 'extra', mode: 'group' },
})

function show(others: readonly ReturnType<typeof createPromotion>[]) {
  const plan = (promotions: readonly ReturnType<typeof createPromotion>[]) =>
    compilePlan({
      store: createStore({ apart: [['extra', 'extra']] }),
      catalogue: { products: PRODUCTS, categories: [], sets: [] },
      promotions: [...promotions],
    })
  const order = createPlainOrder([], { now: at('2027-03-10T12:00') })
  const question = { all: plan([...others, ORDER_DISCOUNT]), others: plan(others), order, products: PRODUCTS }
  return computeExamples(ORDER_DISCOUNT, question).map((example) => {
    const [line] = example.order.cart.lines
    return [`${line!.quantity} × ${line!.sku}`, example.without, example.with]
  })
}

test('carts of the middle product, below and at the limit', () => {
  expect(show([])).toEqual([
    ['3 × INK', 3750, 3750],
    ['4 × INK', 5000, 4500],
  ])
})

test('where another offer stands before it in all of them, a cart in which it acts is added', () => {
  expect(show([FOURTH_FREE]).at(-1)).toEqual(['1 × EASEL', 8000, 7500])
})

test('where it acts in none, only why is shown', () => {
  const closing = createPromotion('closed', {
    mechanic: { kind: 'item-discount', reach: {}, value: { percent: 9000 } },
    stacking: { group: 'extra', mode: 'group' },
  })
  const examples = show([closing])
  expect(examples.length).toBeGreaterThan(0)
  expect(examples.every(([, without, withIt]) => without === withIt)).toBe(true)
})
