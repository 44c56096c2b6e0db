import type { Mechanic, Product, Promotion, Store } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { computeExamples } from './computeExamples.ts'
import { setDeliveryOptions } from '@/locale/ruleWords.ts'

setDeliveryOptions([
  { id: 'parcel', name: 'parcel', prices: [{ country: 'AT', price: 490 }] },
  { id: 'express', name: 'express parcel', prices: [{ country: 'AT', price: 990 }] },
])

const store: Store = {
  currency: 'EUR',
  timeZone: 'Europe/Vienna',
  pricesIncludeTax: true,
  deliveryTaxRate: 2000,
  surchargeTaxRate: 2000,
  conflicts: 'best',
  maxCodesPerOrder: 1,
  floor: { enforce: true, minMargin: 0 },
  stackGroups: ['sale'],
  apart: [],
}
const product = (sku: string, regularPrice: number, minimumPrice: number | null = null): Product => ({
  sku,
  name: sku,
  family: null,
  categories: [],
  tags: [],
  regularPrice,
  unitCost: null,
  minimumPrice,
  taxRate: 2000,
  stock: null,
})
const products = [product('LOW', 500), product('MID', 1000), product('TOP', 9000, 8900)]

function examplesOf(mechanic: Mechanic, changes: Partial<Promotion> = {}): string[] {
  const promotion: Promotion = {
    id: 'p1',
    name: 'One',
    rank: 1,
    state: 'draft',
    schedule: { start: '2027-03-01T00:00' },
    code: { text: 'CODE' },
    when: { test: 'group', in: ['club'] },
    mechanic,
    stacking: { group: 'sale', mode: 'group' },
    limits: {},
    ladder: null,
    ...changes,
  }
  return computeExamples(promotion, { store, categories: [], sets: [], products }).map(
    ({ lines, before, after, gifts }) => {
      const cart = lines.map(({ sku, quantity }) => `${quantity} ${sku}`).join()
      return `${cart}: ${before} ${after}${gifts.map(({ sku, quantity }) => ` + ${quantity} ${sku}`).join('')}`
    },
  )
}

describe('a rule in carts of its own', () => {
  test('below and at its limit, of the middle product, whatever its dates, code and shoppers', () => {
    expect(examplesOf({ kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 2100, repeat: 'once' })).toEqual([
      '2 MID: 2000 2000',
      '3 MID: 3000 2100',
      '5 MID: 5000 4100',
      '6 MID: 6000 5100',
    ])
  })

  test('one item of each where it has no limit', () => {
    expect(examplesOf({ kind: 'item-discount', reach: {}, value: { percent: 5000 } })).toEqual([
      '1 LOW: 500 250',
      '1 MID: 1000 500',
      '1 TOP: 9000 8900',
    ])
  })

  test('a gift, and delivery with its price', () => {
    const get = { reach: { skus: ['LOW'] }, quantity: 1, value: { percent: 10_000 } }
    const gift: Mechanic = { kind: 'buy-get', buy: { reach: {}, quantity: 2 }, get, gift: true, repeat: 'once' }
    expect(examplesOf(gift)).toEqual(['1 MID: 1000 1000', '2 MID: 2000 2000 + 1 LOW'])
    const free: Mechanic = { kind: 'delivery', basis: 'shelf', tiers: [{ from: 2000, value: { percent: 10_000 } }] }
    expect(examplesOf(free, { stacking: undefined })).toEqual(['1 MID: 1490 1490', '2 MID: 2490 2000'])
  })
})
