import type { Promotion } from '@novalex/core'
import { CATEGORIES, createProduct, createPromotion, createStore } from '@novalex/core/testing'
import { afterEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { useMoment } from '@/stores/moment.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { stubWorker } from '@/testing/stubWorker.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useTill, useTillCart } from './useTill.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

const A = createProduct('A', 1000)
const saved = createPromotion('p1')
const off = (percent: number): Promotion => ({
  ...saved,
  mechanic: { kind: 'markdown', reach: {}, value: { percent } },
})

/** A till with two of a product, on the page of a sale of 10 %. */
async function start() {
  stubWorker()
  stubServer({
    getStore: () => ({
      store: createStore(),
      locale: 'en-GB',
      delivery: [],
      channels: [],
      now: '2027-03-08T09:00:00Z',
      release: null,
    }),
    getMoments: () => ({ moments: [] }),
    getPlan: () => ({ store: createStore(), categories: CATEGORIES, sets: [], promotions: [saved], gifts: [] }),
    listCounts: () => [],
  })
  const edited = ref<Promotion>(saved)
  const { result, unmount } = withSetup(() => {
    const till = useTillCart()
    till.shopper = 'guest'
    till.add(A, 2)
    const { answer, edges } = useTill(
      () => edited.value,
      () => saved,
      () => [A],
    )
    return { till, moment: useMoment(), answer, edges }
  })
  const total = () => result.answer.value?.after?.totals.grand
  await waitUntil(() => {
    expect(total()).toBe(1800)
  })
  return { ...result, edited, total, unmount }
}

test('the cart is priced as soon as the plan is there, and again with each change of cart and rule', async () => {
  const { till, edited, total, answer, unmount } = await start()
  till.setQuantity('A', 3)
  await waitUntil(() => {
    expect(total()).toBe(2700)
  })
  edited.value = off(5000)
  await waitUntil(() => {
    expect(total()).toBe(1500)
  })
  expect(answer.value!.before.totals.grand).toBe(2700)
  unmount()
})

test('of many changes at once the last one is shown', async () => {
  const { edited, total, unmount } = await start()
  for (const percent of [2000, 3000, 4000, 5000]) {
    edited.value = off(percent)
    await Promise.resolve()
  }
  await waitUntil(() => {
    expect(total()).toBe(1000)
  })
  unmount()
})

test('a moment that is chosen prices the cart as of then', async () => {
  const { edited, moment, total, unmount } = await start()
  edited.value = { ...off(5000), schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } }
  await waitUntil(() => {
    expect(total()).toBe(1000)
  })
  moment.moveTo(Date.parse('2027-05-01T00:00:00Z'))
  await waitUntil(() => {
    expect(total()).toBe(2000)
  })
  unmount()
})

test('edges follow the order, those of its start among them', async () => {
  const { edited, edges, unmount } = await start()
  expect(edges.value?.moments ?? []).toEqual([])
  edited.value = { ...saved, schedule: { start: '2027-03-01T00:00' } }
  await waitUntil(() => {
    expect(edges.value!.moments.length).toBeGreaterThan(0)
  })
  unmount()
})
