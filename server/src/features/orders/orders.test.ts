import { afterAll, beforeAll, beforeEach, describe, expect, inject, test } from 'vitest'
import { saveShoppers } from '../../data/shoppers/index.ts'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import {
  BUYER,
  createOrderBody,
  offerParcels,
  place,
  releaseAll,
  visit,
  type Visitor,
} from '../../testing/placeOrders.ts'

const NOBODY_SPECIAL = { groups: [], tags: [], orders: 0, spent: 0, bought: [] }

let server: TestServer
let visitor: Visitor
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await saveShoppers(server.database, [
    { ...NOBODY_SPECIAL, id: 's1', name: 'Alma' },
    { ...NOBODY_SPECIAL, id: 's2', name: 'Bela', orders: 2, spent: 5000, bought: ['INK-1'] },
  ])
  await offerParcels(server)
  visitor = await visit(server)
})
afterAll(() => server.close())

const DELIVERY = 490
const always = { schedule: {} }
const half = { kind: 'item-discount', reach: { skus: ['PAD-1'] }, value: { percent: 5000 } } as const
const counts = async (id: string) => {
  const { body } = await server.request('GET', '/api/counts')
  return (body as { promotion: string }[]).find(({ promotion }) => promotion === id)
}
const stockOf = async (sku: string) =>
  ((await server.database('stock').where({ sku }).first('units')) as { units: number } | undefined)?.units ?? null
const setStock = (sku: string, units: number) => server.database('stock').where({ sku }).update({ units })

beforeEach(async () => {
  for (const sku of ['PAD-1', 'PAD-2', 'INK-1']) await setStock(sku, 1000)
})

