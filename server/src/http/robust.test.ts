import { request as openRequest, type IncomingMessage } from 'node:http'
import { connect } from 'node:net'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, PRODUCTS, type TestServer } from '../testing/createTestServer.ts'
import { upload } from '../testing/imports.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { uploads: { atOnce: 4, idleMs: 1500 } })
})
afterAll(() => server.close())

const cart = { lines: [{ sku: 'PAD-1', quantity: 1 }], codes: [], channel: 'web', delivery: null }
const shopper = { id: 's', groups: [], tags: [], orders: 0, spent: 0, bought: [] }

/** A request by hand: with whatever head, and a body that may never come to its end. */
function send(
  head: { method?: string; path?: string; headers?: Record<string, string> },
  body: (send: (piece: string) => void, end: () => void) => void = (_send, end) => {
    end()
  },
): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const { port } = new URL(server.url)
    const request = openRequest(
      {
        host: '127.0.0.1',
        port,
        method: 'GET',
        path: '/api/store',
        ...head,
        headers: { cookie: server.cookie, ...head.headers },
      },
      (response: IncomingMessage) => {
        let text = ''
        response.on('data', (piece) => (text += String(piece)))
        response.on('end', () => {
          resolve({ status: response.statusCode!, text })
        })
      },
    )
    request.on('error', reject)
    request.flushHeaders()
    body(
      (piece) => request.write(piece),
      () => request.end(),
    )
  })
}

describe('a body of the wrong shape', () => {
  test('with thousands of faults is answered with the first of them, and others are answered meanwhile', async () => {
    const groups = Array.from({ length: 25_000 }, () => 0)
    const wrong = server.request('POST', '/api/quote', { cart: { ...cart, shopper: { ...shopper, groups } } })
    expect((await server.request('GET', '/healthz')).status).toBe(200)
    const { status, body } = await wrong
    expect(status).toBe(422)
    expect(body.error.problems.length).toBeLessThanOrEqual(50)
  })
  test('in a plan file is told in the same way', async () => {
    const all = Array.from({ length: 30_000 }, () => ({ test: 'weather' }))
    const {
      name: _name,
      campaign: _campaign,
      occasion: _occasion,
      archived: _archived,
      note: _note,
      ...rule
    } = createDraft()
    const content = JSON.stringify({
      plan: { promotions: [{ ...rule, name: 'Wrong', id: 'wrong', rank: 1, when: { all } }] },
    })
    const status = await upload(server, content, { kind: 'plan' })
    expect(status.state).toBe('refused')
    expect(status.problemCount).toBeLessThanOrEqual(50)
  })
  test('too large for its address is refused; lists may be longer', async () => {
    const goal = 'x'.repeat(70_000)
    expect((await server.request('POST', '/api/campaigns', { name: 'Large', goal })).body.error).toMatchObject({
      code: 'too-large',
      facts: { maxBytes: 65_536 },
    })
    const skus = Array.from({ length: 4000 }, (_none, at) => `NO-SUCH-PRODUCT-${at}`)
    expect((await server.request('POST', '/api/products/lookup', { skus })).body).toEqual([])
  })
})

describe('senders that stop', () => {
  const stall = (path: string, type: string) =>
    send({ method: 'POST', path, headers: { 'content-type': type, 'content-length': '10000' } }, (write) => {
      write('{"name":')
    })

  test('in the middle of a file hold up nobody; those over the number are told to wait, the others to go', async () => {
    const stalled = Array.from({ length: 12 }, () => stall('/api/imports', 'text/csv'))
    const others = await Promise.all(Array.from({ length: 20 }, () => server.request('GET', '/api/store')))
    expect(others.every(({ status }) => status === 200)).toBe(true)
    const cookie = await server.signIn('planner', 'Colleague')
    const file = 'sku;name;regular_price;tax_rate\nB;B;1;20\n'
    const sent = await server.request('POST', '/api/imports', file, { cookie, 'content-type': 'text/csv' })
    expect(sent.status).toBe(202)
    const answers = await Promise.all(stalled)
    const statuses = answers.map(({ status }) => status).sort()
    // One person has half of the four places, so that others have the rest.
    expect(statuses).toEqual([408, 408, ...Array.from({ length: 10 }, () => 503)])
    expect(
      answers
        .map(({ text }) => JSON.parse(text).error.code as string)
        .sort()
        .at(-1),
    ).toBe('uploads-busy')
    expect(await upload(server, 'sku;name;regular_price;tax_rate\nA;B;1;20\n')).toMatchObject({ state: 'ready' })
  })
  test('and leave their connection: nothing of theirs stays', async () => {
    const { port } = new URL(server.url)
    const socket = connect(Number(port), '127.0.0.1')
    socket.write(
      `POST /api/imports HTTP/1.1\r\nhost: 127.0.0.1\r\ncookie: ${server.cookie}\r\ncontent-type: text/csv\r\ncontent-length: 900\r\n\r\nsku;`,
    )
    await new Promise((resolve) => setTimeout(resolve, 50))
    socket.destroy()
    expect((await server.request('GET', '/api/store')).status).toBe(200)
    expect(await server.database('imports').where({ file_name: 'file' }).where({ state: 'reading' })).toEqual([])
  })
})

