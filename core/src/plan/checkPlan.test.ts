import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import { checkOrder } from '../pricing/index.ts'
import type { Category, Product } from '../terms/index.ts'
import { MAX_PRICE, MAX_QUANTITY } from '../testing/limits.ts'
import { CATEGORIES, compileShop, createOrder, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { checkCatalogue, checkStore } from './checkPlan.ts'
import type { Promotion } from './promotion.ts'

const said = (problems: readonly { code: string; path: string }[]) =>
  problems.map(({ code, path }) => `${code} ${path}`)

test('groups that are kept apart must be there', () => {
  const store = createStore({
    apart: [
      ['sale', 'extra'],
      ['coupon', 'sale'],
      ['extra', 'none'],
    ],
  })
  expect(said(checkStore(store))).toEqual(['unknown-stack-group apart.1.0', 'unknown-stack-group apart.2.1'])
  expect(checkStore(createStore())).toEqual([])
})

describe('a catalogue is refused at its place', () => {
  const category = (id: string, parent: string | null): Category => ({ id, name: id, parent })
  test.each<[string, readonly Category[], readonly Product[], string[]]>([
    ['as it is', CATEGORIES, [createProduct('A', 1)], []],
    ['a SKU twice', CATEGORIES, [createProduct('A', 1), createProduct('A', 2)], ['duplicate-id products.1.sku']],
    ['a category twice', [...CATEGORIES, category('pads', null)], [], ['duplicate-id categories.3.id']],
    [
      'a category of a product that is not there',
      CATEGORIES,
      [createProduct('A', 1, { categories: ['paper', 'gone'] })],
      ['unknown-category products.0.categories.1'],
    ],
    ['a parent that is not there', [category('a', 'gone')], [], ['unknown-category categories.0.parent']],
    ['a category below itself', [category('a', 'a')], [], ['category-circle categories.0.parent']],
    [
      'two below each other, and one below them',
      [category('a', 'b'), category('b', 'a'), category('c', 'a')],
      [],
      ['category-circle categories.0.parent', 'category-circle categories.1.parent'],
    ],
  ])('%s', (_label, categories, products, expected) => {
    const sets = [{ id: 'chosen', skus: ['GONE'] }]
    expect(said(checkCatalogue({ categories, products, sets }))).toEqual(expected)
  })

  test('a set twice', () => {
    const sets = [
      { id: 'chosen', skus: [] },
      { id: 'chosen', skus: [] },
    ]
    expect(said(checkCatalogue({ categories: [], products: [], sets }))).toEqual(['duplicate-id sets.1.id'])
  })
})

describe('sums beyond the safe integers', () => {
  const goods = [createProduct('A', 1000), createProduct('DEAR', MAX_PRICE), createProduct('GIFT', MAX_PRICE)]
  const toOffer = (mechanic: Mechanic, changes: Partial<Promotion> = {}) => {
    const { stacking, ...plain } = createPromotion('p1', { mechanic, ...changes })
    return mechanic.kind === 'surcharge' ? plain : { ...plain, stacking: { ...stacking!, group: 'extra' } }
  }
  const codesOf = (promotions: Promotion[], cart: Record<string, number>) =>
    said(checkOrder(compileShop(goods, promotions), createOrder(cart)))
  const TOO_LARGE = ['sum-too-large cart.lines']
  const perUnit = toOffer({ kind: 'surcharge', reach: {}, value: { amount: MAX_PRICE, per: 'unit' } })
  const given = (quantity: number, changes: Partial<Promotion> = {}) =>
    toOffer(
      {
        kind: 'buy-get',
        buy: { reach: { skus: ['A'] }, quantity: 1 },
        get: { reach: { skus: ['GIFT'] }, quantity, value: { percent: 10_000 } },
        gift: true,
        repeat: 'every',
      },
      changes,
    )

  test.each<[string, Promotion[], Record<string, number>, string[]]>([
    ['goods', [], { DEAR: MAX_QUANTITY }, TOO_LARGE],
    ['goods that just fit', [], { DEAR: 7000 }, []],
    ['the tax on top of them', [], { DEAR: 8000 }, TOO_LARGE],
    ['a surcharge for each unit', [perUnit], { A: MAX_QUANTITY }, TOO_LARGE],
    ['a surcharge that fits', [perUnit], { A: 7000 }, []],
    ['one of a draft', [{ ...perUnit, state: 'draft' }], { A: MAX_QUANTITY }, []],
    ['gifts', [given(1_000_000)], { A: 1 }, TOO_LARGE],
    ['fewer gifts', [given(1)], { A: 7000 }, []],
    ['many gifts, once', [given(7000, {})].map(once), { A: MAX_QUANTITY }, []],
  ])('%s', (_label, promotions, cart, expected) => expect(codesOf(promotions, cart)).toEqual(expected))

  function once(promotion: Promotion): Promotion {
    return { ...promotion, mechanic: { ...promotion.mechanic, repeat: 'once' } as Mechanic }
  }

  test('unknown SKUs come first', () => {
    expect(codesOf([], { DEAR: MAX_QUANTITY, Z: 1 })).toEqual(['unknown-sku cart.lines.1.sku'])
  })
})
