import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { stubServer } from '@/testing/stubServer.ts'
import { stubStorage } from '@/testing/stubStorage.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useShopView } from '@/stores/shopView.ts'
import { useShopCart } from './shopCart.ts'
import { useShopQuery } from './useShopQuery.ts'

beforeEach(() => {
  stubStorage()
  const delivery = [{ id: 'parcel', name: 'parcel', prices: [{ country: 'AT', price: 490 }] }]
  stubServer({
    getShop: () => ({
      shopper: null,
      currency: 'EUR',
      locale: 'en-GB',
      delivery,
      categories: [],
      now: '2027-03-08T09:00:00Z',
    }),
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
})

test('delivery is asked for as chosen, and not where the store has it no longer', async () => {
  const setUp = () => ({ query: useShopQuery(), shop: useShopCart(), view: useShopView() })
  const { result } = withSetup(setUp)
  await waitUntil(() => expect(result.view.shop).not.toBeNull())
  expect(result.query.value).toEqual({})
  for (const [option, country, asked] of [
    ['parcel', 'AT', { option: 'parcel', country: 'AT' }],
    ['parcel', 'DE', {}],
    ['gone', 'AT', {}],
  ] as const) {
    result.shop.setDelivery({ option, country })
    expect(result.query.value).toEqual(asked)
  }
})
