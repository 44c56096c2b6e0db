import type { ImportStatus } from '@novalex/contract'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useImport } from './useImport.ts'

const STATUS: ImportStatus = {
  id: 'i1',
  kind: 'products',
  fileName: 'a.csv',
  state: 'reading',
  progress: 0,
  rows: 0,
  goodRows: 0,
  added: 0,
  changed: 0,
  unchanged: 0,
  newCategories: [],
  newProducts: [],
  priceChanges: [],
  priceChangeCount: 0,
  promotions: [],
  problems: [],
  problemCount: 0,
  heads: [],
  columns: [],
  unsureDays: [],
}
const file = new File(['sku'], 'a.csv')
let states: ImportStatus['state'][]
let refusals: ApiError[]
let asked: ReturnType<typeof stubServer>
beforeEach(() => {
  vi.useFakeTimers()
  states = []
  refusals = []
  asked = stubServer({
    startImport: () => {
      const refusal = refusals.pop()
      if (refusal) throw refusal
      return STATUS
    },
    // It stays in the last of them.
    getImport: () => ({ ...STATUS, state: states.length > 1 ? states.shift() : states[0] }),
    acceptImport: () => ({ ...STATUS, state: 'writing' }),
    removeImport: () => null,
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const start = () => withSetup(() => useImport()).result
const pass = () => vi.advanceTimersByTimeAsync(1000)

test('a file is followed until it is read, then until it is written', async () => {
  states = ['reading', 'ready']
  const { status, isBusy, isAgain, send, accept } = start()
  const sending = send('products', file)
  expect(isBusy.value).toBe(true)
  await sending
  await pass()
  expect([status.value?.state, isBusy.value]).toEqual(['ready', false])
  states = ['writing', 'done']
  await accept('all')
  expect(isBusy.value).toBe(true)
  await pass()
  expect([status.value?.state, isBusy.value, isAgain.value]).toEqual(['done', false, false])
})

test('one that is ready again after it was accepted was compared anew, which is said until it is accepted again', async () => {
  states = ['ready']
  const { isAgain, send, accept } = start()
  await send('products', file)
  await pass()
  states = ['ready', 'done']
  await accept('all')
  await pass()
  expect(isAgain.value).toBe(true)
  await accept('all')
  expect(isAgain.value).toBe(false)
})

test('what the server refuses is kept, and the next file begins without it', async () => {
  refusals = [new ApiError('too-large')]
  const { error, isBusy, send } = start()
  await send('products', file)
  expect([error.value?.code, isBusy.value]).toEqual(['too-large', false])
  await send('products', file)
  expect(error.value).toBeNull()
})

test('a file that was only looked at is thrown away; one that is being written is left alone', async () => {
  states = ['ready']
  const { status, send, accept, reset } = start()
  await send('products', file)
  await pass()
  reset()
  await pass()
  expect(asked.of('removeImport').map(({ path }) => path)).toEqual(['/api/imports/i1'])
  expect(status.value).toBeNull()
  states = ['ready']
  await send('products', file)
  await pass()
  await accept('all')
  reset()
  await pass()
  expect(asked.of('removeImport')).toHaveLength(1)
})
