import { useQueryClient } from '@tanstack/vue-query'
import { afterEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { stubServer } from '@/testing/stubServer.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { ApiError } from './http.ts'
import { useAnswerPages } from './useAnswerPages.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

/** A log whose entries are numbered from 1, two a page; entries by `p2` are every third. */
function start() {
  const log = { latest: 5, isAway: false }
  const asked = stubServer({
    listActivity: ({ query: { before = 'none', by } }) => {
      if (log.isAway) throw new ApiError('unreachable')
      const last = before === 'none' ? log.latest : Number(before) - 1
      const numbers = Array.from({ length: last }, (_, index) => last - index).filter(
        (number) => by === undefined || number % 3 === 0,
      )
      return { entries: numbers.slice(0, 2).map((number) => ({ number })), hasMore: numbers.length > 2, people: [] }
    },
  })
  const by = ref<string | null>(null)
  const { result } = withSetup(() => ({
    client: useQueryClient(),
    ...useAnswerPages(
      'listActivity',
      () => ({ query: by.value === null ? {} : { by: by.value } }),
      ({ entries }) => entries.at(-1)!.number,
    ),
  }))
  const expectNumbers = (...numbers: number[]) =>
    waitUntil(() => {
      expect(result.pages.value?.flatMap(({ entries }) => entries.map(({ number }) => number))).toEqual(numbers)
    })
  return { ...result, log, by, asked: () => asked.of('listActivity'), expectNumbers }
}

test('the newest first, and earlier ones on demand until there are none', async () => {
  const { expectNumbers, showMore, hasMore, asked } = start()
  await expectNumbers(5, 4)
  await showMore()
  await expectNumbers(5, 4, 3, 2)
  expect(hasMore.value).toBe(true)
  await showMore()
  await expectNumbers(5, 4, 3, 2, 1)
  expect(hasMore.value).toBe(false)
  expect(asked().map(({ query }) => query)).toEqual([{}, { before: '4' }, { before: '2' }])
})

test('entries written meanwhile push none out between two pages', async () => {
  const { expectNumbers, showMore, client, log } = start()
  await expectNumbers(5, 4)
  await showMore()
  log.latest = 7
  await client.invalidateQueries()
  await expectNumbers(7, 6, 5, 4)
})

test('another question begins with its newest again', async () => {
  const { expectNumbers, showMore, by } = start()
  await expectNumbers(5, 4)
  await showMore()
  by.value = 'p2'
  await expectNumbers(3)
})

test('what could not be fetched is told and leaves what is there', async () => {
  const { expectNumbers, showMore, error, refetch, log } = start()
  await expectNumbers(5, 4)
  log.isAway = true
  await showMore()
  await waitUntil(() => {
    expect(error.value?.code).toBe('unreachable')
  })
  await expectNumbers(5, 4)
  log.isAway = false
  await refetch()
  await expectNumbers(5, 4)
  expect(error.value).toBe(null)
})
