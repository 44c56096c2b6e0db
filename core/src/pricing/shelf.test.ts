import { describe, expect, test } from 'vitest'
import { computeFloor } from '../catalogue/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Product, Store } from '../terms/index.ts'
import { compileShop, createOrder, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computePublicPrice } from '../time/index.ts'

const markdown = (id: string, percent: number, changes: Partial<Promotion> = {}) =>
  createPromotion(id, { mechanic: { kind: 'markdown', reach: {}, value: { percent } }, ...changes })
const extra = { stacking: { group: 'extra', mode: 'group' } } as const

function priceOf(product: Product, promotions: Promotion[], store: Partial<Store> = {}) {
  const plan = compileShop([product], promotions, store)
  const { price, cuts } = computePublicPrice(plan, product, createOrder({}).now, { channel: 'web', facts: {} })
  return [price, cuts.map((cut) => cut.entry.promotion.id).join()]
}

describe('stacking of markdowns', () => {
  const product = createProduct('A', 10_000)
  test.each<[string, Promotion[], Partial<Store>, [number, string]]>([
    ['one', [markdown('p1', 1000)], {}, [9000, 'p1']],
    ['two groups, one after the other', [markdown('p1', 1000), markdown('p2', 2000, extra)], {}, [7200, 'p1,p2']],
    ['same group kept apart, best', [markdown('p1', 1000), markdown('p2', 2000)], {}, [8000, 'p2']],
    ['same group kept apart, rank', [markdown('p1', 1000), markdown('p2', 2000)], { conflicts: 'rank' }, [9000, 'p1']],
    ['same group allowed', [markdown('p1', 1000), markdown('p2', 2000)], { apart: [] }, [7200, 'p1,p2']],
    [
      'closes, rank: nothing after it',
      [markdown('p1', 1000, { stacking: { group: 'sale', mode: 'closes' } }), markdown('p2', 2000, extra)],
      { conflicts: 'rank' },
      [9000, 'p1'],
    ],
    [
      'closes, best: the better of the two',
      [markdown('p1', 1000, { stacking: { group: 'sale', mode: 'closes' } }), markdown('p2', 2000, extra)],
      {},
      [8000, 'p2'],
    ],
    [
      'closes with the larger rank lets the earlier one be',
      [markdown('p1', 1000), markdown('p2', 2000, { stacking: { group: 'extra', mode: 'closes' } })],
      {},
      [7200, 'p1,p2'],
    ],
    [
      'alone on an item',
      [markdown('p1', 1000), markdown('p2', 2000, { stacking: { group: 'extra', mode: 'alone' } })],
      {},
      [8000, 'p2'],
    ],
    ['a tie: the one whose rank comes first', [markdown('p1', 1000), markdown('p2', 1000)], {}, [9000, 'p1']],
    [
      'a tie between one and two: the two',
      [
        markdown('p1', 1900, { stacking: { group: 'sale', mode: 'alone' } }),
        markdown('p2', 1000),
        markdown('p3', 1000, extra),
      ],
      {},
      [8100, 'p2,p3'],
    ],
  ])('%s', (_label, promotions, store, expected) => expect(priceOf(product, promotions, store)).toEqual(expected))
})

describe('bands choose by the regular price', () => {
  const bands = [
    { from: 0, value: { percent: 1500 } },
    { from: 1000, value: { percent: 1000 } },
    { from: 3000, value: { percent: 500 } },
  ]
  test.each([
    [999, 849],
    [1000, 900],
    [1050, 945],
    [2999, 2699],
    [3000, 2850],
  ])('%i becomes %i', (regular, expected) => {
    const promotion = createPromotion('p1', { mechanic: { kind: 'markdown', reach: {}, bands } })
    expect(priceOf(createProduct('A', regular), [promotion])[0]).toBe(expected)
  })

  test('below the first band nothing', () => {
    const promotion = createPromotion('p1', { mechanic: { kind: 'markdown', reach: {}, bands: bands.slice(1) } })
    expect(priceOf(createProduct('A', 999), [promotion])).toEqual([999, ''])
  })
})

describe('floor', () => {
  const product = createProduct('A', 1000, { unitCost: 700, taxRate: 0 })
  test.each<[string, Product, Partial<Store>, number]>([
    ['cost with margin', product, { floor: { enforce: true, minMargin: 1000 } }, 770],
    ['cost with tax', { ...product, taxRate: 2000 }, {}, 840],
    ['prices without tax', { ...product, taxRate: 2000 }, { pricesIncludeTax: false }, 700],
    ['the larger minimum price', { ...product, minimumPrice: 900 }, {}, 900],
    ['the smaller minimum price', { ...product, minimumPrice: 100 }, {}, 700],
    ['not enforced', { ...product, minimumPrice: 900 }, { floor: { enforce: false, minMargin: 0 } }, 0],
    ['rounded half up', { ...product, unitCost: 333, taxRate: 500 }, {}, 350],
    ['nothing known', createProduct('A', 1000), {}, 0],
  ])('%s', (_label, given, store, expected) => expect(computeFloor(given, createStore(store))).toBe(expected))

  test('a markdown is cut to it', () => {
    const store = { floor: { enforce: true, minMargin: 1000 } }
    expect(priceOf(product, [markdown('p1', 5000)], store)).toEqual([770, 'p1'])
  })
})
