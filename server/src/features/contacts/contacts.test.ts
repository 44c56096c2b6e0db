import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { lettersTo } from '../../testing/lettersTo.ts'
import { createOrderBody, offerParcels, place, visit, type Visitor } from '../../testing/placeOrders.ts'

let server: TestServer
let visitor: Visitor
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await offerParcels(server)
  visitor = await visit(server)
})
afterAll(() => server.close())

const agreed = (email: string, sku = 'INK-1') => ({
  ...createOrderBody({ [sku]: 1 }, 99_999),
  buyer: { email, name: 'Mara', consent: true },
})
const contacts = async () =>
  String((await server.request('GET', '/api/contacts.csv')).body)
    .trim()
    .split('\r\n')

test('a consent at the checkout counts once its link was followed; an order that is sent again asks no second time', async () => {
  const body = agreed('mara@example.test')
  for (const key of ['one', 'one', 'two']) expect((await place(server, visitor, body, key)).status).toBe(201)
  const [letter, ...more] = await lettersTo(server, 'mara@example.test')
  expect(more).toEqual([])
  expect(await contacts()).toHaveLength(1)
  const token = /\/shop\/consent#(\S+)/.exec(letter!)![1]
  expect((await server.request('POST', '/api/shop/consents', { token }, { cookie: '' })).status).toBe(204)
  expect((await contacts())[1]).toMatch(/^mara@example\.test,Mara,.*,Email me news and offers\. \(Optional\)/)
  // Who has confirmed is not asked again.
  server.clock.at += 2 * 86_400_000
  await place(server, visitor, body, 'three')
  expect(await lettersTo(server, 'mara@example.test')).toHaveLength(1)
})

test('orders at the same time ask once', async () => {
  const body = agreed('twin@example.test', 'PAD-1')
  await Promise.all([1, 2, 3, 4, 5, 6].map((key) => place(server, visitor, body, `twin-${key}`)))
  expect(await lettersTo(server, 'twin@example.test')).toHaveLength(1)
})

test('who is not willing hears nothing, and an order stands whatever becomes of the letter', async () => {
  await place(server, visitor, createOrderBody({ 'INK-1': 1 }, 99_999), 'quiet')
  expect(await server.database('contacts').where({ name: 'Mara' })).toHaveLength(2)
  await server.database.schema.renameTable('contacts', 'elsewhere')
  const { status } = await place(server, visitor, agreed('other@example.test'), 'letterless')
  await server.database.schema.renameTable('elsewhere', 'contacts')
  expect(status).toBe(201)
})
