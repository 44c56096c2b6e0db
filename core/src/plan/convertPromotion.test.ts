import { describe, expect, test } from 'vitest'
import type { MechanicKind } from '../mechanics/index.ts'
import { compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { checkPromotion } from './checkPromotion.ts'
import { convertPromotion, createMechanic } from './convertPromotion.ts'
import type { Promotion } from './promotion.ts'

const surroundings = compileShop([createProduct('A', 1000), createProduct('B', 2000)], [])
const KINDS: MechanicKind[] = [
  'price-steps',
  'markdown',
  'item-discount',
  'quantity-break',
  'spend-break',
  'buy-get',
  'bundle',
  'order-discount',
  'delivery',
  'surcharge',
]
const reach = { skus: ['A'] }
const create = (kind: MechanicKind, changes: Partial<Promotion> = {}) =>
  convertPromotion(createPromotion('p1', changes), kind, surroundings).promotion

describe.each(KINDS)('a promotion turned into %s', (kind) => {
  test.each(KINDS)('from %s can be priced', (from) => {
    const full: Partial<Promotion> = {
      code: { text: 'SPRING' },
      when: { test: 'spend', reach: {}, basis: 'shelf', op: '>=', amount: 100 },
      limits: { units: 5, perOrder: 100, uses: 3 },
      stacking: { group: 'extra', mode: 'sole' },
    }
    const before = { ...create(from), ...full }
    const { promotion } = convertPromotion(before, kind, surroundings)
    expect(promotion.mechanic.kind).toBe(kind)
    expect(checkPromotion(promotion, surroundings)).toEqual([])
    expect(promotion.limits.uses).toBe(3)
  })
})

describe('what is kept and what is named', () => {
  const sale = (changes: Partial<Promotion> = {}) =>
    createPromotion('p1', { mechanic: { kind: 'markdown', reach, value: { percent: 2500 } }, ...changes })
  test('reach and value stay where they fit', () => {
    const { promotion, dropped } = convertPromotion(sale(), 'quantity-break', surroundings)
    expect(promotion.mechanic).toEqual({ ...createMechanic('quantity-break', reach, { percent: 2500 }) })
    expect(dropped).toEqual([])
  })

  test.each<[MechanicKind, Partial<Promotion>, string[]]>([
    ['bundle', {}, ['value']],
    ['delivery', {}, ['reach', 'value', 'stacking']],
    ['order-discount', { limits: { units: 4 } }, ['limits']],
    ['markdown', { code: { text: 'X' } }, ['code']],
    ['quantity-break', { ladder: { by: 'unitsSold', rungs: [{ at: 3, value: { percent: 1 } }] } }, ['ladder']],
    ['item-discount', { ladder: { by: 'unitsSold', rungs: [{ at: 3, value: { percent: 1 } }] } }, []],
  ])('%s of %j drops %j', (kind, changes, expected) => {
    expect(convertPromotion(sale(changes), kind, surroundings).dropped).toEqual(expected)
  })

  test('an amount off the order is none for each', () => {
    const order = createPromotion('p1', {
      mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 500, per: 'once' } }] },
    })
    expect(convertPromotion(order, 'markdown', surroundings).dropped).toEqual(['value'])
    expect(convertPromotion(order, 'item-discount', surroundings).dropped).toEqual([])
  })
})
