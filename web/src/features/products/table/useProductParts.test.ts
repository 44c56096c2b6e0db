import type { TableAnswer, TableQuestion } from '@novalex/contract'
import { afterEach, expect, test, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useProductParts } from './useProductParts.ts'

afterEach(() => {
  vi.restoreAllMocks()
})

/** A table of so many products, named by their places. */
function serve(total: () => number) {
  const rowAt = (index: number) => ({ product: { sku: `S${index}` } }) as TableAnswer['rows'][number]
  return vi.spyOn(api, 'getProductTable').mockImplementation(({ from, count }: TableQuestion) => {
    const length = Math.max(0, Math.min(count, total() - from))
    const rows = Array.from({ length }, (_none, index) => rowAt(from + index))
    return new Promise((resolve) => setTimeout(() => resolve({ total: total(), rows })))
  })
}
const settle = () => new Promise((done) => setTimeout(done, 10))
const start = (filters = ref(0)) =>
  withSetup(() => useProductParts(() => ({ filters: [], order: null }), [filters])).result

test('asks for the first part, then for what is looked at, each part once', async () => {
  const asked = serve(() => 1000)
  const { total, rows, look } = start()
  await settle()
  expect([total.value, rows.size, rows.get(99)?.product.sku]).toEqual([1000, 100, 'S99'])
  look(80, 120)
  look(90, 130)
  await settle()
  expect(asked.mock.calls.map(([{ from }]) => from)).toEqual([0, 100])
  expect(rows.get(199)?.product.sku).toBe('S199')
  look(950, 1020)
  await settle()
  expect(asked.mock.calls.map(([{ from }]) => from)).toEqual([0, 100, 900])
})

test('old rows stay until the first new ones are there', async () => {
  let total = 300
  serve(() => total)
  const filters = ref(0)
  const parts = start(filters)
  await settle()
  total = 40
  filters.value++
  await nextTick()
  expect([parts.isLoading.value, parts.rows.size]).toEqual([true, 100])
  await settle()
  expect([parts.isLoading.value, parts.rows.size, parts.total.value]).toEqual([false, 40, 40])
})

test('an answer to an older question is dropped', async () => {
  const answers: ((answer: TableAnswer) => void)[] = []
  vi.spyOn(api, 'getProductTable').mockImplementation(
    () =>
      new Promise((resolve) => {
        answers.push(resolve)
      }),
  )
  const filters = ref(0)
  const { total } = start(filters)
  filters.value++
  await nextTick()
  answers[1]!({ total: 2, rows: [] })
  answers[0]!({ total: 1, rows: [] })
  await settle()
  expect(total.value).toBe(2)
})

test('a part that did not come is asked for again', async () => {
  const asked = serve(() => 500)
  const { error, look, rows } = start()
  await settle()
  asked.mockRejectedValueOnce(new ApiError('unreachable'))
  look(150, 160)
  await settle()
  expect([error.value?.code, rows.size]).toEqual(['unreachable', 100])
  look(150, 161)
  await settle()
  expect([error.value, rows.size]).toEqual([null, 200])
})
