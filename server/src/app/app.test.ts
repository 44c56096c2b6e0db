import { connect, createServer, type Server, type Socket } from 'node:net'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

describe('at the door', () => {
  test('every answer has a request id, errors repeat it', async () => {
    const { headers, body } = await server.request('GET', '/api/nothing')
    expect(body.error).toEqual({ code: 'no-such-page', requestId: headers.get('x-request-id') })
  })

  test.each<[string, string, string, Record<string, string>, number, string]>([
    ['no JSON', '/api/promotions', '{"name": ', { 'content-type': 'application/json' }, 400, 'bad-json'],
    ['another media type', '/api/promotions', 'name=x', { 'content-type': 'text/plain' }, 415, 'wrong-media-type'],
    [
      'too much',
      '/api/promotions',
      JSON.stringify('x'.repeat(2 ** 23)),
      { 'content-type': 'application/json' },
      413,
      'too-large',
    ],
    ['a broken address', '/api/promotions/%E0%A4%A', '', {}, 404, 'no-such-page'],
  ])('%s', async (_label, path, content, headers, status, code) => {
    expect(await server.request('POST', path, content, headers)).toMatchObject({ status, body: { error: { code } } })
  })

  test('an error that nobody expected is a bare 500', async () => {
    await server.database.schema.renameTable('activity', 'elsewhere')
    const answer = await server.request('GET', '/api/activity')
    await server.database.schema.renameTable('elsewhere', 'activity')
    expect(answer.status).toBe(500)
    expect(Object.keys(answer.body.error)).toEqual(['code', 'requestId'])
  })

  test('too many requests in a minute are refused', async () => {
    const strict = await createTestServer(inject('databaseUrl'), { maxRequests: 2 })
    const statuses = []
    for (let count = 0; count < 3; count++) statuses.push((await strict.request('GET', '/api/store')).status)
    await strict.close()
    expect(statuses).toEqual([200, 200, 429])
  })

  test.each([
    ['its own proxy says', 1, [200, 200, 429, 200]],
    ['the connection says, whatever anybody claims', 0, [200, 200, 429, 429]],
  ])('they are counted by the address that %s', async (_label, trustedProxies, expected) => {
    const strict = await createTestServer(inject('databaseUrl'), { maxRequests: 2, trustedProxies })
    const statuses = []
    for (const address of ['192.0.2.1', '192.0.2.1', '192.0.2.1', '192.0.2.2'])
      statuses.push((await strict.request('GET', '/api/store', undefined, { 'x-forwarded-for': address })).status)
    await strict.close()
    expect(statuses).toEqual(expected)
  })
})

describe('products at a moment', () => {
  const list = async (query: string) => {
    const { body } = await server.request('GET', `/api/products?${query}`)
    return body.rows.map(({ product, shelf }: { product: { sku: string }; shelf: number }) => `${product.sku} ${shelf}`)
  }
  beforeAll(async () => {
    await server.request('POST', '/api/promotions', createDraft())
  })

  test.each([
    ['', ['PAD-1 1000', 'PAD-2 2500', 'INK-1 700']],
    ['at=2027-03-12T00:00:00Z', ['PAD-1 800', 'PAD-2 2000', 'INK-1 700']],
    ['search=butten', ['PAD-2 2500']],
    ['search=pad-1', ['PAD-1 1000']],
    ['category=paper', ['PAD-1 1000', 'PAD-2 2500']],
    ['size=2&page=2', ['INK-1 700']],
    ['search=nothing', []],
  ])('%s', async (query, expected) => expect(await list(query)).toEqual(expected))

  test('the cause of a price is named', async () => {
    const { body } = await server.request('GET', '/api/products/PAD-1?at=2027-03-12T00:00:00Z')
    expect(body).toMatchObject({
      shelf: 800,
      floor: 0,
      causes: [{ name: 'Pads, 20 %', amount: 200, cutByFloor: false }],
    })
  })

  test('the moments at which prices change', async () => {
    const { body } = await server.request('GET', '/api/moments')
    expect(body.moments.map(({ at, products }: { at: string; products: number }) => [at, products])).toEqual([
      ['2027-03-09T23:00:00.000Z', 2],
      ['2027-03-14T23:00:00.000Z', 2],
    ])
  })

  test('which of a list of SKUs there are', async () => {
    const skus = ['PAD-2', 'GONE', 'PAD-1', 'PAD-2']
    const { body } = await server.request('POST', '/api/products/lookup', { skus })
    expect((body as unknown as { sku: string }[]).map(({ sku }) => sku)).toEqual(['PAD-2', 'PAD-1'])
  })

  test('the products of the carts beside the limits of a rule and its condition', async () => {
    const mechanic = { kind: 'delivery', basis: 'shelf', tiers: [{ from: 2000, value: { percent: 10_000 } }] }
    const ask = async (when: object | null) => {
      const { body } = await server.request('POST', '/api/reach', { mechanic, when })
      return (body.beside as { sku: string }[]).map(({ sku }) => sku)
    }
    expect(await ask(null)).toEqual(['PAD-1'])
    const both = { test: 'quantity', reach: { skus: ['PAD-2'] }, op: '>=', count: 2 }
    expect(await ask(both)).toEqual(expect.arrayContaining(['PAD-1', 'PAD-2']))
    // A condition that can't be priced yet has no carts.
    expect(await ask({ ...both, reach: { skus: ['GONE'] } })).toEqual([])
  })

  test('what a rule under edit reaches, and what it would not lower', async () => {
    const mechanic = { kind: 'markdown', reach: { categories: ['paper'] }, value: { price: 1000 } }
    const { body } = await server.request('POST', '/api/reach', { mechanic })
    expect(body).toMatchObject({
      reaches: [{ products: 2, sample: [{ sku: 'PAD-1' }, { sku: 'PAD-2' }] }],
      unmoved: 1,
    })
    const gone = await server.request('POST', '/api/reach', {
      mechanic: { ...mechanic, reach: { categories: ['gone'] } },
    })
    expect(gone).toMatchObject({
      status: 422,
      body: { error: { problems: [{ path: 'mechanic.reach.categories.0' }] } },
    })
  })
})

