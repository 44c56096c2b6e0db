import { readFileSync } from 'node:fs'
import { computeQuote, type Facts, type Product, type Promotion, type Store } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { compileShop, createOrder, createProduct, createPromotion } from '../core/src/testing/shop.ts'

interface Example {
  readonly title: string
  readonly store?: Partial<Store>
  readonly products: readonly (Partial<Product> & { sku: string; regularPrice: number })[]
  readonly promotions: readonly Partial<Promotion>[]
  readonly facts?: Facts
  readonly cart: Record<string, number>
  readonly result: Record<string, unknown>
}

const page = readFileSync(new URL('./pricing.md', import.meta.url), 'utf8')
const examples = [...page.matchAll(/```json example\n([\s\S]*?)```/g)].map(([, json]) => JSON.parse(json!) as Example)

describe('the examples of docs/pricing.md', () => {
  test('are found', () => expect(examples.length).toBeGreaterThanOrEqual(8))

  test.each(examples)('$title', ({ store, products, promotions, facts = {}, cart, result }) => {
    const goods = products.map((product) => createProduct(product.sku, product.regularPrice, product))
    const plan = promotions.map((promotion, index) => createPromotion(`p${index + 1}`, promotion))
    const { lines, totals } = computeQuote(compileShop(goods, plan, store), { ...createOrder(cart), facts })
    expect({ ...totals, lines: lines.map((line) => line.total) }).toMatchObject(result)
  })
})
