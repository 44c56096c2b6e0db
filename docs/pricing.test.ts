import { readFileSync } from 'node:fs'
import {
  checkPromotion,
  computeQuote,
  type Delivery,
  type Facts,
  type Product,
  type Promotion,
  type Store,
} from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { compileShop, createOrder, createProduct, createPromotion } from '../core/src/testing/shop.ts'

interface Example {
  readonly title: string
  readonly store?: Partial<Store>
  readonly products: readonly (Partial<Product> & { sku: string; regularPrice: number })[]
  readonly promotions: readonly (Omit<Partial<Promotion>, 'stacking'> & { stacking?: Promotion['stacking'] | null })[]
  readonly facts?: Facts
  readonly codes?: readonly string[]
  readonly delivery?: Delivery
  readonly cart: Record<string, number>
  /** Totals by name, the lines' totals, reasons of skipped promotions by id, what became of the codes, nudges. */
  readonly result: Record<string, unknown>
}

const page = readFileSync(new URL('./pricing.md', import.meta.url), 'utf8')
const examples = [...page.matchAll(/```json example\n([\s\S]*?)```/g)].map(([, json]) => JSON.parse(json!) as Example)

describe('the examples of docs/pricing.md', () => {
  test('are found', () => expect(examples.length).toBeGreaterThanOrEqual(30))

  test.each(examples)(
    '$title',
    ({ store, products, promotions, facts = {}, codes = [], delivery = null, cart, result }) => {
      const goods = products.map((product) => createProduct(product.sku, product.regularPrice, product))
      const plan = promotions.map(({ stacking, ...promotion }, index) => {
        const { stacking: usual, ...made } = createPromotion(`p${index + 1}`, promotion)
        return stacking === null ? made : { ...made, stacking: stacking ?? usual! }
      })
      const compiled = compileShop(goods, plan, store)
      for (const promotion of plan) expect(checkPromotion(promotion, compiled)).toEqual([])
      const quote = computeQuote(compiled, { ...createOrder(cart, { codes, delivery }), facts })
      const reasons = quote.promotions
        .filter(({ reason }) => reason !== null)
        .map(({ promotion, reason }) => [promotion, reason])
      expect({
        ...quote.totals,
        lines: quote.lines.map((line) => line.total),
        promotions: Object.fromEntries(reasons) as Record<string, string>,
        codes: quote.codes.map(({ outcome }) => outcome),
        nudges: quote.nudges,
      }).toMatchObject(result)
    },
  )
})
