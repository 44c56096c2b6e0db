import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const changes = async (release = '') => (await server.request('GET', `/api/releases/changes${release}`)).body.changes
const review = async (release = '') => (await server.request('GET', `/api/releases/review${release}`)).body
const priceInShop = async (at: string) =>
  (await server.request('GET', `/api/shop/products/PAD-1?at=${at}`)).body.product.price as number

const DURING = '2027-03-12T12:00:00Z'

test('a price that moves in one channel alone is reviewed there', async () => {
  const own = await createTestServer(inject('databaseUrl'))
  const { version } = (await own.request('GET', '/api/store')).body as { version: number }
  const channels = ['web', 'app'].map((id) => ({ id, name: id, kind: 'own' }))
  await own.request('PUT', '/api/store/channels', { channels, version })
  const off = (sku: string, percent: number) => ({
    kind: 'markdown' as const,
    reach: { skus: [sku] },
    value: { percent },
  })
  const app = { test: 'channel' as const, in: ['app'] }
  await own.request('POST', '/api/promotions', createDraft({ mechanic: off('INK-1', 1000), when: app }))
  await own.request('POST', '/api/promotions', createDraft({ mechanic: off('PAD-1', 1000) }))
  const { body } = await own.request('GET', '/api/releases/review')
  expect(body).toMatchObject({
    productCount: 2,
    products: [
      { sku: 'PAD-1', channel: null, shifts: [{ before: 1000, after: 900 }] },
      { sku: 'INK-1', channel: 'app', shifts: [{ before: 700, after: 630 }] },
    ],
  })
  await own.close()
})

test('a plan is reviewed, released, seen in the shop, and an older one taken up again', async () => {
  const { body: created } = await server.request('POST', '/api/promotions', createDraft())
  expect(await priceInShop(DURING)).toBe(1000)
  const differences = async () => (await server.request('GET', '/api/releases/differences')).body
  expect(await differences()).toEqual({ missing: [created.promotion.id], changed: [], live: [] })

  const first = await review()
  expect(first).toMatchObject({ from: null, productCount: 2, problems: [] })
  expect(await changes()).toMatchObject([{ kind: 'added', before: null, needs: [] }])
  expect(first.products[0]).toEqual({
    sku: 'PAD-1',
    name: 'Drawing pad',
    regular: 1000,
    channel: null,
    shifts: [{ from: '2027-03-09T23:00:00.000Z', until: '2027-03-14T23:00:00.000Z', before: 1000, after: 800 }],
  })
  const request = { note: 'Spring', planRevision: first.planRevision }
  expect(await server.request('POST', '/api/releases', request)).toMatchObject({
    status: 201,
    body: { number: 1, promotions: 1 },
  })
  expect(await priceInShop(DURING)).toBe(800)
  expect(await priceInShop('2027-03-14T22:59:59Z')).toBe(800)
  expect(await priceInShop('2027-03-14T23:00:00Z')).toBe(1000)

  const update = { ...createDraft({ mechanic: { kind: 'markdown', reach: {}, value: { percent: 5000 } } }), version: 1 }
  await server.request('PUT', `/api/promotions/${created.promotion.id}`, update)
  expect(await priceInShop(DURING)).toBe(800)
  expect(await differences()).toMatchObject({
    missing: [],
    changed: [created.promotion.id],
    live: [{ state: 'ready' }],
  })
  expect(await server.request('POST', '/api/releases', request)).toMatchObject({
    status: 409,
    body: { error: { code: 'stale-plan' } },
  })
  const second = await review()
  expect(second).toMatchObject({ from: 1, productCount: 3 })
  expect(await changes()).toMatchObject([
    {
      kind: 'changed',
      fields: ['mechanic'],
      before: { mechanic: { value: { percent: 2000 } } },
      after: { mechanic: { value: { percent: 5000 } } },
    },
  ])
  await server.request('POST', '/api/releases', { note: '', planRevision: second.planRevision })
  expect(await priceInShop(DURING)).toBe(500)

  const again = await review('?release=1')
  expect(again).toMatchObject({ from: 2, productCount: 3 })
  expect(await changes('?release=1')).toMatchObject([{ after: { mechanic: { value: { percent: 2000 } } } }])
  const third = await server.request('POST', '/api/releases', { note: '', planRevision: again.planRevision, again: 1 })
  expect(third.body).toMatchObject({ number: 3, again: 1 })
  expect(await priceInShop(DURING)).toBe(800)
  expect((await server.request('GET', '/api/releases')).body.map(({ number }: { number: number }) => number)).toEqual([
    3, 2, 1,
  ])

  const same = await server.request('POST', '/api/releases', { note: '', planRevision: again.planRevision, again: 1 })
  expect(same).toMatchObject({ status: 409, body: { error: { code: 'nothing-to-release' } } })
})

test('prices under the working plan and under each release differ', async () => {
  const prices = await Promise.all(
    ['working', 'live', '1', '2'].map(async (plan) => {
      const { body } = await server.request('GET', `/api/products/PAD-1?plan=${plan}&at=${DURING}`)
      return body.shelf as number
    }),
  )
  expect(prices).toEqual([500, 800, 800, 500])
  expect(await server.request('GET', '/api/products?plan=99')).toMatchObject({ status: 404 })
})

test('a plan with a fault is not released, and says where', async () => {
  const { body: store } = await server.request('GET', '/api/store')
  const [row] = await server.database<{ rank: number; rule: string }>('promotions').where({ rank: 1 })
  const schedule = { start: '2027-03-02T00:00', end: '2027-03-01T00:00' }
  const rule = JSON.stringify({ ...(JSON.parse(row!.rule) as object), schedule })
  await server.database('promotions').where({ rank: 1 }).update({ rule })
  await server.database('store').increment('plan_revision', 1)
  const answer = await server.request('POST', '/api/releases', { note: '', planRevision: store.planRevision + 1 })
  expect(answer).toMatchObject({
    status: 409,
    body: { error: { code: 'plan-has-problems', problems: [{ code: 'ends-before-start' }] } },
  })
  expect((await review()).problems).toHaveLength(1)
})
