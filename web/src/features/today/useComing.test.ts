import { afterEach, expect, test, vi } from 'vitest'
import { todayText as words } from '@/locale/catalogue.ts'
import { createRecord, stubPlan } from '@/testing/stubPlan.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useComing } from './useComing.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

async function listDays(...schedules: readonly object[]) {
  stubPlan(...schedules.map((schedule, at) => createRecord(`p${at + 1}`, { schedule })))
  const { result } = withSetup(() => ({ store: useStoreInfo(), coming: useComing() }))
  await waitUntil(() => {
    expect(result.store.info).not.toBeNull()
    expect(result.coming.days.value.length).toBeGreaterThan(0)
  })
  return result.coming.days.value.map(([day, list]) => [
    day,
    ...list.map(({ time, name, what }) => `${time} ${name} ${what}`),
  ])
}

test('an end at midnight stands at the end of its last day, before what starts then', async () => {
  const days = await listDays(
    { start: '2027-03-15T00:00', end: '2027-03-16T18:00' },
    { start: '2027-03-01T00:00', end: '2027-03-15T00:00' },
    { start: '2027-03-14T09:30' },
  )
  expect(days).toEqual([
    ['2027-03-14', `09:30 Sale p3 ${words.starts}`, `24:00 Sale p2 ${words.ends}`],
    ['2027-03-15', `00:00 Sale p1 ${words.starts}`],
    ['2027-03-16', `18:00 Sale p1 ${words.ends}`],
  ])
})

test('what is past, and what is more than two weeks ahead, is not coming', async () => {
  const days = await listDays(
    { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
    { start: '2027-03-08T10:00', end: '2027-03-08T12:00' },
    { start: '2027-03-01T00:00', end: '2027-03-08T09:59' },
  )
  // It is 10:00 on the store's clock.
  expect(days).toEqual([['2027-03-08', `12:00 Sale p2 ${words.ends}`]])
})