describe('what nobody would send on purpose gets a sentence', () => {
  test.each(['2027-03-01T00:00:60Z', '2027-03-01T00:00:00+05', '2027-02-30T00:00:00Z', '9999-12-31T23:59:00-14:00'])(
    'an instant like %s',
    async (at) => {
      for (const path of ['/api/products', '/api/shop/products', '/api/plan'])
        expect((await server.request('GET', `${path}?at=${encodeURIComponent(at)}`)).status).toBe(422)
    },
  )
  test.each<[string, object]>([
    ['more sold than a column holds', { product: { ...PRODUCTS[0], sku: 'NEW-1' }, sold: 10_000_000_000 }],
    ['more in stock', { product: { ...PRODUCTS[0], sku: 'NEW-1', stock: 10_000_000_000 } }],
    [
      'tags without end',
      {
        product: {
          ...PRODUCTS[0],
          sku: 'NEW-1',
          tags: Array.from({ length: 900 }, (_none, at) => `tag ${at} ${'ä'.repeat(40)}`),
        },
      },
    ],
  ])('%s', async (_label, body) => {
    const { status } = await server.request('POST', '/api/products', body)
    expect([413, 422]).toContain(status)
  })
  test('junk that says it is packed', async () => {
    for (const encoding of ['gzip', 'deflate', 'br', 'nothing']) {
      const headers = { 'content-type': 'application/json', 'content-encoding': encoding }
      const { status, body } = await server.request('POST', '/api/campaigns', 'junk, not packed at all', headers)
      expect([400, 415], encoding).toContain(status)
      expect(body.error.code).toMatch(/^(bad-json|wrong-media-type)$/)
    }
  })
  test('an address that can’t be read, a file that is not there', async () => {
    for (const path of ['/assets/none.js', '/api/%', '/api/products/%E0%A4%A', '/assets/%00', '/nothing/here'])
      expect((await send({ path })).status, path).toBe(404)
  })
  test('an id that is none, in an address or a header', async () => {
    for (const path of ['/api/promotions/%20', '/api/products/%0A', `/api/sets/${'x'.repeat(65)}?version=1`]) {
      const method = path.includes('sets') ? 'DELETE' : 'GET'
      expect((await send({ method, path })).status, path).toBe(404)
    }
    const headers = { 'content-type': 'text/csv', 'x-file-name': 'x'.repeat(2001) }
    expect(await server.request('POST', '/api/imports', 'sku', headers)).toMatchObject({
      status: 422,
      body: { error: { problems: [{ code: 'too-long', path: 'x-file-name' }] } },
    })
  })
})

describe('a request from elsewhere is refused', () => {
  test.each<[string, Record<string, string>, number]>([
    ['its own host', {}, 200],
    ['another name for this machine', { host: 'localhost:9' }, 200],
    ['a host that is none of its own', { host: 'shop.example' }, 403],
    ['a host that begins like its own', { host: '127.0.0.1.shop.example' }, 403],
    ['a page of another origin', { origin: 'http://shop.example' }, 403],
    ['a page of another port', { host: '127.0.0.1:8000', origin: 'http://127.0.0.1:8001' }, 403],
    ['a page of its own origin', { host: '127.0.0.1:8000', origin: 'http://127.0.0.1:8000' }, 200],
    ['a page of no origin', { origin: 'null' }, 403],
  ])('%s', async (_label, headers, status) => {
    expect((await send({ headers })).status).toBe(status)
  })
  test('what another site makes a browser send, even without an origin, changes nothing; a link may lead here', async () => {
    const headers = { 'sec-fetch-site': 'cross-site', 'content-type': 'application/json' }
    const body = { name: 'Foreign', goal: '' }
    expect((await server.request('POST', '/api/campaigns', body, headers)).body.error.code).toBe('foreign-request')
    expect((await server.request('GET', '/api/campaigns', undefined, headers)).status).toBe(200)
  })
})
