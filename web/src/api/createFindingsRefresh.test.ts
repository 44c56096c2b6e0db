import { QueryClient, QueryObserver } from '@tanstack/vue-query'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { createFindingsRefresh, FINDINGS } from './createFindingsRefresh.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

test('one edit after the other asks once they pause, and in between from time to time; a page that opens asks at once', async () => {
  const client = new QueryClient()
  let asked = 0
  const query = { queryKey: [FINDINGS, {}], queryFn: () => Promise.resolve(++asked), staleTime: Infinity }
  const leave = new QueryObserver(client, query).subscribe(() => undefined)
  await vi.advanceTimersByTimeAsync(10)
  expect(asked).toBe(1)
  const refresh = createFindingsRefresh(client)
  for (let edit = 0; edit < 5; edit++) {
    refresh.soon()
    await vi.advanceTimersByTimeAsync(500)
  }
  expect(asked).toBe(1)
  await vi.advanceTimersByTimeAsync(2000)
  expect(asked).toBe(2)
  for (let edit = 0; edit < 16; edit++) {
    refresh.soon()
    await vi.advanceTimersByTimeAsync(500)
  }
  expect(asked).toBe(3)
  leave()
  refresh.soon()
  new QueryObserver(client, query).subscribe(() => undefined)
  await vi.advanceTimersByTimeAsync(10)
  expect(asked).toBe(4)
  await refresh.now()
  expect(asked).toBe(5)
  client.clear()
})
