import type { Promotion } from '@novalex/core'
import { createPromotion } from '@novalex/core/testing'
import { expect, test } from 'vitest'
import type { Names } from '@novalex/words'
import { nameInCart, suggestTexts } from './suggestTexts.ts'

const names: Names = { set: String, category: String, stackGroup: String, product: String }
const once = { amount: 500, per: 'once' as const }
const off = (changes: object = {}) =>
  createPromotion('1', {
    mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: once }] },
    ...changes,
  }) as Promotion
const sale = (changes: object = {}) =>
  createPromotion('2', { mechanic: { kind: 'markdown', reach: {}, value: { percent: 1500 } }, ...changes }) as Promotion

test('texts are proposed from the offer, and follow it', () => {
  const offer = '€5.00 off orders of €50.00 or more'
  expect(suggestTexts(off(), names)).toEqual({ title: offer, description: offer, label: '' })
  expect(suggestTexts(sale(), names)).toEqual({ title: 'Sale price', description: '', label: '{percent}% off' })
})

test.each<[string, Promotion, string]>([
  ['an order line without a title', off(), '€5.00 off orders of €50.00 or more'],
  ['with a code', off({ code: { text: 'FIVE' } }), '€5.00 off orders of €50.00 or more (Code FIVE)'],
  ['with a title', off({ display: { title: 'Save {amount}' } }), 'Save €5.00'],
  [
    'a title that carts do not show',
    off({ display: { title: 'Five', places: ['product'] } }),
    '€5.00 off orders of €50.00 or more',
  ],
  ['with each of the items', sale(), 'Sale price'],
  ['with each, and a title', sale({ display: { title: '{percent}% week' } }), '15% week'],
  ['as an item line by choice', off({ display: { as: 'items' }, code: { text: 'FIVE' } }), 'Code FIVE'],
])('in the cart: %s', (_case, promotion, name) => {
  expect(nameInCart(promotion, names)).toBe(name)
})
