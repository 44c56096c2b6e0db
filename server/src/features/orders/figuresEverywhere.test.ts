import { afterAll, beforeAll, expect, inject, test, vi } from 'vitest'
import { bringIn } from '../../testing/imports.ts'
import { createRecentFigures } from '../../sources/figures/recentFigures.ts'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { createOrderBody, offerParcels, place, releaseAll, visit } from '../../testing/placeOrders.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await offerParcels(server)
})
afterAll(() => server.close())

interface Shown {
  readonly stock: number
  readonly shelf: number
}

async function look(sku: string) {
  const get = async (path: string) => (await server.request('GET', path)).body
  const { body: table } = await server.request('POST', '/api/products/table', {
    filters: [],
    order: null,
    from: 0,
    count: 50,
  })
  const row = (table.rows as { product: { sku: string; stock: number }; shelf: number }[]).find(
    ({ product }) => product.sku === sku,
  )!
  const one = await get(`/api/products/${sku}`)
  const { spans } = await get(`/api/products/${sku}/history`)
  const { product } = await get(`/api/shop/products/${sku}`)
  const file = String(await get('/api/files/stock.csv'))
  const now = '2027-03-08T09:00:00.000Z'
  const shown = (priced: { product: { stock: number }; shelf: number }): Shown => ({
    stock: priced.product.stock,
    shelf: priced.shelf,
  })
  return {
    table: shown(row),
    product: shown(one),
    chart: (spans as { from: string; until: string; price: number }[]).find(
      ({ from, until }) => from <= now && now < until,
    )!.price,
    shop: [product.price, product.struck, product.left],
    file: new RegExp(`^"?${sku}"?[;,]"?(\\d+)`, 'm').exec(file)?.[1],
  }
}

test('the last unit on offer is sold: the price and the stock are told everywhere, without any edit', async () => {
  await releaseAll(server, {
    schedule: {},
    limits: { units: 2 },
    mechanic: { kind: 'markdown', reach: { skus: ['PAD-1'] }, value: { percent: 5000 } },
  })
  await bringIn(server, 'stock', 'sku;stock\nPAD-1;30\n')
  const visitor = await visit(server)
  await vi.waitFor(async () => expect((await look('PAD-1')).product).toEqual({ stock: 30, shelf: 500 }), 20_000)
  expect(await look('PAD-1')).toMatchObject({ table: { stock: 30, shelf: 500 }, chart: 500, file: '30' })

  const placed = await place(server, visitor, createOrderBody({ 'PAD-1': 2 }, 1000 + 490))
  expect(placed.status, JSON.stringify(placed.body)).toBe(201)

  await vi.waitFor(
    async () =>
      expect(await look('PAD-1')).toEqual({
        table: { stock: 28, shelf: 1000 },
        product: { stock: 28, shelf: 1000 },
        chart: 1000,
        shop: [1000, null, null],
        file: '28',
      }),
    20_000,
  )
})

test('counts are no older than the sale that is known', async () => {
  const [id] = await releaseAll(server, {
    schedule: {},
    limits: { units: 50 },
    mechanic: { kind: 'markdown', reach: { skus: ['PAD-2'] }, value: { percent: 1000 } },
  })
  const visitor = await visit(server)
  const figures = createRecentFigures(server.database)
  const before = await figures.facts()
  const { sale } = await figures.allStock(-1)
  expect((await place(server, visitor, createOrderBody({ 'PAD-2': 1 }, 2250 + 490))).status).toBe(201)
  await vi.waitFor(async () => expect((await figures.allStock(-1)).sale).not.toBe(sale), 20_000)
  expect((before[id!]?.unitsSold ?? 0) + 1).toBe((await figures.facts())[id!]?.unitsSold)
})

test('units sold in 30 days and days of cover follow each order, and what a file reports comes on top', async () => {
  await releaseAll(server, {
    schedule: {},
    mechanic: { kind: 'markdown', reach: { skus: ['PAD-2'] }, value: { percent: 100 } },
  })
  await server.database('stock').where({ sku: 'INK-1' }).update({ units: 100 })
  await server.database('store').increment('catalogue_revision', 1)
  const figures = async () => {
    const question = { filters: [], order: { column: 'sold', descending: true }, from: 0, count: 50 }
    const { rows } = (await server.request('POST', '/api/products/table', question)).body as {
      rows: { product: { sku: string; stock: number }; sold: number | null; cover: number | null }[]
    }
    const { product, sold, cover } = rows.find((row) => row.product.sku === 'INK-1')!
    return [product.stock, sold, cover]
  }
  expect((await figures())[1]).toBeNull()
  const visitor = await visit(server)
  const { body } = await place(server, visitor, createOrderBody({ 'INK-1': 9 }, 99_999))
  await vi.waitFor(async () => expect(await figures()).toEqual([91, 9, 303]), 20_000)
  await bringIn(server, 'stock', 'sku;sold_30_days\nINK-1;21\n')
  await vi.waitFor(async () => expect(await figures()).toEqual([91, 30, 91]), 20_000)
  // The file that goes out holds what came in with one, so that it comes in again unchanged.
  expect((await server.request('GET', '/api/files/stock.csv')).body).toMatch(
    /^INK-1,91,21,20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z\r?$/m,
  )
  expect((await server.request('POST', `/api/orders/${body.order.id}/cancel`)).status).toBe(200)
  await vi.waitFor(async () => expect(await figures()).toEqual([100, 21, 142]), 20_000)
  // Half of its 30 days lie further back than the last 30.
  const until = new Date(server.clock.at - 15 * 86_400_000).toISOString()
  await bringIn(server, 'stock', `sku;sold_30_days;sold_until\nINK-1;40;${until}\n`)
  await vi.waitFor(async () => expect(await figures()).toEqual([100, 20, 150]), 20_000)
})
