import type { Cart } from '@novalex/core'
import { createProduct } from '@novalex/core/testing'
import { afterEach, expect, test, vi } from 'vitest'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useTillCart, type TillShopper } from './useTill.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

const A = createProduct('A', 1000)
const B = createProduct('B', 500)
const DELIVERY = [
  {
    id: 'parcel',
    name: 'Parcel',
    prices: [
      { country: 'AT', price: 490 },
      { country: 'DE', price: 900 },
    ],
  },
]

async function start() {
  stubServer({
    getStore: () => ({
      locale: 'en-GB',
      store: { timeZone: 'Europe/Vienna', currency: 'EUR' },
      delivery: DELIVERY,
      channels: [],
      now: '2027-03-08T09:00:00Z',
      release: null,
    }),
  })
  const { result } = withSetup(() => ({ till: useTillCart(), store: useStoreInfo() }))
  await waitUntil(() => {
    expect(result.store.info).not.toBeNull()
  })
  return result.till
}

test('products are added up, changed and taken out', async () => {
  const till = await start()
  till.add(A)
  till.add(B, 3)
  till.add(A, 2)
  expect(till.cart.lines).toEqual([
    { sku: 'A', quantity: 3 },
    { sku: 'B', quantity: 3 },
  ])
  till.setQuantity('B', 0)
  expect(till.cart.lines).toEqual([{ sku: 'A', quantity: 3 }])
  till.empty()
  expect([till.cart.lines, till.isTouched]).toEqual([[], true])
})

test('a generated cart holds the products that are known', async () => {
  const till = await start()
  till.fill(
    [
      { sku: 'A', quantity: 2 },
      { sku: 'GONE', quantity: 1 },
    ],
    [A],
  )
  expect(till.cart.lines).toEqual([{ sku: 'A', quantity: 2 }])
})

test.each<[shopper: TillShopper, shown: object | null]>([
  ['guest', null],
  ['fitting', null],
  ['signedIn', { groups: [], orders: 0, spent: 0 }],
  ['returning', { groups: [], orders: 3, spent: 18_000 }],
  ['group:club', { groups: ['club'], orders: 3 }],
])('at the till: %s', async (shopper, shown) => {
  const till = await start()
  till.shopper = shopper
  if (shown === null) expect(till.cart.shopper).toBeNull()
  else expect(till.cart.shopper).toMatchObject(shown)
})

test('a shopper from the file has no name in the order', async () => {
  const till = await start()
  till.known = { id: 's1', name: 'Mara', groups: [], tags: [], orders: 1, spent: 100, bought: [] }
  till.shopper = 'known'
  expect(till.cart.shopper).toEqual({ id: 's1', groups: [], tags: [], orders: 1, spent: 100, bought: [] })
})

test('delivery costs what the store asks for the country, or for the first that it serves', async () => {
  const till = await start()
  expect(till.cart.delivery).toBeNull()
  till.delivery = 'parcel'
  expect(till.cart.delivery).toEqual({ option: 'parcel', price: 490, country: 'AT' })
  till.country = 'DE'
  expect(till.cart.delivery).toEqual({ option: 'parcel', price: 900, country: 'DE' })
  till.delivery = 'gone'
  expect(till.cart.delivery).toEqual({ option: 'gone', price: 0, country: 'DE' })
})

test('an order that a finding proves is entered as it is', async () => {
  const till = await start()
  const shopper = { id: 's1', groups: ['club'], tags: [], orders: 0, spent: 0, bought: [] }
  const cart: Cart = {
    lines: [],
    codes: ['ONE'],
    channel: 'app',
    delivery: { option: 'parcel', price: 900, country: 'DE' },
    shopper,
  }
  till.enter(cart, { ONE: { promotion: 'p1', state: 'open' } })
  expect(till.cart).toEqual(cart)
  expect(till.madeUp).toEqual({ ONE: { promotion: 'p1', state: 'open' } })
  till.enter({ ...cart, shopper: null, delivery: null, codes: [] })
  expect([till.cart.shopper, till.cart.delivery, till.madeUp]).toEqual([null, null, {}])
})