describe('quotes', () => {
  const cart = { lines: [{ sku: 'PAD-1', quantity: 3 }], codes: [], channel: 'web', delivery: null, shopper: null }
  test('a cart under the working plan at a moment', async () => {
    const { body } = await server.request('POST', '/api/quote', { plan: 'working', at: '2027-03-12T00:00:00Z', cart })
    expect(body.totals).toMatchObject({ regular: 3000, grand: 2400, saved: 600 })
    expect(body.promotions).toMatchObject([{ outcome: 'applied', amount: 600 }])
  })
  test('without a plan named, the release', async () => {
    const { body } = await server.request('POST', '/api/quote', { at: '2027-03-12T00:00:00Z', cart })
    expect(body.totals.grand).toBe(3000)
  })
  test('an unknown SKU is refused at its line', async () => {
    const answer = await server.request('POST', '/api/quote', {
      cart: { ...cart, lines: [{ sku: 'NONE', quantity: 1 }] },
    })
    expect(answer).toMatchObject({
      status: 422,
      body: { error: { problems: [{ code: 'unknown-sku', path: 'cart.lines.0.sku' }] } },
    })
  })
})

describe('categories', () => {
  test('come with their paths and the number of products below them', async () => {
    const { body } = await server.request('GET', '/api/categories')
    expect(body).toContainEqual({ id: 'paper', name: 'Paper', parent: null, path: ['Paper'], products: 2 })
    expect(body).toContainEqual({ id: 'pads', name: 'Pads', parent: 'paper', path: ['Paper', 'Pads'], products: 2 })
  })
  test('one in use stays, and says by what; another goes', async () => {
    const { status, body } = await server.removeGoods('/api/categories/paper')
    expect([status, body.error.code]).toEqual([409, 'in-use'])
    expect(body.error.facts).toMatchObject({ categories: ['Pads'], products: 0, promotions: ['Pads, 20 %'] })
    expect((await server.removeGoods('/api/categories/spare')).status).toBe(204)
    expect((await server.removeGoods('/api/categories/spare')).status).toBe(404)
  })
})

/** Stands between server and database, and can be cut. */
class Wire {
  private readonly sockets = new Set<Socket>()
  private server: Server | undefined
  private port = 0
  private readonly target: URL

  constructor(target: URL) {
    this.target = target
  }

  async join(): Promise<string> {
    const server = createServer((near) => {
      const far = connect(Number(this.target.port), this.target.hostname)
      for (const socket of [near, far]) {
        this.sockets.add(socket)
        socket.on('error', () => socket.destroy())
      }
      near.pipe(far).pipe(near)
    })
    this.server = server
    await new Promise<void>((resolve) => server.listen(this.port, '127.0.0.1', resolve))
    this.port = (server.address() as { port: number }).port
    return `127.0.0.1:${this.port}`
  }

  async cut(): Promise<void> {
    const closed = new Promise((resolve) => this.server?.close(resolve))
    for (const socket of this.sockets) socket.destroy()
    await closed
  }
}

test('a database that goes away and comes back is survived', async () => {
  const wire = new Wire(new URL(inject('databaseUrl')))
  const far = await createTestServer(inject('databaseUrl'), { connectTo: await wire.join() })
  const health = async () => (await far.request('GET', '/readyz')).status
  expect(await health()).toBe(200)
  await wire.cut()
  expect(await health()).toBe(503)
  const refused = await far.request('POST', '/api/promotions', createDraft())
  expect(refused).toMatchObject({ status: 503, body: { error: { code: 'database-unavailable' } } })
  await wire.join()
  expect(await health()).toBe(200)
  expect((await far.request('POST', '/api/promotions', createDraft())).status).toBe(201)
  await far.close()
  await wire.cut()
})
