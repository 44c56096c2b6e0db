import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { recount } from '../../data/counts/index.ts'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { bringIn, upload } from '../../testing/imports.ts'
import { createOrderBody, offerParcels, place, visit } from '../../testing/placeOrders.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true, hasThreads: true })
  await offerParcels(server)
  await bringIn(server, 'shoppers', 'id;name;orders;spent\ns1;Alma;1;10.00\n')
})
afterAll(() => server.close())

const HEADER = 'number;placed_at;shopper;email;channel;delivery_option;delivery_price;country;sku;quantity;paid;codes'
const FILE = [
  HEADER,
  'A-1;2027-01-05 14:30;s1;;web;parcel;4,90;AT;PAD-1;2;20,00;SPRING | LATE',
  'A-2;2027-01-06;;Mara@example.test;app;;;;INK-1;1;7,00;',
  'A-1;2027-01-05 14:30;s1;;web;parcel;4,90;AT;INK-1;1;7,00;SPRING | LATE',
  'A-1;2027-01-05 14:30;s1;;web;parcel;4,90;AT;OLD-9;1;3,00;SPRING | LATE',
].join('\n')
const alma = async () => (await server.request('GET', '/api/shoppers?search=Alma')).body.shoppers[0]
const list = async () => (await server.request('GET', '/api/orders')).body.orders
const file = async (cookie = server.cookie) =>
  String((await server.request('GET', '/api/files/orders.csv', undefined, { cookie })).body)

test('past orders come in, feed their shoppers, use nothing up; again they change nothing; undone they are gone', async () => {
  const status = await bringIn(server, 'orders', FILE)
  expect(status).toMatchObject({ added: 2, unchanged: 0, rows: 4 })
  expect(await alma()).toMatchObject({ orders: 2, spent: 1000 + 3490, bought: ['PAD-1', 'INK-1', 'OLD-9'] })
  expect(await list()).toMatchObject([
    { number: 'A-2', state: 'past', email: 'mara@example.test', channel: 'app', grand: 700 },
    {
      number: 'A-1',
      state: 'past',
      shopper: { id: 's1', name: 'Alma' },
      units: 4,
      grand: 3490,
      codes: ['SPRING', 'LATE'],
    },
  ])
  const [past] = await list()
  expect((await server.request('POST', `/api/orders/${past.id}/cancel`)).body.error.code).toBe('not-placed-here')
  const again = await bringIn(server, 'orders', FILE)
  expect(again).toMatchObject({ added: 0, unchanged: 2 })
  expect((await recount(server.database)).discrepancies).toEqual([])
  for (const { id } of [again, status])
    expect(await server.request('POST', `/api/imports/${id}/undo`)).toMatchObject({ status: 200 })
  expect(await list()).toEqual([])
  expect(await alma()).toMatchObject({ orders: 1, spent: 1000, bought: [] })
})

test('what goes out comes in unchanged, orders of the shop among them; addresses only for who may read them', async () => {
  await bringIn(server, 'orders', FILE)
  const visitor = await visit(server)
  const { body } = await place(server, visitor, createOrderBody({ 'PAD-2': 1 }, 99_999))
  const { body: gone } = await place(server, visitor, createOrderBody({ 'PAD-1': 1 }, 99_999))
  await server.request('POST', `/api/orders/${gone.order.id}/cancel`)
  const out = await file()
  expect(out).toContain(body.order.number)
  expect(out).not.toContain(gone.order.number)
  expect(await upload(server, out, { kind: 'orders' })).toMatchObject({ state: 'ready', added: 0, unchanged: 3 })
  const seen = await file(await server.signIn('planner'))
  expect([out.includes('mara@example.test'), seen.includes('@')]).toEqual([true, false])
})

test.each<[string, string, string]>([
  ['a time that is ahead', 'B-1;2028-01-01;;;;;;;INK-1;1;7,00;', '2.placed_at not-past'],
  ['a time that is none', 'B-1;2027-02-30;;;;;;;INK-1;1;7,00;', '2.placed_at no-such-time'],
  ['no units', 'B-1;2027-01-01;;;;;;;INK-1;0;7,00;', '2.quantity too-small'],
  ['no number', ';2027-01-01;;;;;;;INK-1;1;7,00;', '2.number required'],
  [
    'another time in another line',
    'B-1;2027-01-01;;;;;;;INK-1;1;7;\nB-1;2027-01-02;;;;;;;INK-1;1;7;',
    '3.placed_at order-differs',
  ],
])('%s is refused where it stands', async (_label, row, problem) => {
  const { problems } = await upload(server, `${HEADER}\n${row}\n`, { kind: 'orders' })
  expect(problems.map(({ path, code }) => `${path} ${code}`)).toEqual([problem])
})

test('more lines than other files may have are taken', async () => {
  const rows = Array.from({ length: 210_000 }, (_none, at) => `M-${at >> 2};2027-01-01;;;;;;;SKU-${at % 300};1;7,00;`)
  const status = await upload(server, `${HEADER}\n${rows.join('\n')}\n`, { kind: 'orders' })
  expect(status).toMatchObject({ state: 'ready', rows: 210_000, added: 52_500, problems: [] })
})
