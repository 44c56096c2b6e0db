import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { saveStock } from '../../data/catalogue/index.ts'
import { foldCounts, listCounts, recount } from '../../data/counts/index.ts'
import { transact } from '../../platform/db/transact.ts'
import { saveShoppers } from '../../data/shoppers/index.ts'
import { createTestServer, type Answer, type TestServer } from '../../testing/createTestServer.ts'
import {
  createOrderBody,
  offerParcels,
  place,
  releaseAll,
  visit,
  type OrderBody,
  type Visitor,
} from '../../testing/placeOrders.ts'

let servers: TestServer[]
let visitors: Visitor[]
beforeAll(async () => {
  const first = await createTestServer(inject('databaseUrl'), { isDemo: true })
  servers = [first, await createTestServer(inject('databaseUrl'), { isDemo: true, besides: first.databaseUrl })]
  await offerParcels(first)
  await saveShoppers(first.database, [
    { id: 's1', name: 'Alma', groups: [], tags: [], orders: 0, spent: 0, bought: [] },
  ])
  visitors = await Promise.all(Array.from({ length: CLIENTS }, () => visit(first)))
})
afterAll(async () => {
  for (const server of servers.toReversed()) await server.close()
})

const CLIENTS = 64
const DELIVERY = 490
const once = (amount: number) => ({ amount, per: 'once' as const })
const orderDiscount = (amount: number) => ({
  kind: 'order-discount' as const,
  reach: { skus: ['PAD-1'] },
  tiers: [{ from: 0, value: once(amount) }],
})
const extra = { group: 'extra', mode: 'group' as const }

/** Each client asks both servers at once, with one key: whoever is answered by both is answered the same. */
async function orderAll(bodyOf: (client: number) => OrderBody, name: string): Promise<Answer[]> {
  return Promise.all(
    visitors.map(async (visitor, client) => {
      const ask = (server: TestServer) =>
        place(server, visitor, bodyOf(client), `${name.replaceAll(' ', '-')}-${client}`)
      const [one, other] = await Promise.all(servers.map(ask))
      expect([one!.status, one!.status === 201 ? one!.body : null]).toEqual([
        other!.status,
        other!.status === 201 ? other!.body : null,
      ])
      return one!
    }),
  )
}

const placed = (answers: readonly Answer[]) => answers.filter(({ status }) => status === 201)
const setStock = (stock: number) =>
  servers[0]!.database.transaction((transaction) => saveStock(transaction, [{ sku: 'PAD-1', stock }]))

async function countsOf(id: string) {
  const { body } = await servers[0]!.request('GET', '/api/counts')
  return (body as { promotion: string; uses: number; units: number; discount: number }[]).find(
    (one) => one.promotion === id,
  )!
}

test.each<[string, object, object, number, (counts: Awaited<ReturnType<typeof countsOf>>) => number]>([
  ['orders', { uses: 10 }, {}, 10, ({ uses }) => uses],
  ['a budget that stops', { budget: 1200, budgetStops: true }, {}, 12, ({ discount }) => discount / 100],
  [
    'units',
    { units: 9, perOrder: null },
    { mechanic: { kind: 'item-discount', reach: { skus: ['PAD-1'] }, value: once(100), maxUnits: 1 } },
    9,
    ({ units }) => units,
  ],
])('a limit of %s is reached exactly, whatever rivals do', async (label, limits, changes, most, figure) => {
  await setStock(10_000)
  const [id] = await releaseAll(servers[0]!, {
    name: label,
    schedule: {},
    mechanic: orderDiscount(100),
    stacking: extra,
    limits,
    ...changes,
  })
  const answers = await orderAll(() => createOrderBody({ 'PAD-1': 1 }, 900 + DELIVERY), label)
  expect(placed(answers).length).toBe(most)
  expect(figure(await countsOf(id!))).toBe(most)
  await servers[0]!.request('PUT', `/api/promotions/${id}`, await stopped(id!))
  await release()
  expect((await recount(servers[0]!.database)).discrepancies).toEqual([])
})

