import type { ShopCartAnswer } from '@novalex/contract'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { ApiError } from '@/api/http.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { stubStorage } from '@/testing/stubStorage.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useShopCart } from './shopCart.ts'
import { useCheckout } from './useCheckout.ts'

const LINE = { sku: 'A', quantity: 2, gift: false }
const ANSWER = { grand: 1990, lines: [LINE, { sku: 'G', quantity: 1, gift: true }] } as unknown as ShopCartAnswer

let refusal: ApiError | null
let asked: ReturnType<typeof stubServer>
beforeEach(() => {
  stubStorage()
  refusal = null
  asked = stubServer({
    getShop: () => ({
      shopper: null,
      currency: 'EUR',
      locale: 'en-GB',
      delivery: [],
      categories: [],
      now: '2027-03-08T09:00:00Z',
    }),
    placeOrder: () => {
      if (refusal) throw refusal
      return { order: { number: '270308-ABC' } }
    },
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
})

function start() {
  const onChanged = vi.fn()
  const empty = { render: () => null }
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: empty },
      { path: '/shop/order', component: empty },
    ],
  })
  const setUp = () => ({ shop: useShopCart(), checkout: useCheckout(() => ANSWER, onChanged) })
  const { result } = withSetup(setUp, [router])
  result.shop.add('A', 2)
  return { ...result, onChanged, router }
}

test('an order names its buyer, the price and the gifts that stood on screen; then the cart is empty', async () => {
  const { shop, checkout, router } = start()
  checkout.name.value = 'Mara'
  checkout.email.value = 'mara@example.test'
  await checkout.order()
  const [question] = asked.of('placeOrder')
  expect(question?.body).toMatchObject({
    cart: { lines: [{ sku: 'A', quantity: 2 }] },
    expected: { grand: 1990, gifts: { G: 1 } },
    buyer: { name: 'Mara', email: 'mara@example.test', consent: false },
  })
  expect([shop.count, router.currentRoute.value.path]).toEqual([0, '/shop/order'])
})

test('a problem of a field is said at the field alone', async () => {
  const { checkout, shop } = start()
  refusal = new ApiError('invalid-input', {
    code: 'invalid-input',
    requestId: 'r1',
    problems: [{ code: 'not-an-email', path: 'buyer.email', facts: { given: 'x' } }],
  })
  await checkout.order()
  expect(checkout.errorsAt('buyer.email')).toHaveLength(1)
  expect([checkout.errorsAt('buyer.name'), checkout.says.value, shop.count]).toEqual([[], '', 2])
})

test('where nobody knows what became of it, the cart stays as it is and the same order can be asked for again', async () => {
  const { checkout, onChanged, shop } = start()
  refusal = new ApiError('unreachable')
  await checkout.order()
  expect([checkout.isOpen.value, onChanged.mock.calls.length, shop.count]).toEqual([true, 0, 2])
  refusal = null
  await checkout.order()
  expect(asked.of('placeOrder').map(({ body }) => JSON.stringify(body))).toHaveLength(2)
  expect(shop.count).toBe(0)
})

test('a refusal has the cart priced again, and is gone once the cart is another one', async () => {
  const { checkout, onChanged, shop } = start()
  refusal = new ApiError('too-many-requests')
  await checkout.order()
  expect(onChanged).toHaveBeenCalledOnce()
  expect(checkout.says.value).not.toBe('')
  shop.add('A', 1)
  await waitUntil(() => {
    expect(checkout.says.value).toBe('')
  })
})
