import { expect, test } from 'vitest'
import type { Cart, Delivery } from '../terms/index.ts'
import { completeDelivery, listDeliveries, OPEN_DELIVERY } from './deliveries.ts'

const store = listDeliveries([
  {
    id: 'parcel',
    prices: [
      { country: 'XA', price: 490 },
      { country: 'XB', price: 990 },
    ],
  },
  { id: 'letter', prices: [{ country: 'XB', price: 0 }] },
])
const cart = (delivery: Delivery | null): Cart => ({ lines: [], codes: [], channel: 'web', delivery, shopper: null })

test('a store’s deliveries are its options in each of their countries', () => {
  expect(store).toEqual([
    { option: 'parcel', country: 'XA', price: 490 },
    { option: 'parcel', country: 'XB', price: 990 },
    { option: 'letter', country: 'XB', price: 0 },
  ])
})

test.each([
  ['nothing chosen', OPEN_DELIVERY, store[0]],
  ['a country', { ...OPEN_DELIVERY, country: 'XB' }, store[1]],
  ['an option', { ...OPEN_DELIVERY, option: 'letter' }, store[2]],
  ['both', { option: 'parcel', country: 'XA', price: 0 }, store[0]],
  ['an option where it does not go', { option: 'letter', country: 'XA', price: 7 }, undefined],
  ['an option that the store has not', { ...OPEN_DELIVERY, option: 'drone' }, undefined],
])('%s is completed from the store', (_what, chosen, expected) => {
  expect(completeDelivery(cart(chosen), store).delivery).toEqual(expected ?? chosen)
})

test('no delivery stays none', () => {
  expect(completeDelivery(cart(null), store).delivery).toBeNull()
})
