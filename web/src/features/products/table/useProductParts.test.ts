import type { TableAnswer, TableQuestion } from '@novalex/contract'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { ApiError } from '@/api/http.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useProductParts } from './useProductParts.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const settle = () => vi.advanceTimersByTimeAsync(20)

/** A table of so many products, named by their places; answers take a moment, refusals none. */
function serve(total: () => number) {
  const rowAt = (index: number) => ({ product: { sku: `S${index}` } }) as TableAnswer['rows'][number]
  const refusals: ApiError[] = []
  const asked = stubServer({
    getProductTable: async ({ body }) => {
      const { from, count } = body as TableQuestion
      const refusal = refusals.shift()
      if (refusal) throw refusal
      const known = total()
      await new Promise((done) => setTimeout(done, 5))
      const length = Math.max(0, Math.min(count, known - from))
      return { total: known, rows: Array.from({ length }, (_none, index) => rowAt(from + index)) }
    },
  })
  return { refusals, places: () => asked.of('getProductTable').map(({ body }) => (body as TableQuestion).from) }
}
const start = (search = ref('')) =>
  withSetup(() => useProductParts(() => ({ filters: [{ column: 'name', text: search.value }], order: null }))).result

test('asks for the first part, then for what is looked at, each part once', async () => {
  const { places } = serve(() => 1000)
  const { total, rows, look } = start()
  await settle()
  expect([total.value, rows.value.size, rows.value.get(99)?.product.sku]).toEqual([1000, 100, 'S99'])
  look(80, 120)
  await settle()
  look(90, 130)
  await settle()
  expect(places()).toEqual([0, 100])
  expect(rows.value.get(199)?.product.sku).toBe('S199')
  look(950, 1020)
  await settle()
  expect(places()).toEqual([0, 100, 900])
})

test('old rows stay until the first new ones are there', async () => {
  let total = 300
  serve(() => total)
  const search = ref('')
  const parts = start(search)
  await settle()
  total = 40
  search.value = 'pad'
  await vi.advanceTimersByTimeAsync(2)
  expect([parts.isLoading.value, parts.rows.value.size]).toEqual([true, 100])
  await settle()
  expect([parts.isLoading.value, parts.rows.value.size, parts.total.value]).toEqual([false, 40, 40])
})

test('fewer are found than one was looking at', async () => {
  let total = 1000
  serve(() => total)
  const search = ref('')
  const { look, rows, total: found } = start(search)
  await settle()
  look(900, 930)
  await settle()
  total = 3
  search.value = 'pad'
  await settle()
  await settle()
  expect(found.value).toBe(3)
  look(0, 3)
  await settle()
  expect(rows.value.get(2)?.product.sku).toBe('S2')
})

test('a part that did not come is said, and is there once it is asked for again', async () => {
  const { refusals } = serve(() => 500)
  const { error, look, rows, refetch } = start()
  await settle()
  refusals.push(new ApiError('internal'))
  look(150, 160)
  await settle()
  expect([error.value?.code, rows.value.size]).toEqual(['internal', 100])
  void refetch()
  await settle()
  expect([error.value, rows.value.get(150)?.product.sku]).toEqual([null, 'S150'])
})
