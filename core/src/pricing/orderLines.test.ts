import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import type { Mechanic } from '../mechanics/index.ts'
import { at, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { compilePlan } from './compilePlan.ts'
import { computeQuote } from './computeQuote.ts'
import { foldOrderLines, isOrderLine } from './orderLines.ts'
import { createPlainOrder } from './plainOrder.ts'

const sum = (amounts: readonly number[]) => amounts.reduce((total, amount) => total + amount, 0)

test('lines less the reductions below them, delivery and surcharges are the total, to the cent', () => {
  let below = 0
  fc.assert(
    fc.property(arbitraryCase({ promotions: 6, units: 6 }), ({ store, catalogue, promotions, order }) => {
      const plan = compilePlan({ store, catalogue, promotions })
      const quote = computeQuote(plan, order)
      const { lines, reductions } = foldOrderLines(plan, quote)
      const { totals, delivery, surcharges } = quote
      const goods = sum(lines.map(({ total }) => total)) - sum(reductions.map(({ amount }) => amount))
      const paid = goods + delivery.total + sum(surcharges.map(({ amount }) => amount))
      expect(paid + (store.pricesIncludeTax ? 0 : totals.tax)).toBe(totals.grand)
      for (const { total, regular, adjustments } of lines)
        expect(total).toBe(regular - sum(adjustments.map(({ amount }) => amount)))
      below += reductions.length
    }),
    { numRuns: 1000 },
  )
  expect(below).toBeGreaterThan(20)
})

describe('one line below the goods', () => {
  const once = { amount: 500, per: 'once' as const }
  const each = { amount: 50, per: 'unit' as const }
  test.each<[Mechanic, boolean]>([
    [{ kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { percent: 1000 } }] }, true],
    [{ kind: 'spend-break', reach: {}, tiers: [{ from: 1000, value: { percent: 1000 } }] }, true],
    [{ kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 2500, repeat: 'every' }, true],
    [{ kind: 'item-discount', reach: {}, value: once }, true],
    [{ kind: 'item-discount', reach: {}, value: each }, false],
    [
      { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers: [{ from: 3, value: { percent: 500 } }] },
      false,
    ],
  ])('%j: %s', (mechanic, isBelow) => {
    expect(isOrderLine({ mechanic })).toBe(isBelow)
    expect(isOrderLine({ mechanic, display: { as: isBelow ? 'items' : 'line' } })).toBe(!isBelow)
  })

  test('is the whole amount, by rank; the goods keep their totals before it', () => {
    const extra = { stacking: { group: 'extra', mode: 'group' } } as const
    const off = (amount: number) => ({
      kind: 'order-discount',
      reach: {},
      tiers: [{ from: 0, value: { amount, per: 'once' } }],
    })
    const plan = compilePlan({
      store: createStore(),
      catalogue: { products: [createProduct('A', 999), createProduct('B', 333)], categories: [], sets: [] },
      promotions: [
        createPromotion('sale', { mechanic: { kind: 'markdown', reach: {}, value: { percent: 1000 } } }),
        createPromotion('five', { mechanic: off(500), ...extra, rank: 2 } as never),
      ],
    })
    const lines = [
      { sku: 'A', quantity: 1 },
      { sku: 'B', quantity: 2 },
    ]
    const quote = computeQuote(plan, createPlainOrder(lines, { now: at('2027-03-10T12:00'), channel: 'web' }))
    const folded = foldOrderLines(plan, quote)
    expect(folded.lines.map(({ total }) => total)).toEqual([899, 600])
    expect(folded.reductions).toEqual([{ promotion: 'five', amount: 500 }])
    expect(quote.totals.grand).toBe(899 + 600 - 500)
  })
})
