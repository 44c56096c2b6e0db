import { expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Store } from '../terms/index.ts'
import { compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { computePair } from './pair.ts'

const products = [createProduct('A', 1000), createProduct('B', 2000), createProduct('C', 500, { tags: ['new'] })]
const bundle: Mechanic = { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' }
const half: Mechanic = { kind: 'item-discount', reach: {}, value: { percent: 5000 } }
const create = (id: string, mechanic: Mechanic, group: string, changes: Partial<Promotion> = {}) =>
  createPromotion(id, { mechanic, stacking: { group, mode: 'group' }, ...changes })
const DELIVERIES = ['parcel', 'express'].map((option, at) => ({ option, price: 490 + 500 * at, country: 'XX' }))
const pair = (first: Promotion, second: Promotion, store: Partial<Store> = {}) =>
  computePair(first, second, { plan: compileShop(products, [], store), deliveries: DELIVERIES })

test('two that may meet: a cart in which both fit, priced four ways', () => {
  const result = pair(create('p1', half, 'extra'), create('p2', bundle, 'extra'), { conflicts: 'rank' })
  expect(result).toMatchObject({
    lines: [{ sku: 'B', quantity: 3 }],
    none: 6000,
    first: 3000,
    second: 3000,
    both: 3000,
    outcomes: [{ outcome: 'applied' }, { outcome: 'skipped', reason: 'no-saving' }],
  })
})

test('two kept apart: which one stands in the way', () => {
  const result = pair(create('p1', half, 'sale'), create('p2', bundle, 'sale', { code: { text: 'X' } }), {
    conflicts: 'rank',
  })
  expect(result!.outcomes[1]).toMatchObject({ reason: 'stacking', facts: { promotion: 'p1' } })
})

test('one about delivery: its price is part of the whole', () => {
  const free: Mechanic = { kind: 'delivery', basis: 'shelf', tiers: [{ from: 2000, value: { percent: 10_000 } }] }
  const offer = createPromotion('p2', { mechanic: free, stacking: undefined })
  expect(pair(create('p1', half, 'extra'), offer)).toMatchObject({ none: 2490, first: 1490, second: 2000, both: 1000 })
})

test('one about express alone: it is express that is delivered', () => {
  const tiers = [{ from: 2000, value: { percent: 10_000 } }]
  const free: Mechanic = { kind: 'delivery', basis: 'shelf', tiers, options: ['express'] }
  const offer = createPromotion('p2', { mechanic: free, stacking: undefined })
  expect(pair(create('p1', half, 'extra'), offer)).toMatchObject({ none: 2990, second: 2000 })
})

test('two that no product joins', () => {
  const rest = create('p1', { ...half, reach: { skus: ['A'] } } as Mechanic, 'extra')
  expect(pair(rest, create('p2', { ...half, reach: { tags: ['new'] } } as Mechanic, 'extra'))).toBeNull()
})
