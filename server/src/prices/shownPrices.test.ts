import { afterEach, beforeEach, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, LAUNCHED, type TestServer } from '../testing/createTestServer.ts'
import { bringIn } from '../testing/imports.ts'
import { createOrderBody, offerParcels, place, releaseAll, visit } from '../testing/placeOrders.ts'

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

test('follows what was sold, order by order: the same whether it is worked out or written', async () => {
  await offerParcels(server)
  const rungs = [
    { at: 0, value: { price: 600 } },
    { at: 2, value: { price: 700 } },
  ]
  moveTo(0)
  const [id] = await releaseAll(server, {
    schedule: {},
    limits: { units: 4 },
    ladder: { by: 'unitsSold', rungs },
    mechanic: markdown(1000, { skus: ['PAD-1'] }),
  })
  const visitor = await visit(server)
  const buy = async (units: number): Promise<string> => {
    const { status, body } = await place(server, visitor, createOrderBody({ 'PAD-1': units }, 99_999))
    expect(status, JSON.stringify(body)).toBe(201)
    return body.order.id as string
  }
  const shown: [number, number][] = [[BEFORE, 1000], [0, 600]] // prettier-ignore
  const step = async (day: number, price: number, act: () => Promise<unknown>) => {
    moveTo(day)
    await act()
    if (price !== shown.at(-1)![1]) shown.push([day, price])
    moveTo(day + 0.5)
    expect(await history('PAD-1')).toEqual(shown)
  }
  await step(1, 600, () => buy(1))
  await step(2, 700, () => buy(1))
  const correct = (units: number) =>
    server.request('POST', `/api/promotions/${id}/corrections`, { units, reason: 'Fair' })
  let last = ''
  await step(3, 1000, async () => (last = await buy(2)))
  await step(4, 700, () => server.request('POST', `/api/orders/${last}/cancel`))
  await step(5, 1000, () => correct(2))
  await step(6, 700, () => correct(-1))
  // With a release all that is written down.
  await step(7, 700, () => releaseAll(server, { name: 'Another', mechanic: markdown(1000, { skus: ['INK-1'] }) }))
  expect(await server.database('shown_prices').where({ sku: 'PAD-1' })).toHaveLength(4)
  await step(8, 1000, () => buy(1))
  expect(await history('PAD-2')).toEqual([[BEFORE, 2500]])
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
