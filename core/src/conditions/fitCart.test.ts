import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { ConditionView } from './definition.ts'
import { judgeCondition } from './judgeCondition.ts'
import type { Cart, Comparison, Condition, ConditionTest } from '../terms/index.ts'
import { compileShop, createProduct } from '../testing/shop.ts'
import { fitCart } from './fitCart.ts'

const plan = compileShop([createProduct('A', 1000), createProduct('B', 600)], [])
const guest: Cart = { lines: [{ sku: 'A', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }
const holds = (when: Condition, cart: Cart) => {
  const view: ConditionView = {
    cart,
    pieces: [],
    matcherOf: plan.matcherOf,
    linesIn: () => [],
    findProduct: (sku) => plan.catalogue.bySku.get(sku),
  }
  return judgeCondition(when, view).truth === 'true'
}

const OPS: readonly Comparison[] = ['>=', '>', '<=', '<', '=', '!=']
const TESTS: readonly ConditionTest[] = [
  { test: 'group', in: ['club', 'trade'] },
  { test: 'tag', in: ['regular'] },
  { test: 'shopper', in: ['s1'] },
  { test: 'channel', in: ['app'] },
  { test: 'country', in: ['DE'] },
  { test: 'option', in: ['express'] },
  { test: 'signedIn', is: true },
  { test: 'signedIn', is: false },
  { test: 'bought', reach: { skus: ['B'] } },
  ...OPS.map((op) => ({ test: 'orders' as const, op, count: 3 })),
  ...OPS.map((op) => ({ test: 'spent' as const, op, amount: 5000 })),
]

describe('somebody for whom a test holds, and one for whom it does not', () => {
  test.each(TESTS)('%j', (one) => {
    expect(holds(one, fitCart(one, guest, plan))).toBe(true)
    const not = { not: one }
    expect(holds(not, fitCart(not, guest, plan))).toBe(true)
  })
})

test('who fits already stays as they are; nothing else of the cart changes', () => {
  fc.assert(
    fc.property(fc.constantFrom(...TESTS), fc.boolean(), (one, isNegated) => {
      const when = isNegated ? { not: one } : one
      const fitted = fitCart(when, guest, plan)
      expect(fitCart(when, fitted, plan)).toEqual(fitted)
      expect(fitted.lines).toBe(guest.lines)
    }),
  )
})

test('all of several, one of several', () => {
  const all = { all: [TESTS[0]!, TESTS[1]!, TESTS[3]!, { any: [TESTS[4]!, TESTS[5]!] }] }
  const fitted = fitCart(all, guest, plan)
  expect(holds(all, fitted)).toBe(true)
  expect(fitted).toMatchObject({ channel: 'app', delivery: { country: 'DE', option: '' } })
  const neither = { not: { any: [TESTS[0]!, TESTS[3]!] } }
  expect(holds(neither, fitCart(neither, fitted, plan))).toBe(true)
})