describe('an order', () => {
  test('is priced, recorded and counted; the same key answers it again', async () => {
    const [id] = await releaseAll(server, { ...always, mechanic: half })
    const body = createOrderBody({ 'PAD-1': 3, 'INK-1': 1 }, 1500 + 700 + DELIVERY)
    const first = await place(server, visitor, body, 'first')
    const answer = first.body
    expect(first.status).toBe(201)
    expect(answer.order).toMatchObject({ grand: 2690, placedAt: '2027-03-08T09:00:00.000Z' })
    expect(answer.order.number).toMatch(/^270308-[2-9A-Z]{6}$/)
    expect(answer.order.receipt.lines[0]).toMatchObject({ sku: 'PAD-1', quantity: 3, total: 1500 })
    expect(await counts(id!)).toMatchObject({ uses: 1, units: 3, discount: 1500, added: 0, reached: null })
    expect([await stockOf('PAD-1'), await stockOf('INK-1')]).toEqual([997, 999])

    const again = await place(server, visitor, body, 'first')
    expect([again.status, again.body]).toEqual([201, answer])
    expect([first.headers.get('idempotency-replayed'), again.headers.get('idempotency-replayed')]).toEqual([
      null,
      'true',
    ])
    expect(await counts(id!)).toMatchObject({ uses: 1 })
    const reused = await place(server, visitor, createOrderBody({ 'INK-1': 1 }, 9000), 'first')
    expect([reused.status, reused.body.error.code]).toEqual([422, 'key-reused'])
    // Another visitor's key of the same name is another key.
    const other = await place(server, await visit(server), body, 'first')
    expect(other.body.order.number).not.toBe(answer.order.number)

    const { body: listed } = await server.request('GET', '/api/orders?search=INK-1')
    expect(listed.orders).toHaveLength(2)
    expect(listed.orders[0]).toMatchObject({ state: 'placed', email: 'mara@example.test', promotions: [id] })
    const { body: one } = await server.request('GET', `/api/orders/${answer.order.id}`)
    expect(one).toMatchObject({ uses: [{ promotion: id, units: 3, discount: 1500 }], receipt: answer.order.receipt })
    const reader = await server.signIn('reader')
    const { body: hidden } = await server.request('GET', `/api/orders/${answer.order.id}`, undefined, {
      cookie: reader,
    })
    expect([hidden.email, hidden.name]).toEqual([null, null])
  })

  test('is answered again after its shopper has gone', async () => {
    await saveShoppers(server.database, [{ ...NOBODY_SPECIAL, id: 's3', name: 'Cora' }])
    const cora = await visit(server, 's3')
    const body = { ...createOrderBody({ 'PAD-2': 1 }, 99_999), buyer: undefined }
    const first = await place(server, cora, body, 'kept')
    expect(first.status).toBe(201)
    await server.database('shoppers').where({ id: 's3' }).delete()
    const again = await place(server, cora, body, 'kept')
    expect([again.status, again.body]).toEqual([201, first.body])
    const anew = await place(server, cora, body, 'anew')
    expect([anew.status, anew.body.error.problems]).toMatchObject([422, [{ code: 'required', path: 'buyer' }]])
  })

  test('a lower total is taken at the lower', async () => {
    const { body } = await place(server, visitor, createOrderBody({ 'INK-1': 1 }, 99_999))
    expect(body.order.grand).toBe(700 + DELIVERY)
  })

  test.each<[string, object, number, string]>([
    ['nothing in it', { cart: { lines: [], codes: [], delivery: null } }, 422, 'invalid-input'],
    [
      'no delivery',
      { cart: { lines: [{ sku: 'INK-1', quantity: 1 }], codes: [], delivery: null } },
      422,
      'delivery-missing',
    ],
    ['no buyer', { buyer: undefined }, 422, 'invalid-input'],
    ['an address that is none', { buyer: { ...BUYER, email: 'mara' } }, 422, 'invalid-input'],
    [
      'a shopper that one is not',
      { cart: { lines: [{ sku: 'INK-1', quantity: 1 }], codes: [], delivery: null, shopper: 's1' } },
      403,
      'another-shopper',
    ],
    [
      'a product that there is not',
      { cart: { lines: [{ sku: 'NONE', quantity: 1 }], codes: [], delivery: { option: 'parcel', country: 'AT' } } },
      422,
      'invalid-input',
    ],
    [
      'more than there is',
      {
        cart: {
          lines: [
            { sku: 'INK-1', quantity: 600 },
            { sku: 'INK-1', quantity: 401 },
          ],
          codes: [],
          delivery: { option: 'parcel', country: 'AT' },
        },
        expected: { grand: 10_000_000, gifts: {} },
      },
      409,
      'out-of-stock',
    ],
    ['a higher total', { expected: { grand: 1189, gifts: {} } }, 409, 'price-changed'],
    ['gifts that there are not', { expected: { grand: 99_999, gifts: { 'INK-1': 1 } } }, 409, 'price-changed'],
  ])('%s: refused, and nothing is written', async (_label, changes, status, code) => {
    const before = await server.database('orders').count({ count: '*' })
    const answer = await place(server, visitor, createOrderBody({ 'INK-1': 1 }, 1190, changes))
    expect([answer.status, answer.body.error.code]).toEqual([status, code])
    expect(await server.database('orders').count({ count: '*' })).toEqual(before)
    expect(await stockOf('INK-1')).toBe(1000)
  })

  test('without a key, or by who has not looked at the shop: refused', async () => {
    const body = createOrderBody({ 'INK-1': 1 }, 1190)
    expect((await server.request('POST', '/api/shop/orders', body, { cookie: visitor.cookie })).status).toBe(400)
    const stranger = await place(server, { cookie: '' }, body)
    expect([stranger.status, stranger.body.error.code]).toEqual([400, 'visitor-unknown'])
  })

  test('a refused code does not block an order as it was expected', async () => {
    const { status, body } = await place(server, visitor, createOrderBody({ 'INK-1': 1 }, 1190, { codes: ['NONE'] }))
    expect([status, body.order.receipt.codes[0].reason]).toEqual([201, 'code-unknown'])
  })
})

