import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createOrderBody, place, visit } from '../testing/placeOrders.ts'
import { createTestServer, type TestServer } from '../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true, hasThreads: true })
})
afterAll(() => server.close())

const read = async (headers: Record<string, string> = {}) => {
  const response = await fetch(`${server.url}/metrics`, { headers })
  return { status: response.status, text: await response.text() }
}
const countOf = (text: string, endpoint: string, status: number) =>
  Number(
    new RegExp(`novalex_request_seconds_count{endpoint="${endpoint}",status="${status}"} (\\d+)`).exec(text)?.[1] ?? 0,
  )

test('requests are counted by endpoint and status, whatever is in their addresses', async () => {
  const before = (await read()).text
  await server.request('GET', '/api/products/PAD-1')
  await server.request('GET', '/api/products/PAD-2')
  await server.request('GET', '/api/products/NONE')
  await server.request('POST', '/api/promotions', {})
  await server.request('GET', '/api/nothing/here')
  const { text } = await read()
  const grown = (endpoint: string, status: number) =>
    countOf(text, endpoint, status) - countOf(before, endpoint, status)
  expect([
    grown('getProduct', 200),
    grown('getProduct', 404),
    grown('createPromotion', 422),
    grown('other', 404),
  ]).toEqual([2, 1, 1, 1])
  expect(text).not.toContain('PAD-1')
  expect(text).toMatch(/^process_resident_memory_bytes \d+$/m)
})

test.each<Record<string, string>>([{ 'x-forwarded-for': '192.0.2.7' }, { forwarded: 'for=192.0.2.7' }])(
  'to whom a proxy stands between there are none: %o',
  async (headers) => {
    expect((await read(headers)).status).toBe(404)
    const { key } = (
      await server.request('POST', '/api/keys', { name: 'Watch', scopes: ['quote'], channel: 'web', endsAt: null })
    ).body
    expect((await read({ ...headers, authorization: `Bearer ${key}` })).status).toBe(200)
    expect((await read({ ...headers, authorization: 'Bearer none' })).status).toBe(401)
  },
)

test('jobs, refused orders and letters are counted', async () => {
  const countIn = (text: string, name: string) =>
    Number(new RegExp(`^${name.replace(/[{}]/g, '\\$&')} (\\d+)`, 'm').exec(text)?.[1] ?? 0)
  const names = [
    'novalex_job_seconds_count{job="testCarts",outcome="done"}',
    'novalex_orders_total{outcome="delivery-missing"}',
    'novalex_letters_total',
  ]
  const before = (await read()).text
  await server.request('GET', '/api/test-carts')
  const body = createOrderBody({ 'PAD-1': 1 }, 1000)
  const order = { ...body, cart: { ...body.cart, delivery: null } }
  expect((await place(server, await visit(server), order)).body.error.code).toBe('delivery-missing')
  await server.request('POST', '/api/people', { name: 'Mara', email: 'mara@desk.example', role: 'planner' })
  const after = (await read()).text
  expect(names.map((name) => countIn(after, name) - countIn(before, name))).toEqual([1, 1, 1])
})

test('alive is another question than ready', async () => {
  expect(await server.request('GET', '/healthz')).toMatchObject({ status: 200, body: { status: 'alive' } })
  expect(await server.request('GET', '/readyz')).toMatchObject({ status: 200, body: { status: 'ready' } })
})
