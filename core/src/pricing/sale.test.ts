import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { phaseOf } from '../mechanics/index.ts'
import { computeUnitsLeft, type Promotion } from '../plan/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { compilePlan } from './compilePlan.ts'
import { computeQuote } from './computeQuote.ts'
import { computeSale } from './sale.ts'

const A = createProduct('A', 1000)
const B = createProduct('B', 500, { minimumPrice: 500 })
const C = createProduct('C', 300)

const free = { percent: 10_000 }
const extra = { group: 'extra', mode: 'group' } as const

describe('what an order uses up', () => {
  test.each<[string, Partial<Promotion>, Record<string, number>, { units: number; given: number; added?: number }]>([
    ['a sale: each unit that it lowers', {}, { A: 2, B: 3 }, { units: 2, given: 200 }],
    [
      'a bundle: all its units, also one that its floor keeps',
      { mechanic: { kind: 'bundle', parts: [{ reach: {}, quantity: 2 }], price: 1300, repeat: 'every' } },
      { A: 1, B: 1, C: 1 },
      { units: 2, given: 200 },
    ],
    [
      'buy and get: what is rewarded',
      {
        mechanic: {
          kind: 'buy-get',
          buy: { reach: {}, quantity: 2 },
          get: { sameSku: true, quantity: 1, value: { percent: 5000 } },
          repeat: 'every',
        },
      },
      { A: 6 },
      { units: 2, given: 1000 },
    ],
    [
      'an amount once over two rewards, of which one gets nothing',
      {
        mechanic: {
          kind: 'buy-get',
          buy: { reach: {}, quantity: 1 },
          get: { sameSku: true, quantity: 2, value: { amount: 1, per: 'once' } },
          repeat: 'once',
        },
      },
      { A: 3 },
      { units: 2, given: 1 },
    ],
    [
      'a gift: what is added',
      {
        mechanic: {
          kind: 'buy-get',
          buy: { reach: { skus: ['A'] }, quantity: 1 },
          get: { reach: { skus: ['C'] }, quantity: 2, value: free },
          repeat: 'every',
          gift: true,
        },
      },
      { A: 2 },
      { units: 4, given: 1200 },
    ],
    [
      'an order discount: no units',
      { mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 150, per: 'once' } }] } },
      { A: 2 },
      { units: 0, given: 150 },
    ],
    [
      'price steps: what they set the price of',
      {
        mechanic: { kind: 'price-steps', reach: { skus: ['A'] } },
        ladder: { by: 'unitsSold', rungs: [{ at: 0, value: { price: 1200 } }] },
      },
      { A: 2, C: 1 },
      { units: 2, given: 0 },
    ],
    [
      'a surcharge: added, not given',
      { mechanic: { kind: 'surcharge', reach: {}, value: { amount: 70, per: 'unit' } } },
      { A: 2 },
      { units: 0, given: 0, added: 140 },
    ],
  ])('%s', (_label, changes, cart, { added = 0, ...used }) => {
    const isOutside = changes.mechanic?.kind === 'surcharge' || changes.mechanic?.kind === 'price-steps'
    const { stacking: _stacking, ...bare } = createPromotion('p1', changes)
    const promotion = isOutside ? bare : { ...bare, stacking: extra }
    const plan = compileShop([A, B, C], [promotion])
    expect(computeSale(plan, createOrder(cart)).uses).toEqual([{ promotion: 'p1', added, ...used }])
  })

  test('on random plans: of what applied and nothing else, as much as it took off, no more units than are left', () => {
    fc.assert(
      fc.property(arbitraryCase({ promotions: 5, units: 5 }), ({ store, catalogue, promotions, order }) => {
        const plan = compilePlan({ store, catalogue, promotions })
        const { quote, uses } = computeSale(plan, order)
        const applied = quote.promotions.filter(({ outcome }) => outcome === 'applied')
        expect(uses.map(({ promotion, given, added }) => [promotion, given + added])).toEqual(
          applied.map(({ promotion, amount }) => [promotion, amount]),
        )
        for (const { promotion: id, units } of uses) {
          const { promotion, schedule } = plan.findPromotion(id)!
          const sold = order.facts[id]?.unitsSold ?? 0
          const left = computeUnitsLeft(promotion.limits, { sold, now: order.now, end: schedule.end })
          if (phaseOf(promotion.mechanic) > 0) expect(units).toBeLessThanOrEqual(left)
          if (phaseOf(promotion.mechanic) > 2) expect(units).toBe(0)
        }
      }),
      { numRuns: 500 },
    )
  })
})

test('a gift follows the stock of the order, where that is known better', () => {
  const gift = createPromotion('p1', {
    mechanic: {
      kind: 'buy-get',
      buy: { reach: { skus: ['A'] }, quantity: 1 },
      get: { reach: { skus: ['C'] }, quantity: 1, value: free },
      repeat: 'every',
      gift: true,
    },
    stacking: extra,
  })
  const plan = compileShop([A, { ...C, stock: 5 }], [gift])
  const given = (stock: Record<string, number | null>) => {
    const quote = computeQuote(plan, { ...createOrder({ A: 9 }), stock })
    return quote.lines.find((line) => line.gift)?.quantity ?? 0
  }
  expect([given({}), given({ C: 2 }), given({ C: 0 }), given({ C: null }), given({ A: 0 })]).toEqual([5, 2, 0, 9, 5])
})