/** The promotion as it is, stopped. */
async function stopped(id: string): Promise<object> {
  const { body } = await servers[0]!.request('GET', `/api/promotions/${id}`)
  const { promotion, campaign, occasion, archived, note, version } = body as Record<string, object>
  const { id: _id, rank: _rank, ...rule } = promotion as Record<string, unknown>
  return { ...rule, state: 'stopped', campaign, occasion, archived, note, version }
}

async function release(): Promise<void> {
  const { planRevision } = (await servers[0]!.request('GET', '/api/store')).body as { planRevision: number }
  await servers[0]!.request('POST', '/api/releases', { note: '', planRevision })
}

test('the last units of a stock go to as many as there are', async () => {
  await setStock(7)
  const answers = await orderAll(() => createOrderBody({ 'PAD-1': 1 }, 1000 + DELIVERY), 'stock')
  expect(placed(answers)).toHaveLength(7)
  expect(answers.filter(({ status }) => status !== 201).every(({ body }) => body.error.code === 'out-of-stock')).toBe(
    true,
  )
  expect(await servers[0]!.database('stock').where({ sku: 'PAD-1' }).first('units')).toEqual({ units: 0 })
})

test('a first order is one order, however many the shopper places at once', async () => {
  await setStock(10_000)
  const [id] = await releaseAll(servers[0]!, {
    schedule: {},
    mechanic: orderDiscount(300),
    stacking: extra,
    when: { test: 'orders', op: '=', count: 0 },
  })
  const alma = await visit(servers[0]!, 's1')
  const cheap = createOrderBody({ 'PAD-1': 1 }, 700 + DELIVERY)
  const answers = await Promise.all(
    Array.from({ length: 20 }, (_none, at) => place(servers[at % 2]!, alma, cheap, `first-${at}`)),
  )
  expect(placed(answers)).toHaveLength(1)
  expect(await countsOf(id!)).toMatchObject({ uses: 1 })
})

test('who shares nothing waits for nobody: others come through while one order stays open', async () => {
  await setStock(10_000)
  const database = servers[0]!.database
  const holder = await database.transaction(undefined, { isolationLevel: 'read committed' })
  // An order's transaction that goes on and on: its key, its counts, its shopper.
  await holder('orders').insert({
    number: 'open',
    holder: 'x',
    request_key: 'x',
    request_hash: 'x',
    placed_at: new Date(),
    source: 'shop',
    channel: 'web',
    consent: false,
    delivery_paid: 0,
    grand: 0,
    codes: '[]',
  })
  await holder('shoppers').where({ id: 's1' }).update({ placed_orders: 5 })
  await holder('count_entries').insert({ promotion: 'any', uses: 1, units: 0, given: 0, added: 0 })
  const answers = await orderAll(() => createOrderBody({ 'PAD-2': 1 }, 2500 + DELIVERY), 'apart')
  const more = await orderAll(() => createOrderBody({ 'INK-1': 1 }, 700 + DELIVERY), 'apart-too')
  await holder.rollback()
  expect(placed([...answers, ...more]).length).toBeGreaterThanOrEqual(10 + 10)
})

test('a recount finds what was planted', async () => {
  const { database } = servers[0]!
  expect((await recount(database)).discrepancies).toEqual([])
  // Adding up what was appended changes nothing, by however many at once.
  const counts = await listCounts(database)
  await database('count_entries').insert({ promotion: 'gone', uses: 1, units: 1, given: 1, added: 1 })
  await Promise.all([transact(database, foldCounts), transact(database, foldCounts)])
  expect(await database('count_entries')).toEqual([])
  const folded = await listCounts(database)
  expect(folded.filter(({ promotion }) => promotion !== 'gone')).toEqual(counts)
  await database('promotion_counts').where({ promotion: 'gone' }).delete()
  await database.raw('update promotion_counts set uses = uses + 1 limit 1')
  await database.raw('update stock set units = units + 2 where sku = ?', ['INK-1'])
  await database.raw('update shoppers set placed_spent = placed_spent + 1 where id = ?', ['s1'])
  const { discrepancies } = await recount(database)
  expect(discrepancies.map(({ of, figure, kept, counted }) => [of, figure, kept - counted])).toEqual([
    ['promotion', 'uses', 1],
    ['shopper', 'spent', 1],
    ['stock', 'units', 2],
  ])
})
