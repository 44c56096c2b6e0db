import { describe, expect, test } from 'vitest'
import type { DeliveryOffer, Mechanic, Surcharge } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Store } from '../terms/index.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { computeQuote } from './computeQuote.ts'

const parcel = { option: 'parcel', price: 490, country: 'AT' }
const plain = (id: string, mechanic: Mechanic, changes: Partial<Promotion> = {}): Promotion => {
  const { stacking: _none, ...made } = createPromotion(id, { mechanic, ...changes })
  return made
}
const delivery = (changes: Partial<DeliveryOffer> = {}): DeliveryOffer => ({
  kind: 'delivery',
  tiers: [{ from: 6000, value: { percent: 10_000 } }],
  basis: 'shelf',
  ...changes,
})

function quote(
  promotions: Promotion[],
  quantity: number,
  { store = {}, option = 'parcel' as string | null }: { store?: Partial<Store>; option?: string | null } = {},
) {
  const plan = compileShop([createProduct('A', 1000), createProduct('B', 5999)], promotions, store)
  const chosen = option === null ? null : { ...parcel, option }
  return computeQuote(plan, createOrder({ A: quantity }, { delivery: chosen }))
}

describe('delivery', () => {
  test.each<[string, DeliveryOffer, number, number]>([
    ['below its limit', delivery(), 5, 490],
    ['at its limit', delivery(), 6, 0],
    ['a lower price', delivery({ tiers: [{ from: 0, value: { price: 290 } }] }), 1, 290],
    ['a price that is not lower', delivery({ tiers: [{ from: 0, value: { price: 590 } }] }), 1, 490],
    ['an amount above the price', delivery({ tiers: [{ from: 0, value: { amount: 900, per: 'once' } }] }), 1, 0],
    [
      'the last tier reached',
      delivery({
        tiers: [
          { from: 1000, value: { percent: 1000 } },
          { from: 3000, value: { percent: 5000 } },
        ],
      }),
      3,
      245,
    ],
    ['another option', delivery({ options: ['courier'], tiers: [{ from: 0, value: { percent: 10_000 } }] }), 1, 490],
  ])('%s', (_label, mechanic, quantity, expected) => {
    expect(quote([plain('p1', mechanic)], quantity).delivery.total).toBe(expected)
  })

  test('of two, best takes the one that lowers most, rank the first', () => {
    const half = plain('p1', delivery({ tiers: [{ from: 0, value: { percent: 5000 } }] }))
    const free = plain('p2', delivery({ tiers: [{ from: 0, value: { percent: 10_000 } }] }))
    expect(quote([half, free], 1).delivery).toMatchObject({ total: 0, adjustments: [{ promotion: 'p2', amount: 490 }] })
    const byRank = quote([half, free], 1, { store: { conflicts: 'rank' } })
    expect(byRank.delivery.total).toBe(245)
    const facts = { promotion: 'p1', because: 'first-only' }
    expect(byRank.promotions[1]).toEqual({ promotion: 'p2', outcome: 'skipped', reason: 'stacking', amount: 0, facts })
  })

  test('none while no delivery is chosen', () => {
    const { totals, promotions } = quote([plain('p1', delivery())], 9, { option: null })
    expect(totals.delivery).toBe(0)
    expect(promotions[0]!.outcome).toBe('skipped')
  })

  test('its cap holds', () => {
    expect(quote([plain('p1', delivery(), { limits: { perOrder: 100 } })], 6).delivery.total).toBe(390)
  })
})

describe('surcharges', () => {
  const surcharge = (value: Surcharge['value'], reach: Surcharge['reach'] = {}): Surcharge => ({
    kind: 'surcharge',
    reach,
    value,
  })
  test.each<[string, Surcharge, number]>([
    ['a percentage of what its units come to', surcharge({ percent: 150 }), 45],
    ['an amount for each unit', surcharge({ amount: 40, per: 'unit' }), 120],
    ['an amount once', surcharge({ amount: 40, per: 'once' }), 40],
    ['none without a unit in its reach', surcharge({ amount: 40, per: 'once' }, { skus: ['B'] }), 0],
  ])('%s', (_label, mechanic, expected) => {
    expect(quote([plain('p1', mechanic)], 3, { option: null }).totals).toMatchObject({
      surcharges: expected,
      merchandise: 3000,
      grand: 3000 + expected,
    })
  })

  test('all that are admitted add up, and carry tax', () => {
    const two = [
      plain('p1', surcharge({ amount: 120, per: 'once' })),
      plain('p2', surcharge({ amount: 60, per: 'once' })),
    ]
    const { totals, surcharges } = quote(two, 1, { option: null })
    expect(surcharges.map(({ amount }) => amount)).toEqual([120, 60])
    expect(totals.tax).toBe(167 + 20 + 10)
  })
})

describe('the only offer in the order', () => {
  const extra = { group: 'extra', mode: 'group' } as const
  const offer = (id: string, percent: number, mode: 'group' | 'sole') =>
    createPromotion(id, {
      mechanic: { kind: 'item-discount', reach: {}, value: { percent } },
      stacking: { ...extra, mode },
    })
  test.each<[string, Store['conflicts'], Promotion[], string[]]>([
    [
      'best: alone if that is better',
      'best',
      [offer('p1', 1000, 'group'), offer('p2', 3000, 'sole'), offer('p3', 1000, 'group')],
      ['p2'],
    ],
    [
      'best: left out if the others together are',
      'best',
      [offer('p1', 2000, 'group'), offer('p2', 3000, 'sole'), offer('p3', 2000, 'group')],
      ['p1', 'p3'],
    ],
    ['rank: alone if it comes first', 'rank', [offer('p1', 500, 'sole'), offer('p2', 3000, 'group')], ['p1']],
    ['rank: not at all if another comes first', 'rank', [offer('p1', 500, 'group'), offer('p2', 3000, 'sole')], ['p1']],
  ])('%s', (_label, conflicts, promotions, expected) => {
    const plan = compileShop([createProduct('A', 1000)], promotions, { conflicts })
    const { promotions: outcomes } = computeQuote(plan, createOrder({ A: 1 }))
    expect(outcomes.filter(({ outcome }) => outcome === 'applied').map(({ promotion }) => promotion)).toEqual(expected)
    for (const { reason } of outcomes.filter(({ outcome }) => outcome === 'skipped'))
      expect(['sole', 'better-without']).toContain(reason)
  })
})
