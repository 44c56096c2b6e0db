import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { useDebounced } from './useDebounced.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

test('follows once the value has been still for a while', async () => {
  const typed = ref('')
  const settled = useDebounced(typed, 200)
  for (const text of ['o', 'oi', 'oil']) {
    typed.value = text
    await nextTick()
    vi.advanceTimersByTime(199)
    expect(settled.value).toBe('')
  }
  vi.advanceTimersByTime(1)
  expect(settled.value).toBe('oil')
})

test('a value that goes back before that changes nothing', async () => {
  const typed = ref('oil')
  const settled = useDebounced(typed, 200)
  typed.value = 'oils'
  await nextTick()
  typed.value = 'oil'
  await nextTick()
  vi.advanceTimersByTime(1000)
  expect(settled.value).toBe('oil')
})
