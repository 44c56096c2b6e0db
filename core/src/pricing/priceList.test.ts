import { describe, expect, test } from 'vitest'
import { compileCatalogue } from '../catalogue/index.ts'
import { reachesOf, type Mechanic } from '../mechanics/index.ts'
import { checkPromotion, convertPromotion, describePromotion } from '../plan/index.ts'
import { CATEGORIES, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computePublicPrice } from '../time/index.ts'
import { compilePlan } from './compilePlan.ts'

const store = createStore()
const products = [
  createProduct('A', 1000),
  createProduct('B', 2000, { minimumPrice: 1500 }),
  createProduct('C', 3000),
  createProduct('__proto__', 4000),
]
const catalogue = { categories: CATEGORIES, products, sets: [] }
const surroundings = { store, catalogue: compileCatalogue(catalogue) }

const steps = (prices: Record<string, number>): Mechanic => ({ kind: 'price-steps', reach: {}, prices })
const sale = (prices: Record<string, number>): Mechanic => ({ kind: 'markdown', reach: {}, prices })

function pricesUnder(...mechanics: Mechanic[]) {
  const promotions = mechanics.map((mechanic, index) => {
    const { stacking, ...plain } = createPromotion(`p${index + 1}`, { mechanic })
    return mechanic.kind === 'price-steps' ? plain : { ...plain, stacking: stacking! }
  })
  const plan = compilePlan({ store, catalogue, promotions })
  return products.map((product) => {
    const { regular, price } = computePublicPrice(plan, product, 0, { channel: 'web', facts: {} })
    return [regular, price]
  })
}

describe('a list of prices', () => {
  test('lowers each listed product to its price, down to the floor, and touches no other', () => {
    expect(pricesUnder(sale({ A: 900, B: 1000 }))).toEqual([
      [1000, 900],
      [2000, 1500],
      [3000, 3000],
      [4000, 4000],
    ])
  })
  test('never raises a shelf price', () => {
    expect(pricesUnder(sale({ A: 1100, C: 2999 })).slice(0, 3)).toEqual([
      [1000, 1000],
      [2000, 2000],
      [3000, 2999],
    ])
  })
  test('sets regular prices up and down, knows no floor, and a sale counts from them', () => {
    const regular = steps({ A: 1200, B: 1400 })
    const percent: Mechanic = { kind: 'markdown', reach: {}, value: { percent: 1000 } }
    expect(pricesUnder(regular, percent).slice(0, 3)).toEqual([
      [1200, 1080],
      [1400, 1400],
      [3000, 2700],
    ])
  })
  test('reaches what it lists, within its reach', () => {
    expect(reachesOf(sale({ A: 1, C: 2 }))).toEqual([{ skus: ['A', 'C'] }])
    const narrowed: Mechanic = { kind: 'markdown', reach: { skus: ['C'] }, prices: { A: 1, C: 2 } }
    expect(reachesOf(narrowed)).toEqual([{ skus: ['C'] }])
    expect(pricesUnder({ ...narrowed, prices: { A: 1, C: 2000 } })[0]).toEqual([1000, 1000])
  })
  test.each<[string, Mechanic, string[]]>([
    ['an unknown product', sale({ Z: 1 }), ['unknown-sku mechanic.prices.Z']],
    [
      'a value beside it',
      { kind: 'markdown', reach: {}, prices: { A: 1 }, value: { percent: 1 } },
      ['value-or-bands mechanic.value'],
    ],
    [
      'rounding, which has nothing to round',
      { kind: 'markdown', reach: {}, prices: { A: 1 }, rounding: { to: 'up', step: 100 } },
      ['not-allowed mechanic.rounding'],
    ],
    ['nothing', sale({ A: 0, B: 1 }), []],
  ])('is refused for %s', (_name, mechanic, expected) => {
    const problems = checkPromotion(createPromotion('p1', { mechanic }), surroundings)
    expect(problems.map(({ code, path }) => `${code} ${path}`)).toEqual(expected)
  })
  test('needs no ladder for regular prices, and takes none', () => {
    const { stacking: _none, ...plain } = createPromotion('p1', { mechanic: steps({ A: 1 }) })
    expect(checkPromotion(plain, surroundings)).toEqual([])
    const ladder = { by: 'unitsSold' as const, rungs: [{ at: 0, value: { price: 100 } }] }
    expect(checkPromotion({ ...plain, ladder }, surroundings).map(({ code }) => code)).toEqual(['ladder-not-here'])
  })
  test('is one part of the sentence, and leaves its products behind when it becomes something else', () => {
    const promotion = createPromotion('p1', { mechanic: sale({ A: 900, B: 1000 }) })
    expect(describePromotion(promotion, store)).toContainEqual({ part: 'prices', products: 2, isRegular: false })
    const { promotion: other, dropped } = convertPromotion(promotion, 'item-discount', surroundings)
    expect(reachesOf(other.mechanic)).toEqual([{ skus: ['A', 'B'] }])
    expect(dropped).toEqual(['value'])
  })
})
