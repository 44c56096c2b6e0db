import type { Limits } from '@novalex/core'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useOnOffer } from './useOnOffer.ts'

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse('2027-03-10T08:00:00Z') })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

test('what is refilled is on offer too: at so many left, and so many hours before the end', async () => {
  const store = { timeZone: 'Europe/Vienna', currency: 'EUR' }
  const revisions = { latestChange: 1, catalogueRevision: 1, planRevision: 1 }
  const count = (promotion: string, units: number) => ({
    promotion,
    units,
    uses: 1,
    given: 0,
    added: 0,
    reached: null,
  })
  stubServer({
    getStore: () => ({
      ...revisions,
      store,
      locale: 'en-GB',
      delivery: [],
      channels: [],
      now: '2027-03-10T08:00:00Z',
      release: null,
    }),
    listCounts: () => [count('six', 6), count('seven', 7), count('back', -2)],
    getMoments: () => ({ moments: [], until: '2027-06-10T08:00:00Z' }),
  })
  const { result: onOffer } = withSetup(useOnOffer)
  await vi.advanceTimersByTimeAsync(20)
  const refilled: Limits = { units: 8, refills: [{ at: { unitsLeft: 1 }, add: 3 }] }
  const late: Limits = { units: 8, refills: [{ at: { hoursLeft: 3 }, add: 5 }] }
  const at = (end: string) => ({ end: `2027-03-10T${end}` as const })
  expect([
    onOffer('six', { limits: refilled, schedule: {} }),
    onOffer('seven', { limits: refilled, schedule: {} }),
    onOffer('back', { limits: refilled, schedule: {} }),
    onOffer('unknown', { limits: refilled, schedule: {} }),
    onOffer('six', { limits: late, schedule: at('12:00') }),
    onOffer('six', { limits: late, schedule: at('12:01') }),
    onOffer('six', { limits: { units: 0 }, schedule: {} }),
    onOffer('six', { limits: { uses: 8 }, schedule: {} }),
  ]).toEqual([8, 11, 8, 8, 13, 8, 0, null])
})
