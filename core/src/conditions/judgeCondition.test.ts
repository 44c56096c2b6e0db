import { describe, expect, test } from 'vitest'
import type { Cart, Condition, Shopper } from '../terms/index.ts'
import { compileShop, createOrder, createProduct } from '../testing/shop.ts'
import type { Truth } from './definition.ts'
import { judgeCondition } from './judgeCondition.ts'

const { catalogue, matcherOf } = compileShop(
  [createProduct('A', 1000), createProduct('C', 500, { categories: ['pads'] })],
  [],
)
const member: Shopper = { id: 's1', groups: ['club'], tags: ['vip'], orders: 3, spent: 5000, bought: ['C', 'GONE'] }
const judge = (condition: Condition, cart: Partial<Cart> = {}) =>
  judgeCondition(condition, {
    cart: createOrder({}, cart).cart,
    pieces: [],
    linesIn: () => [],
    matcherOf,
    findProduct: (sku) => catalogue.bySku.get(sku),
  })

const YES: Condition = { test: 'channel', in: ['web'] }
const NO: Condition = { test: 'channel', in: ['app'] }
const MAYBE: Condition = { test: 'group', in: ['club'] }

describe('three-valued logic, for a guest', () => {
  test.each<[string, Condition, Truth]>([
    ['all: true and true', { all: [YES, YES] }, 'true'],
    ['all: false wins over unknown', { all: [MAYBE, NO] }, 'false'],
    ['all: unknown', { all: [YES, MAYBE] }, 'unknown'],
    ['all: empty', { all: [] }, 'true'],
    ['any: true wins over unknown', { any: [MAYBE, YES] }, 'true'],
    ['any: unknown', { any: [NO, MAYBE] }, 'unknown'],
    ['any: false', { any: [NO, NO] }, 'false'],
    ['any: empty', { any: [] }, 'false'],
    ['not true', { not: YES }, 'false'],
    ['not false', { not: NO }, 'true'],
    ['not unknown', { not: MAYBE }, 'unknown'],
  ])('%s', (_label, condition, truth) => expect(judge(condition).truth).toBe(truth))
})

describe('tests', () => {
  const orders = (op: '>=' | '>' | '<=' | '<' | '=' | '!=', count: number): Condition => ({ test: 'orders', op, count })
  const delivery = { option: 'parcel', price: 490, country: 'AT' }
  test.each<[string, Condition, Partial<Cart>, Truth]>([
    ['group', { test: 'group', in: ['trade', 'club'] }, { shopper: member }, 'true'],
    ['another group', { test: 'group', in: ['trade'] }, { shopper: member }, 'false'],
    ['tag', { test: 'tag', in: ['vip'] }, { shopper: member }, 'true'],
    ['shopper', { test: 'shopper', in: ['s1'] }, { shopper: member }, 'true'],
    ['at least 3', orders('>=', 3), { shopper: member }, 'true'],
    ['more than 3', orders('>', 3), { shopper: member }, 'false'],
    ['at most 3', orders('<=', 3), { shopper: member }, 'true'],
    ['fewer than 3', orders('<', 3), { shopper: member }, 'false'],
    ['exactly 3', orders('=', 3), { shopper: member }, 'true'],
    ['not 3', orders('!=', 3), { shopper: member }, 'false'],
    ['spent', { test: 'spent', op: '>=', amount: 5001 }, { shopper: member }, 'false'],
    ['bought in a category above', { test: 'bought', reach: { categories: ['paper'] } }, { shopper: member }, 'true'],
    [
      'bought, but gone from the catalogue',
      { test: 'bought', reach: { skus: ['GONE'] } },
      { shopper: member },
      'false',
    ],
    ['signed in', { test: 'signedIn', is: true }, { shopper: member }, 'true'],
    ['a guest is known to be one', { test: 'signedIn', is: false }, {}, 'true'],
    ['country', { test: 'country', in: ['AT'] }, { delivery }, 'true'],
    ['no delivery chosen', { test: 'country', in: ['AT'] }, {}, 'false'],
    ...(['group', 'tag', 'shopper'] as const).map((name): [string, Condition, Partial<Cart>, Truth] => [
      `${name} of a guest`,
      { test: name, in: ['x'] },
      {},
      'unknown',
    ]),
    ['orders of a guest', orders('=', 0), {}, 'unknown'],
    ['spent by a guest', { test: 'spent', op: '=', amount: 0 }, {}, 'unknown'],
    ['bought by a guest', { test: 'bought', reach: {} }, {}, 'unknown'],
  ])('%s', (_label, condition, cart, truth) => expect(judge(condition, cart).truth).toBe(truth))
})

test('the first test that failed comes with what it found, and says if it should not hold', () => {
  const test = { test: 'orders', op: '>=', count: 5 } as const
  const isNegated = false
  const failed = (condition: Condition) => judge(condition, { shopper: member }).failed
  expect(failed({ all: [YES, { any: [NO, test] }] })).toEqual({
    test: NO,
    isNegated,
    found: 'web',
    orElse: [{ test, isNegated, found: 3 }],
  })
  expect(failed({ all: [YES, test] })).toEqual({ test, isNegated, found: 3 })
  expect(failed({ not: { all: [YES] } })).toEqual({ test: YES, isNegated: true, found: 'web' })
  expect(failed({ not: { not: NO } })).toEqual({ test: NO, isNegated, found: 'web' })
  // Not (a or b) fails for the one that holds; not (a and b) where both do.
  expect(failed({ not: { any: [NO, YES] } })).toEqual({ test: YES, isNegated: true, found: 'web' })
  expect(failed({ not: { all: [YES, { not: NO }] } })).toEqual({
    test: YES,
    isNegated: true,
    found: 'web',
    orElse: [{ test: NO, isNegated: false, found: 'web' }],
  })
  expect(failed({ any: [] })).toBe(null)
})
