import { productTableJob } from '../features/catalogue/catalogue.jobs.ts'
import { readImportJob, undoImportJob } from '../features/imports/imports.jobs.ts'
import { exportFileJob } from '../features/files/files.jobs.ts'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createTestServer, PRODUCTS, type TestServer } from '../testing/createTestServer.ts'
import { createThreads } from '../jobs/threads.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { hasThreads: true })
})
afterAll(() => server.close())

const page = (column: 'name' | 'sku', text: string) => ({
  question: { filters: [{ column, text }], order: null, from: 0, count: 10 },
  now: server.clock.at,
})

test('more tasks than threads are all done, each with its own answer', async () => {
  const skus = ['PAD-1', 'PAD-2', 'INK-1', 'NONE', 'PAD-1', 'INK-1']
  const answers = await Promise.all(skus.map((sku) => server.threads.run(productTableJob, page('sku', sku))))
  expect(answers.map(({ rows }) => rows.map(({ product }) => product.sku))).toEqual([
    ['PAD-1'],
    ['PAD-2'],
    ['INK-1'],
    [],
    ['PAD-1'],
    ['INK-1'],
  ])
})

test('what a task refuses comes out as it went in, and the thread goes on', async () => {
  const task = server.threads.run(undoImportJob, { id: 'none', at: server.clock.at, by: 'tester' })
  await expect(task).rejects.toMatchObject({ code: 'not-found', facts: { kind: 'import', id: 'none' } })
  expect((await server.threads.run(productTableJob, page('name', 'ink'))).total).toBe(1)
})

test('what breaks in a task is an inner fault, with where it broke', async () => {
  const file = { kind: 'nothing' as never, type: 'csv' as const, now: server.clock.at }
  const thrown = await server.threads.run(exportFileJob, file).catch((error: unknown) => error)
  expect(thrown).toMatchObject({ code: 'internal' })
  expect(((thrown as Error).cause as Error).stack).toContain('exportFile')
})

test('closed, they do nothing more', async () => {
  const threads = createThreads('mysql://127.0.0.1:1/none')
  await threads.close()
  await expect(threads.run(productTableJob, page('sku', 'PAD-1'))).rejects.toThrow('closed')
})

test('work over its time is given up with a sentence, and the next is done', async () => {
  const hasty = createThreads(server.databaseUrl, {
    limits: { questionMs: 1, fileMs: 60_000 },
    filename: inject('threadFile'),
  })
  await expect(hasty.run(productTableJob, page('sku', 'PAD-1'))).rejects.toMatchObject({ code: 'took-too-long' })
  const file = { kind: 'prices' as const, type: 'csv' as const, now: server.clock.at }
  expect((await hasty.run(exportFileJob, file)).length).toBeGreaterThan(0)
  await hasty.close()
})

test('work that nobody waits for any more is cancelled', async () => {
  const leaving = new AbortController()
  const file = { kind: 'prices' as const, type: 'csv' as const, now: server.clock.at }
  // A thread keeps what it has read until the catalogue changes.
  await server.request('POST', '/api/products', { product: { ...PRODUCTS[0], sku: 'PAD-9' } })
  const holder = await server.database.transaction()
  try {
    // Whoever reads the products waits until this is let go.
    await holder.raw('lock tables products write')
    const task = server.threads.run(exportFileJob, file, { signal: leaving.signal })
    leaving.abort()
    await expect(task).rejects.toThrow()
  } finally {
    await holder.raw('unlock tables')
    await holder.rollback()
  }
  expect((await server.threads.run(exportFileJob, file)).length).toBeGreaterThan(0)
})

test('work behind a task whose thread is ended is done in another thread', async () => {
  const leaving = new AbortController()
  const rows = Array.from({ length: 30_000 }, (_none, at) => `GONE-${at};1`).join('\n')
  const headers = { 'content-type': 'text/csv' }
  const { body } = await server.request('POST', '/api/imports?kind=prices', `sku;regular_price\n${rows}\n`, headers)
  const { id } = body as { id: string }
  const reading = server.threads.run(readImportJob, { id, at: server.clock.at }, { signal: leaving.signal })
  const file = { kind: 'prices' as const, type: 'csv' as const, now: server.clock.at }
  const waiting = server.threads.run(exportFileJob, file)
  leaving.abort()
  await reading.catch(() => undefined)
  expect((await waiting).length).toBeGreaterThan(0)
})
