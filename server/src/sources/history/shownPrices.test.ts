import { afterEach, beforeEach, describe, expect, inject, test } from 'vitest'
import { createPlanSource } from '../plans/planSource.ts'
import { createDraft, createTestServer, LAUNCHED, type TestServer } from '../../testing/createTestServer.ts'
import { bringIn } from '../../testing/imports.ts'
import { createOrderBody, offerParcels, place, releaseAll, visit, type Visitor } from '../../testing/placeOrders.ts'
import { isMuchSold, settlePrices } from './settleSold.ts'

let server: TestServer
beforeEach(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterEach(() => server.close())

const DAY_MS = 86_400_000
const START = Date.parse('2027-03-01T12:00:00Z')
const moveTo = (day: number) => (server.clock.at = START + day * DAY_MS)
const markdown = (percent: number, reach = {}) => ({ kind: 'markdown' as const, reach, value: { percent } })

async function release(): Promise<void> {
  const { planRevision } = (await server.request('GET', '/api/store')).body
  expect((await server.request('POST', '/api/releases', { note: '', planRevision })).status).toBe(201)
}
/** Each price of the past with the day on which it began. */
async function history(sku: string): Promise<[number, number][]> {
  const { body } = await server.request('GET', `/api/products/${sku}/history?plan=live`)
  const spans = body.spans as { from: string; price: number }[]
  return spans
    .map(({ from, price }): [number, number] => [(Date.parse(from) - START) / DAY_MS, price])
    .filter(([day]) => day <= (server.clock.at - START) / DAY_MS)
}
const BEFORE = (LAUNCHED - START) / DAY_MS
const countRows = async () => (await server.database('shown_prices')).length
/** A promotion without dates, and its version as it is saved further. */
async function plan(percent: number) {
  const draft = createDraft({ schedule: {}, mechanic: markdown(percent, { categories: ['pads'] }) })
  const { body } = await server.request('POST', '/api/promotions', draft)
  let version = 1
  return async (changes: object) => {
    const update = { ...draft, ...changes, version: version++ }
    expect((await server.request('PUT', `/api/promotions/${body.promotion.id}`, update)).status).toBe(200)
  }
}

describe('what the shop showed', () => {
  test('stays as it was through any number of releases, whether it is worked out or written', async () => {
    const change = await plan(1000)
    const shown: [number, number][] = [[BEFORE, 1000]]
    for (let day = 0; day < 6; day++) {
      moveTo(day)
      if (day > 0) await change({ mechanic: markdown(1000 + day * 500, { categories: ['pads'] }) })
      await release()
      shown.push([day, 900 - day * 50])
      moveTo(day + 0.5)
      expect(await history('PAD-1')).toEqual(shown)
      expect(await history('INK-1')).toEqual([[BEFORE, 700]])
    }
  })

  test('is written once, however many releases it goes on through', async () => {
    const change = await plan(2000)
    moveTo(0)
    await release()
    for (let day = 1; day < 6; day++) {
      moveTo(day)
      await change({ name: `Named anew ${day}` })
      await release()
    }
    expect(await countRows()).toBe(2)
    moveTo(6)
    await change({ state: 'paused' })
    await release()
    moveTo(7)
    expect((await history('PAD-1')).map(([, price]) => price)).toEqual([1000, 800, 1000])
    expect(await countRows()).toBe(2)
  })

  test('stays when a product changes its category or its price afterwards', async () => {
    await plan(2000)
    moveTo(0)
    await release()
    moveTo(2)
    await bringIn(server, 'products', 'sku;name;categories;regular_price;tax_rate\nPAD-1;Pad;Ink;9;20\n')
    moveTo(3)
    expect(await history('PAD-1')).toEqual([
      [BEFORE, 1000],
      [0, 800],
      [2, 900],
    ])
    await bringIn(server, 'prices', 'sku;regular_price\nPAD-2;20\n')
    moveTo(4)
    expect(await history('PAD-2')).toEqual([
      [BEFORE, 2500],
      [0, 2000],
      [3, 1600],
    ])
  })

  test('is the same where nothing was ever written, as before there was such a table', async () => {
    const change = await plan(1000)
    for (let day = 0; day < 4; day++) {
      moveTo(day)
      if (day > 0) await change({ mechanic: markdown(1000 + day * 500, { categories: ['pads'] }) })
      await release()
    }
    const written = await history('PAD-2')
    expect(await countRows()).toBeGreaterThan(0)
    await server.database('shown_prices').delete()
    await server.database('store').update({ shown_until: null })
    expect(await history('PAD-2')).toEqual(written)
    moveTo(5)
    await change({ state: 'paused' })
    await release()
    expect(await history('PAD-2')).toEqual([...written, [5, 2500]])
  })
})

describe('what was sold', () => {
  const rungs = [
    { at: 0, value: { price: 600 } },
    { at: 2, value: { price: 700 } },
  ]
  let visitor: Visitor
  let id: string
  beforeEach(async () => {
    await offerParcels(server)
    visitor = await visit(server)
    moveTo(0)
    const early = {
      schedule: {},
      limits: { units: 4 },
      ladder: { by: 'unitsSold', rungs } as const,
      mechanic: markdown(1000, { skus: ['PAD-1'] }),
    }
    id = (await releaseAll(server, early))[0]!
  })

  async function buy(day: number, units: number): Promise<string> {
    moveTo(day)
    const { status, body } = await place(server, visitor, createOrderBody({ 'PAD-1': units }, 99_999))
    expect(status, JSON.stringify(body)).toBe(201)
    return body.order.id as string
  }
  function correct(day: number, units: number) {
    moveTo(day)
    return server.request('POST', `/api/promotions/${id}/corrections`, { units, reason: 'At the fair' })
  }
  /** It may be a second old. */
  const expectHistory = (expected: [number, number][], sku = 'PAD-1') =>
    expect.poll(() => history(sku), { timeout: 10_000 }).toEqual(expected)

  test('is followed order by order, cancelled ones and corrections too: worked out or written, it is the same', async () => {
    await buy(1, 1)
    await buy(2, 1)
    const last = await buy(3, 2)
    moveTo(4)
    await server.request('POST', `/api/orders/${last}/cancel`)
    await correct(5, 2)
    await correct(6, -1)
    moveTo(7)
    const shown: [number, number][] = [
      [BEFORE, 1000],
      [0, 600],
      [2, 700],
      [3, 1000],
      [4, 700],
      [5, 1000],
      [6, 700],
    ]
    await expectHistory(shown)
    await releaseAll(server, { name: 'Another', mechanic: markdown(1000, { skus: ['INK-1'] }) })
    expect(await server.database('shown_prices').where({ sku: 'PAD-1' })).toHaveLength(4)
    await expectHistory(shown)
    await buy(8, 1)
    moveTo(9)
    await expectHistory([...shown, [8, 1000]])
    await expectHistory([[BEFORE, 2500]], 'PAD-2')
  })

  test('is written down by itself once it is much', async () => {
    const deps = { database: server.database, plans: createPlanSource(server.database) }
    await buy(1, 1)
    expect(await isMuchSold(deps, 2)).toBe(false)
    await buy(2, 1)
    expect(await isMuchSold(deps, 2)).toBe(true)
    expect(await isMuchSold(deps)).toBe(false)
    moveTo(3)
    await settlePrices(server.database, server.clock.at)
    expect(await isMuchSold(deps, 2)).toBe(false)
    const shown: [number, number][] = [
      [BEFORE, 1000],
      [0, 600],
      [2, 700],
    ]
    await expectHistory(shown)
    await buy(4, 2)
    moveTo(5)
    await expectHistory([...shown, [4, 1000]])
    // A clock that lags behind writes nothing twice.
    await settlePrices(server.database, server.clock.at - 4 * DAY_MS)
    await expectHistory([...shown, [4, 1000]])
  })
})

test('a query that failed once is asked again', async () => {
  await plan(1000)
  moveTo(0)
  await release()
  moveTo(1)
  await server.database.raw('rename table releases to hidden')
  expect((await server.request('GET', '/api/shop/products/PAD-1')).status).toBe(500)
  await server.database.raw('rename table hidden to releases')
  expect(await server.request('GET', '/api/shop/products/PAD-1')).toMatchObject({
    status: 200,
    body: { product: { price: 900, struck: 1000 } },
  })
})

test('a reduction that begins with the working plan is one in the minute that runs', async () => {
  server.clock.at = START + 40_500
  await plan(2000)
  const { body } = await server.request(
    'GET',
    `/api/products/PAD-1/history?plan=working&at=${new Date(START).toISOString()}`,
  )
  expect(body).toMatchObject({ struck: 1000, prior: { price: 1000 } })
})
