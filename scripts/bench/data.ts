import type { Cart, Catalogue, Category, Mechanic, Order, Product, Promotion, Reach, Store } from '@novalex/core'
import { createRandom } from '../demo/random.ts'

export const NOW = Date.parse('2027-03-10T09:00:00Z')
const CATEGORIES = 500

export const STORE: Store = {
  currency: 'EUR',
  timeZone: 'Europe/Vienna',
  pricesIncludeTax: true,
  deliveryTaxRate: 2000,
  surchargeTaxRate: 2000,
  conflicts: 'rank',
  maxCodesPerOrder: 1,
  floor: { enforce: true, minMargin: 500 },
  stackGroups: ['sale', 'multi-buy', 'coupon', 'welcome'],
  apart: [
    ['sale', 'sale'],
    ['coupon', 'welcome'],
    ['multi-buy', 'multi-buy'],
  ],
}

/** Products spread over categories; the first 100 lie in category 0, which carts are made of. */
export function createCatalogue(products: number): Catalogue {
  const random = createRandom(7)
  const categories = Array.from({ length: CATEGORIES }, (_, index): Category => ({
    id: `c${index}`,
    name: `Category ${index}`,
    parent: null,
  }))
  const list = Array.from({ length: products }, (_, index): Product => {
    const regularPrice = 100 + Math.floor(random() * 9900)
    return {
      sku: `SKU-${index}`,
      name: `Product ${index}`,
      family: `F${Math.floor(index / 10)}`,
      categories: [index < 100 ? 'c0' : `c${1 + (index % (CATEGORIES - 1))}`],
      tags: index % 7 === 0 ? ['new'] : [],
      regularPrice,
      unitCost: Math.floor(regularPrice * 0.4),
      minimumPrice: null,
      taxRate: 2000,
      stock: 500,
    }
  })
  return { categories, products: list, sets: [] }
}

const VALUE = { percent: 1000 }
const TIERS = [
  { from: 3, value: { percent: 500 } },
  { from: 5, value: { percent: 1000 } },
]
const SPEND_TIERS = [
  { from: 5000, value: { percent: 300 } },
  { from: 20_000, value: { percent: 600 } },
]

/** One of each mechanic, in turn. */
export const MECHANICS: readonly ((reach: Reach) => Mechanic)[] = [
  (reach) => ({ kind: 'markdown', reach, value: VALUE }),
  (reach) => ({ kind: 'item-discount', reach, value: VALUE }),
  (reach) => ({ kind: 'quantity-break', reach, count: 'sku', tiers: TIERS, on: 'all' }),
  (reach) => ({ kind: 'spend-break', reach, tiers: SPEND_TIERS }),
  (reach) => ({
    kind: 'buy-get',
    buy: { reach, quantity: 2 },
    get: { sameSku: true, quantity: 1, value: { percent: 5000 } },
    repeat: 'every',
  }),
  (reach) => ({ kind: 'bundle', parts: [{ reach, quantity: 3 }], price: 3000, repeat: 'every' }),
  (reach) => ({ kind: 'order-discount', reach, tiers: SPEND_TIERS }),
  (reach) => ({ kind: 'surcharge', reach, value: { percent: 100 } }),
  (reach) => ({ kind: 'price-steps', reach }),
  () => ({ kind: 'delivery', tiers: SPEND_TIERS, basis: 'current' }),
]

export function createPromotion(index: number, mechanic: Mechanic, changes: Partial<Promotion> = {}): Promotion {
  const isOutside = ['price-steps', 'delivery', 'surcharge'].includes(mechanic.kind)
  const groups = STORE.stackGroups
  return {
    id: `p${index}`,
    name: `Promotion ${index}`,
    rank: index + 1,
    state: 'ready',
    schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
    code: null,
    when: null,
    mechanic,
    ...(isOutside ? {} : { stacking: { group: groups[index % groups.length]!, mode: 'group' as const } }),
    limits: {},
    ladder:
      mechanic.kind === 'price-steps'
        ? { by: 'date', rungs: [{ at: '2027-03-05T00:00', value: { price: 4000 } }] }
        : null,
    ...changes,
  }
}

/** `near` promotions that reach the cart's category and others that reach other categories; all live, of all mechanics. */
export function createPlan(count: number, near: number): Promotion[] {
  return Array.from({ length: count }, (_, index) => {
    const isNear = index < near
    const make = MECHANICS[index % (isNear ? MECHANICS.length : MECHANICS.length - 1)]!
    const reach: Reach = isNear ? { categories: ['c0'] } : { categories: [`c${1 + (index % (CATEGORIES - 1))}`] }
    const when: Promotion['when'] =
      index % 3 === 0 && make(reach).kind !== 'markdown' && make(reach).kind !== 'price-steps'
        ? { test: 'spend', reach, basis: 'shelf', op: '>=', amount: 4000 }
        : null
    return createPromotion(index, make(reach), { when })
  })
}

export function createOrder(quantity: number): Order {
  const cart: Cart = {
    lines: Array.from({ length: 20 }, (_, index) => ({ sku: `SKU-${index * 5}`, quantity })),
    codes: [],
    channel: 'web',
    delivery: { option: 'parcel', price: 490, country: 'AT' },
    shopper: null,
  }
  return { now: NOW, cart, facts: {}, codes: {} }
}

/** Twelve that get in each other's way: same products, limited places, groups that are kept apart from themselves. */
export function createRivals(): Promotion[] {
  return Array.from({ length: 12 }, (_, index) => {
    const reach: Reach = { categories: ['c0'] }
    const makers: Mechanic[] = [
      {
        kind: 'item-discount',
        reach,
        value: { percent: 500 + index * 150 },
        maxUnits: 2 + index,
        pick: index % 2 ? 'dearest' : 'cheapest',
      },
      { kind: 'bundle', parts: [{ reach, quantity: 2 + (index % 3) }], price: 4000 + index * 700, repeat: 2 },
      {
        kind: 'buy-get',
        buy: { reach, quantity: 1 + (index % 2) },
        get: { reach, quantity: 1, value: { percent: 2000 + index * 200 } },
        repeat: 3,
      },
    ]
    return createPromotion(index, makers[index % 3]!, { stacking: { group: 'multi-buy', mode: 'group' } })
  })
}

/** Twelve of which no two can meet: each has products of its own. */
export function createLoners(): Promotion[] {
  return Array.from({ length: 12 }, (_, index) => {
    const reach: Reach = { skus: [`SKU-${index * 5}`] }
    const makers = MECHANICS.slice(1, 6)
    return createPromotion(index, makers[index % makers.length]!(reach))
  })
}

/** Forty that reduce the same products together: none keeps another one off. */
export function createFriends(): Promotion[] {
  const reach: Reach = { categories: ['c0'] }
  return Array.from({ length: 40 }, (_, index) => {
    const makers: Mechanic[] = [
      { kind: 'item-discount', reach, value: { percent: 100 + index } },
      { kind: 'quantity-break', reach, count: 'sku', on: 'all', tiers: [{ from: 1, value: { percent: 80 + index } }] },
      { kind: 'spend-break', reach, tiers: [{ from: 100, value: { amount: 2 + index, per: 'unit' } }] },
      { kind: 'order-discount', reach, tiers: [{ from: 100, value: { amount: 50 + index, per: 'once' } }] },
    ]
    return createPromotion(index, makers[index % 4]!, { stacking: { group: 'coupon', mode: 'group' } })
  })
}
