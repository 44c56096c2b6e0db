import { checkIntent, checkPromotion, compileCatalogue, type Store } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { offerText } from '@/locale/enOffers.ts'
import { createNewDraft, type ReasonKey } from './createNewDraft.ts'
import { KINDS } from '@/mechanics/words.ts'

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
const catalogue = compileCatalogue({ products: [], categories: [], sets: [] })
const NOW = Date.parse('2027-03-10T09:00:00Z')

describe('a new promotion may be saved as it is', () => {
  test.each(KINDS)('%s', (kind) => {
    const { campaign: _campaign, note: _note, ...fields } = createNewDraft(store, NOW, { kind })
    const promotion = { id: 'new', rank: 1, ...fields }
    expect(promotion.mechanic.kind).toBe(kind)
    expect([
      ...checkPromotion(promotion, { store, catalogue }),
      ...checkIntent(promotion, { store, catalogue }),
    ]).toEqual([])
  })

  test.each<ReasonKey>(['launch', 'clearance', 'bigger', 'winBack', 'thankYou'])('for the reason %s', (reason) => {
    const { campaign: _campaign, note: _note, ...fields } = createNewDraft(store, NOW, { reason })
    expect(fields.mechanic.kind).toBe(offerText.reasons[reason].kind)
    expect(checkPromotion({ id: 'new', rank: 1, ...fields }, { store, catalogue })).toEqual([])
  })
})

test('it runs from tomorrow until the Sunday after', () => {
  expect(createNewDraft(store, NOW).schedule).toEqual({ start: '2027-03-11T00:00', end: '2027-03-15T00:00' })
})

describe('what a card says is what it makes', () => {
  const groups = ['sale', 'clearance', 'club', 'multi-buy', 'coupon']
  const apart: [string, string][] = [
    ['sale', 'sale'],
    ['sale', 'clearance'],
    ['multi-buy', 'multi-buy'],
    ['multi-buy', 'coupon'],
    ['coupon', 'coupon'],
  ]
  const own = { ...store, stackGroups: groups, apart }
  test('5.00 off the order from 50.00', () => {
    expect(createNewDraft(own, NOW, { kind: 'order-discount' }).mechanic).toMatchObject({
      tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }],
    })
  })
  test('a sale takes its percentage of the regular price', () => {
    expect(createNewDraft(own, NOW).mechanic).toMatchObject({ value: { percent: 2000, of: 'regular' } })
  })
  test.each<[string, Parameters<typeof createNewDraft>[2], string]>([
    ['a sale', { kind: 'markdown' }, 'sale'],
    ['a cart offer is not silenced by the sales', { kind: 'bundle' }, 'club'],
    ['a code is kept apart from other codes', { reason: 'winBack' }, 'coupon'],
  ])('%s', (_label, choice, group) => {
    expect(createNewDraft(own, NOW, choice).stacking?.group).toBe(group)
  })
})
