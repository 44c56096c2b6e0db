import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useMoment } from './moment.ts'
import { useStoreInfo } from './storeInfo.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

test('the present is the server’s, to the minute, however old the last tick of this machine is', async () => {
  // A clock that stands still, as in tests and pictures.
  const now = '2027-03-10T08:41:00Z'
  const store = { timeZone: 'Europe/Vienna', currency: 'EUR' }
  stubServer({
    getStore: () => ({
      store,
      locale: 'en-GB',
      delivery: [],
      channels: [],
      latestChange: 1,
      planRevision: 1,
      catalogueRevision: 1,
      release: null,
      now,
    }),
    getMoments: () => ({ moments: [] }),
  })
  const { result } = withSetup(() => ({ store: useStoreInfo(), moment: useMoment() }))
  await vi.advanceTimersByTimeAsync(10)
  for (let times = 0; times < 5; times++) {
    expect(new Date(result.moment.now).toISOString()).toBe('2027-03-10T08:41:00.000Z')
    await vi.advanceTimersByTimeAsync(4000)
    const refreshing = result.store.refresh()
    await vi.advanceTimersByTimeAsync(10)
    await refreshing
  }
})
