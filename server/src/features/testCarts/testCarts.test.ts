import { TestCartRuns } from '@novalex/contract'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const cart = { lines: [{ sku: 'PAD-1', quantity: 3 }], codes: [], channel: 'web', delivery: null, shopper: null }
const draft = { name: 'Three pads', at: '2027-03-12T00:00:00Z', cart, expected: 3000 }
const run = async () => (await server.request('GET', '/api/test-carts')).body as Record<string, unknown>[]

test('a test cart holds until an edit breaks it, and both receipts are shown', async () => {
  const { status, body } = await server.request('POST', '/api/test-carts', draft)
  expect(status).toBe(201)
  expect(await run()).toMatchObject([{ state: 'passes', working: { grand: 3000 }, live: { grand: 3000 } }])
  await server.request('POST', '/api/promotions', createDraft({ name: 'Pads less' }))
  const [broken] = await run()
  expect(broken).toMatchObject({
    state: 'fails',
    working: { grand: 2400, reductions: [{ promotion: 'Pads less', amount: 600 }] },
    live: { grand: 3000, reductions: [] },
  })
  expect(checkShape(TestCartRuns, [broken])).toEqual([])
  const watched = { ...draft, expected: null, version: body.version }
  expect((await server.request('PUT', `/api/test-carts/${body.id}`, watched)).status).toBe(200)
  expect(await run()).toMatchObject([{ state: 'changes' }])
})

test('a second save on the same version is refused with the present one', async () => {
  const { body } = await server.request('POST', '/api/test-carts', draft)
  const path = `/api/test-carts/${body.id}`
  await server.request('PUT', path, { ...draft, name: 'First', version: 1 })
  const second = await server.request('PUT', path, { ...draft, name: 'Second', version: 1 })
  expect(second).toMatchObject({ status: 409, body: { error: { facts: { present: { name: 'First' } } } } })
  expect((await server.request('DELETE', `${path}?version=1`)).status).toBe(409)
  expect((await server.request('DELETE', `${path}?version=2`)).status).toBe(204)
  expect((await server.request('DELETE', `${path}?version=2`)).status).toBe(404)
  expect((await server.request('PUT', path, { ...draft, version: 2 })).status).toBe(404)
})

test('a cart that can’t be priced is told from a broken one', async () => {
  const lines = [{ sku: 'GONE', quantity: 1 }]
  await server.request('POST', '/api/test-carts', { ...draft, name: 'Gone', cart: { ...cart, lines } })
  const runs = await run()
  expect(runs.find(({ state }) => state === 'unpriced')).toMatchObject({
    working: null,
    problems: [{ code: 'unknown-sku' }],
  })
})
