import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useStoreInfo } from './storeInfo.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** A store at revisions that the test counts up, with two questions on screen. */
async function start() {
  const store = { timeZone: 'Europe/Vienna', currency: 'EUR' }
  const now = { latestChange: 1, catalogueRevision: 1, planRevision: 1, isAway: false }
  const unlessAway = (answer: unknown) => {
    if (now.isAway) throw new ApiError('unreachable')
    return answer
  }
  const asked = stubServer({
    getStore: () =>
      unlessAway({
        ...now,
        store,
        locale: 'en-GB',
        delivery: [],
        channels: [],
        now: '2027-03-08T09:00:00Z',
        release: null,
      }),
    listCategories: () => unlessAway([]),
    listPromotions: async () => {
      const revision = now.planRevision
      await new Promise((done) => setTimeout(done, 5))
      return unlessAway([revision])
    },
  })
  const setUp = () => ({
    store: useStoreInfo(),
    promotions: useAnswer('listPromotions'),
    categories: useAnswer('listCategories'),
  })
  const { result } = withSetup(setUp)
  await vi.advanceTimersByTimeAsync(20)
  const refresh = async () => {
    const refreshing = result.store.refresh()
    await vi.advanceTimersByTimeAsync(20)
    await refreshing
  }
  const times = () => [asked.of('listPromotions').length, asked.of('listCategories').length]
  return { now, refresh, times, ...result }
}

test('what was written of the plan is on screen once it is refreshed; what follows from products alone is left', async () => {
  const { now, refresh, times, promotions } = await start()
  expect(times()).toEqual([1, 1])
  Object.assign(now, { latestChange: 2, planRevision: 2 })
  await refresh()
  expect([times(), promotions.data.value]).toEqual([[2, 1], [2]])
  Object.assign(now, { latestChange: 3, catalogueRevision: 2 })
  await refresh()
  expect(times()).toEqual([3, 2])
})

test('while the server is away nothing is lost, and all is asked anew when it is back', async () => {
  const { now, refresh, times, store, promotions } = await start()
  now.isAway = true
  await refresh()
  expect([store.error?.code, store.info?.planRevision, promotions.data.value]).toEqual(['unreachable', 1, [1]])
  expect(times()).toEqual([1, 1])
  Object.assign(now, { isAway: false, planRevision: 2, latestChange: 2 })
  await refresh()
  expect([store.error, promotions.data.value, times()]).toEqual([null, [2], [2, 2]])
})

test('who refreshes has what was written by then, whoever else refreshes meanwhile', async () => {
  const { now, store, promotions } = await start()
  Object.assign(now, { latestChange: 2, planRevision: 2 })
  let seen: unknown
  const own = store.refresh().then(() => {
    seen = promotions.data.value
  })
  await vi.advanceTimersByTimeAsync(3)
  Object.assign(now, { latestChange: 3, planRevision: 3 })
  const others = Promise.all([store.refresh(), store.refresh()])
  await vi.advanceTimersByTimeAsync(30)
  await own
  expect(seen).toEqual([2])
  await others
  expect(promotions.data.value).toEqual([3])
})
