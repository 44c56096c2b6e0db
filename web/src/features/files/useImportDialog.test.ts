import type { ImportKind, ImportStatus } from '@novalex/contract'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useImportDialog } from './useImportDialog.ts'

const STATUS = { id: 'i1', kind: 'products', state: 'reading', added: 0, changed: 0, goodRows: 0, problems: [] }
const file = new File(['sku'], 'a.csv')

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** An open dialog for products and prices; a file that is sent is read as `read`, and as `written` once it was accepted. */
function start(read: object, written: object = { state: 'done' }) {
  let isAccepted = false
  const asked = stubServer({
    startImport: () => STATUS,
    getImport: () => ({ ...STATUS, ...(isAccepted ? written : read) }),
    acceptImport: () => {
      isAccepted = true
      return { ...STATUS, state: 'writing' }
    },
    removeImport: () => null,
  })
  const isOpen = ref(true)
  const done: ImportStatus[] = []
  const kinds: ImportKind[] = ['products', 'stock']
  const { result } = withSetup(() => useImportDialog(kinds, { isOpen, onDone: (status) => done.push(status) }))
  const input = { files: [file], value: 'a.csv' }
  const pass = () => vi.advanceTimersByTimeAsync(3000)
  return { ...result, asked, isOpen, done, input, pass }
}

test.each([
  ['changes something', { state: 'ready', added: 1 }, true, 0],
  ['changes nothing', { state: 'ready' }, false, 0],
  ['has rows that can’t be taken', { state: 'refused', goodRows: 7 }, false, 7],
  ['has more good rows than it says while it is ready', { state: 'ready', changed: 2, goodRows: 7 }, true, 0],
])('a file that %s', async (_label, read, isReady, goodRows) => {
  const dialog = start(read)
  dialog.choose(dialog.input)
  await dialog.pass()
  expect([dialog.isReady.value, dialog.goodRows.value]).toEqual([isReady, goodRows])
})

test('the same file can be chosen again, and none sends nothing', async () => {
  const { choose, input, asked, pass } = start({ state: 'refused' })
  choose(input)
  expect(input.value).toBe('')
  await pass()
  choose({ files: [], value: '' })
  choose({ files: null, value: '' })
  await pass()
  expect(asked.of('startImport')).toHaveLength(1)
})

test('another kind lets go of the file, and the next one is sent as that', async () => {
  const { choose, kind, input, asked, status, pass } = start({ state: 'ready', added: 1 })
  choose(input)
  await pass()
  kind.value = 'stock'
  await pass()
  expect(status.value).toBeNull()
  choose(input)
  await pass()
  expect(asked.of('startImport').map(({ query }) => query.kind)).toEqual(['products', 'stock'])
})

test('once it is written, the dialog closes and says what was', async () => {
  const { choose, accept, input, isOpen, done, pass } = start({ state: 'ready', added: 1 }, { state: 'done', added: 1 })
  choose(input)
  await pass()
  void accept('all')
  await pass()
  expect(done).toMatchObject([{ state: 'done', added: 1 }])
  expect(isOpen.value).toBe(false)
})

test('closed, it forgets the file', async () => {
  const { choose, input, isOpen, status, pass } = start({ state: 'refused', goodRows: 1 })
  choose(input)
  await pass()
  expect(status.value).not.toBeNull()
  isOpen.value = false
  await nextTick()
  expect(status.value).toBeNull()
})