describe('limits', () => {
  test('units run out: what no longer holds is said, with the receipt as it is now', async () => {
    const title = 'Half price pads'
    const [id] = await releaseAll(server, {
      ...always,
      mechanic: { ...half, reach: { skus: ['PAD-2'] } },
      limits: { units: 3 },
      display: { title },
    })
    expect((await place(server, visitor, createOrderBody({ 'PAD-2': 2 }, 2500 + DELIVERY))).status).toBe(201)
    // One of two is left at half the price.
    const late = await place(server, visitor, createOrderBody({ 'PAD-2': 2 }, 2500 + DELIVERY))
    expect(late.body.error).toMatchObject({ code: 'price-changed', facts: { receipt: { grand: 3750 + DELIVERY } } })
    expect((await place(server, visitor, createOrderBody({ 'PAD-2': 2 }, 3750 + DELIVERY))).status).toBe(201)
    const gone = await place(server, visitor, createOrderBody({ 'PAD-2': 1 }, 1250 + DELIVERY))
    expect(gone.body.error.facts.promotions).toEqual([{ kind: 'item-discount', title, reason: 'units-gone' }])
    expect(await counts(id!)).toMatchObject({ uses: 2, units: 3, reached: { limit: 'units' } })
  })

  test('once per shopper, whoever else orders; cancelled, it is there again', async () => {
    const alma = await visit(server, 's1')
    const [id] = await releaseAll(server, {
      ...always,
      mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 100, per: 'once' } }] },
      stacking: { group: 'extra', mode: 'group' },
      limits: { usesPerShopper: 1 },
    })
    const cheap = { ...createOrderBody({ 'INK-1': 1 }, 600 + DELIVERY), buyer: undefined }
    const [first, second] = await Promise.all([place(server, alma, cheap), place(server, alma, cheap)])
    expect([first.status, second.status].sort()).toEqual([201, 409])
    expect((await place(server, visitor, createOrderBody({ 'INK-1': 1 }, 600 + DELIVERY))).status).toBe(409)
    const placed = first.status === 201 ? first : second
    const cancelled = await server.request('POST', `/api/orders/${placed.body.order.id}/cancel`)
    expect([cancelled.status, cancelled.body.state]).toEqual([200, 'cancelled'])
    expect(await server.request('POST', `/api/orders/${placed.body.order.id}/cancel`)).toMatchObject({
      body: cancelled.body,
    })
    expect(await counts(id!)).toMatchObject({ uses: 0, discount: 0 })
    expect(await stockOf('INK-1')).toBe(1000)
    expect((await place(server, alma, cheap)).status).toBe(201)
  })

  test('what shoppers did follows from their orders, on top of what a file says', async () => {
    const bela = await visit(server, 's2')
    const body = { ...createOrderBody({ 'PAD-2': 1 }, 99_999), buyer: undefined }
    const { body: placed } = await place(server, bela, body)
    const shopper = async () => (await server.request('GET', '/api/shoppers?search=Bela')).body.shoppers[0]
    expect(await shopper()).toMatchObject({ orders: 3, spent: 5000 + placed.order.grand, bought: ['INK-1', 'PAD-2'] })
    await server.request('POST', `/api/orders/${placed.order.id}/cancel`)
    expect(await shopper()).toMatchObject({ orders: 2, spent: 5000, bought: ['INK-1'] })
  })

  test('a gift leaves the stock with the order, and is part of what was expected', async () => {
    await releaseAll(server, {
      ...always,
      mechanic: {
        kind: 'buy-get',
        buy: { reach: { skus: ['PAD-2'] }, quantity: 1 },
        get: { reach: { skus: ['INK-1'] }, quantity: 1, value: { percent: 10_000 } },
        repeat: 'every',
        gift: true,
      },
      stacking: { group: 'extra', mode: 'group' },
    })
    await setStock('INK-1', 1)
    const wanted = (gifts: Record<string, number>) => createOrderBody({ 'PAD-2': 2 }, 99_999, { gifts })
    const refused = await place(server, visitor, wanted({ 'INK-1': 2 }))
    expect(refused.body.error.code).toBe('price-changed')
    expect((await place(server, visitor, wanted({ 'INK-1': 1 }))).status).toBe(201)
    expect(await stockOf('INK-1')).toBe(0)
  })
})

test('what was sold elsewhere counts, with a reason, and not by who may not', async () => {
  const [id] = await releaseAll(server, { ...always, mechanic: half, limits: { units: 8 } })
  const correct = (units: number, cookie?: string) =>
    server.request('POST', `/api/promotions/${id}/corrections`, { units, reason: 'fair' }, cookie ? { cookie } : {})
  expect((await correct(8)).status).toBe(204)
  expect((await correct(1, await server.signIn('planner'))).status).toBe(403)
  expect(await counts(id!)).toMatchObject({ units: 8, reached: { limit: 'units', since: null } })
  const { body } = await server.request('GET', `/api/promotions/${id}/sales`)
  expect(body).toMatchObject({
    total: { units: 8 },
    days: [],
    corrections: [{ units: 8, reason: 'fair', by: 'Tester' }],
  })
})

test('redemptions come out as a file', async () => {
  const { body } = await server.request('GET', '/api/redemptions.csv')
  const [header, ...rows] = String(body).trim().split('\r\n')
  expect(header).toBe('order,placed_at,promotion,name,code,amount,added,units,cancelled')
  expect(rows.length).toBeGreaterThan(5)
  expect(rows.some((row) => row.endsWith('yes'))).toBe(true)
})
