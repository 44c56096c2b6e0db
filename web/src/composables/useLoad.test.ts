import { expect, test } from 'vitest'
import { nextTick, ref } from 'vue'
import { ApiError } from '@/api/http.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useLoad } from './useLoad.ts'

/** A question whose answers come when the test says so. */
function createQuestion() {
  const asked: {
    signal: AbortSignal
    answer: (value: string) => Promise<void>
    refuse: (error: Error) => Promise<void>
  }[] = []
  const ask = (signal: AbortSignal) =>
    new Promise<string>((resolve, reject) => {
      const settle = async (act: () => void) => {
        act()
        await new Promise((done) => setTimeout(done))
      }
      asked.push({
        signal,
        answer: (value) => settle(() => resolve(value)),
        refuse: (error) => settle(() => reject(error)),
      })
    })
  return { asked, ask }
}

test('asks at once and again when a source changes; what it has stays until the next answer', async () => {
  const { asked, ask } = createQuestion()
  const page = ref(1)
  const { result, unmount } = withSetup(() => useLoad(page, ask))
  expect([asked.length, result.isLoading.value, result.data.value]).toEqual([1, true, null])
  await asked[0]!.answer('one')
  expect([result.data.value, result.isLoading.value]).toEqual(['one', false])
  page.value = 2
  await nextTick()
  expect([asked.length, result.data.value, result.isLoading.value]).toEqual([2, 'one', true])
  await asked[1]!.answer('two')
  expect(result.data.value).toBe('two')
  unmount()
})

test('an answer that a newer question has overtaken is dropped, whichever comes first', async () => {
  const { asked, ask } = createQuestion()
  const { result, unmount } = withSetup(() => useLoad(ref(0), ask))
  void result.reload()
  expect(asked[0]!.signal.aborted).toBe(true)
  await asked[1]!.answer('new')
  await asked[0]!.answer('old')
  expect([result.data.value, result.isLoading.value]).toEqual(['new', false])
  void result.reload()
  void result.reload()
  await asked[2]!.refuse(new ApiError('internal'))
  expect([result.error.value, result.isLoading.value]).toEqual([null, true])
  unmount()
})

test('a refusal is kept beside what was there, and goes with the next answer', async () => {
  const { asked, ask } = createQuestion()
  const { result, unmount } = withSetup(() => useLoad(ref(0), ask))
  await asked[0]!.answer('one')
  void result.reload()
  await asked[1]!.refuse(new ApiError('unreachable'))
  expect([result.data.value, result.error.value?.code, result.isLoading.value]).toEqual(['one', 'unreachable', false])
  void result.reload()
  await asked[2]!.answer('two')
  expect([result.data.value, result.error.value]).toEqual(['two', null])
  unmount()
})

test('who leaves calls the question off', () => {
  const { asked, ask } = createQuestion()
  const { unmount } = withSetup(() => useLoad(ref(0), ask))
  expect(asked[0]!.signal.aborted).toBe(false)
  unmount()
  expect(asked[0]!.signal.aborted).toBe(true)
})
