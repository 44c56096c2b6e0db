import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { ApiError } from './http.ts'
import { useAnswer } from './useAnswer.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const pass = () => vi.advanceTimersByTimeAsync(10)

/** A server whose answers come when the test says so. */
function createServer() {
  const waiting: {
    answer: (value: unknown) => Promise<unknown>
    refuse: (code: ApiError['code']) => Promise<unknown>
  }[] = []
  const asked = stubServer({
    findShoppers: () =>
      new Promise((resolve, reject) => {
        waiting.push({
          answer: (value) => {
            resolve(value)
            return pass()
          },
          refuse: (code) => {
            reject(new ApiError(code))
            return pass()
          },
        })
      }),
  })
  return { waiting, asked: () => asked.of('findShoppers') }
}
const start = (search: () => string | null) =>
  withSetup(() =>
    useAnswer('findShoppers', () => {
      const text = search()
      return text === null ? null : { query: { search: text } }
    }),
  )

test('asks at once and again when the question changes; the old answer stays until the new one is there', async () => {
  const { waiting, asked } = createServer()
  const search = ref('a')
  const { result, unmount } = start(() => search.value)
  await pass()
  expect([asked().length, result.isFetching.value, result.data.value]).toEqual([1, true, undefined])
  await waiting[0]!.answer('one')
  expect([result.data.value, result.isFetching.value]).toEqual(['one', false])
  search.value = 'b'
  await pass()
  expect([asked()[1]!.query, result.data.value, result.isPlaceholderData.value]).toEqual([{ search: 'b' }, 'one', true])
  await waiting[1]!.answer('two')
  expect([result.data.value, result.isPlaceholderData.value]).toEqual(['two', false])
  unmount()
})

test('an answer that a newer question has overtaken is called off, and dropped if it comes all the same', async () => {
  const { waiting, asked } = createServer()
  const search = ref('old')
  const { result, unmount } = start(() => search.value)
  await pass()
  search.value = 'new'
  await pass()
  expect(asked()[0]!.signal!.aborted).toBe(true)
  await waiting[1]!.answer('new')
  await waiting[0]!.answer('old')
  expect(result.data.value).toBe('new')
  unmount()
})

test('a refusal is kept beside what was there, is not asked again in silence, and goes with the next answer', async () => {
  const { waiting, asked } = createServer()
  const { result, unmount } = start(() => 'a')
  await pass()
  await waiting[0]!.answer('one')
  void result.refetch()
  await pass()
  await waiting[1]!.refuse('unreachable')
  await vi.advanceTimersByTimeAsync(60_000)
  expect([result.data.value, result.error.value?.code, asked().length]).toEqual(['one', 'unreachable', 2])
  void result.refetch()
  await pass()
  await waiting[2]!.answer('two')
  expect([result.data.value, result.error.value]).toEqual(['two', null])
  unmount()
})

test('what is not asked has no answer, not even an old one', async () => {
  const { waiting, asked } = createServer()
  const search = ref<string | null>('a')
  const { result, unmount } = start(() => search.value)
  await pass()
  await waiting[0]!.answer('one')
  search.value = null
  await pass()
  expect([result.data.value, asked().length]).toEqual([undefined, 1])
  unmount()
})

test('who leaves calls the question off', async () => {
  const { asked } = createServer()
  const { unmount } = start(() => 'a')
  await pass()
  unmount()
  await pass()
  expect(asked()[0]!.signal!.aborted).toBe(true)
})

test('two who ask the same are answered by one request', async () => {
  const asked = stubServer({ listSets: () => [] })
  const { result, unmount } = withSetup(() => [useAnswer('listSets'), useAnswer('listSets')])
  await pass()
  expect([asked.of('listSets').length, ...result.map(({ data }) => data.value)]).toEqual([1, [], []])
  unmount()
})
