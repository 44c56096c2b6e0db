import { checkIntent, checkPromotion, compileCatalogue, reachesOf } from '@novalex/core'
import { createProduct, createStore } from '@novalex/core/testing'
import { describe, expect, test } from 'vitest'
import { offerText } from '@/locale/catalogue.ts'
import { KINDS } from '@/mechanics/words.ts'
import { createNewDraft, type ReasonKey } from './createNewDraft.ts'

const store = createStore({ stackGroups: ['sale'], apart: [] })
const A = createProduct('A', 1795)
const catalogue = compileCatalogue({ products: [A, createProduct('B', 500)], categories: [], sets: [] })
const NOW = Date.parse('2027-03-10T09:00:00Z')

describe('a new promotion may be saved as it is', () => {
  test.each(KINDS)('%s', (kind) => {
    const {
      campaign: _campaign,
      note: _note,
      ...fields
    } = createNewDraft(store, NOW, { kind, sample: [{ sku: 'A', regularPrice: 1795 }] })
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

test('codes that win back are no words, and each is another', () => {
  const codes = Array.from({ length: 50 }, () => createNewDraft(store, NOW, { reason: 'winBack' }).code)
  for (const code of codes) expect(code).toEqual({ text: expect.stringMatching(/^BACK-[A-Z2-9]{5}[2-9]$/) as string })
  expect(new Set(codes.map((code) => JSON.stringify(code))).size).toBe(50)
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
    ['a cart offer is not silenced by the sales, and no two of them meet', { kind: 'bundle' }, 'multi-buy'],
    ['an order discount neither', { kind: 'order-discount' }, 'multi-buy'],
    ['a code is kept apart from other codes', { reason: 'winBack' }, 'coupon'],
  ])('%s', (_label, choice, group) => {
    expect(createNewDraft(own, NOW, choice).stacking?.group).toBe(group)
  })
})

describe('the first question is on what', () => {
  const reach = { skus: ['A'] }
  test.each(KINDS)('%s is for the products that were chosen', (kind) => {
    const { mechanic } = createNewDraft(store, NOW, { kind, reach, sample: [A] })
    for (const own of reachesOf(mechanic)) expect([reach, {}]).toContainEqual(own)
    if (kind !== 'delivery') expect(JSON.stringify(mechanic)).toContain('"skus":["A"]')
  })
  test('a new regular price begins with the product’s own', () => {
    const one = createNewDraft(store, NOW, { kind: 'price-steps', reach, sample: [A] })
    expect(one.ladder!.rungs.map(({ value }) => value)).toEqual([{ price: 1795 }, { price: 1795 }])
    const two = createNewDraft(store, NOW, {
      kind: 'price-steps',
      reach: { skus: ['A', 'B'] },
      sample: [createProduct('B', 500), A],
    })
    expect(two).toMatchObject({ ladder: null, mechanic: { prices: { A: 1795, B: 500 } } })
  })
  test('a bundle costs a tenth less than its items', () => {
    expect(createNewDraft(store, NOW, { kind: 'bundle', reach, sample: [A] }).mechanic).toMatchObject({ price: 4800 })
  })
})
