import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useProductSearch } from './useProductSearch.ts'

const NAMES = ['Table easel', 'Sketch pad', 'Étude pad', 'Round brush']
let answered: Promise<void>

beforeEach(() => {
  vi.useFakeTimers()
  answered = Promise.resolve()
  stubServer({
    listProducts: async ({ query: { search = '' } }) => {
      const named = NAMES.filter((name) => name.toLowerCase().includes(search))
      await answered
      return { rows: named.map((name) => ({ product: { sku: name.slice(0, 2), name } })) }
    },
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

test('until the answer comes, nothing is offered that has not what is typed', async () => {
  const typed = ref('')
  const { found, isAnswered } = withSetup(() => useProductSearch(typed)).result
  const names = () => found.value.map(({ name }) => name)
  await vi.advanceTimersByTimeAsync(10)
  expect(names()).toEqual(NAMES)

  let answer = (): void => undefined
  answered = new Promise((resolve) => {
    answer = resolve
  })
  typed.value = 'pad'
  await vi.advanceTimersByTimeAsync(1000)
  expect([names(), isAnswered.value]).toEqual([['Sketch pad', 'Étude pad'], false])
  typed.value = 'etude PAD'
  expect(names()).toEqual(['Étude pad'])
  typed.value = 'pad'
  answer()
  await vi.advanceTimersByTimeAsync(1000)
  expect([names(), isAnswered.value]).toEqual([['Sketch pad', 'Étude pad'], true])
})

test('an Enter before the answer takes the first found once it is there, unless more was typed', async () => {
  const typed = ref('')
  const { takeFirstLater } = withSetup(() => useProductSearch(typed)).result
  const taken: string[] = []
  const take = ({ name }: { readonly name: string }) => {
    taken.push(name)
  }
  await vi.advanceTimersByTimeAsync(1000)
  typed.value = 'pad'
  await vi.advanceTimersByTimeAsync(1)
  takeFirstLater(take)
  await vi.advanceTimersByTimeAsync(1000)
  expect(taken).toEqual(['Sketch pad'])

  typed.value = 'easel'
  await vi.advanceTimersByTimeAsync(1)
  takeFirstLater(take)
  typed.value = 'brush'
  await vi.advanceTimersByTimeAsync(1000)
  typed.value = 'nothing like it'
  await vi.advanceTimersByTimeAsync(1)
  takeFirstLater(take)
  await vi.advanceTimersByTimeAsync(1000)
  takeFirstLater(take)
  await vi.advanceTimersByTimeAsync(1000)
  expect(taken).toEqual(['Sketch pad'])
})
