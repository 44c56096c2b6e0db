import type { Promotion } from '../plan/index.ts'
import { compilePlan, type CompiledPlan } from '../pricing/index.ts'
import type { Cart, Category, Order, Product, Store } from '../terms/index.ts'
import { toInstant, type LocalDateTime } from '../values/index.ts'

/** A small shop for tests: every figure is round, so that a test's own numbers are what stands out. */
export const ZONE = 'Europe/Vienna'

export function createStore(changes: Partial<Store> = {}): Store {
  return {
    currency: 'EUR',
    timeZone: ZONE,
    pricesIncludeTax: true,
    deliveryTaxRate: 2000,
    surchargeTaxRate: 2000,
    conflicts: 'best',
    maxCodesPerOrder: 1,
    floor: { enforce: true, minMargin: 0 },
    stackGroups: ['sale', 'extra'],
    apart: [['sale', 'sale']],
    ...changes,
  }
}

export const CATEGORIES: Category[] = [
  { id: 'paper', name: 'Paper', parent: null },
  { id: 'pads', name: 'Pads', parent: 'paper' },
  { id: 'paint', name: 'Paint', parent: null },
]

export function createProduct(sku: string, regularPrice: number, changes: Partial<Product> = {}): Product {
  return {
    sku,
    name: `Product ${sku}`,
    family: null,
    categories: ['paper'],
    tags: [],
    regularPrice,
    unitCost: null,
    minimumPrice: null,
    taxRate: 2000,
    stock: null,
    ...changes,
  }
}

export function createPromotion(id: string, changes: Partial<Promotion> = {}): Promotion {
  return {
    id,
    name: `Promotion ${id}`,
    rank: Number(id.replace(/\D/g, '')) || 1,
    state: 'ready',
    schedule: {},
    code: null,
    when: null,
    mechanic: { kind: 'markdown', reach: {}, value: { percent: 1000 } },
    stacking: { group: 'sale', mode: 'group' },
    limits: {},
    ladder: null,
    ...changes,
  }
}

export function compileShop(
  products: readonly Product[],
  promotions: readonly Promotion[],
  store: Partial<Store> = {},
  partners: readonly string[] = [],
): CompiledPlan {
  return compilePlan({
    store: createStore(store),
    catalogue: { categories: CATEGORIES, products, sets: [{ id: 'chosen', skus: ['A', 'B'] }] },
    promotions,
    partners,
  })
}

export function createOrder(lines: Record<string, number>, changes: Partial<Cart> & { now?: number } = {}): Order {
  const { now = at('2027-03-08T10:00'), ...cart } = changes
  return {
    now,
    cart: {
      lines: Object.entries(lines).map(([sku, quantity]) => ({ sku, quantity })),
      codes: [],
      channel: 'web',
      delivery: null,
      shopper: null,
      ...cart,
    },
    facts: {},
    codes: {},
  }
}

export function at(local: LocalDateTime): number {
  return toInstant(local, ZONE)
}
