import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, PRODUCTS, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  server.clock.at = Date.parse('2027-03-12T00:00:00Z')
})
afterAll(() => server.close())

const RULES = { floor: { enforce: true, minMargin: 1000 }, priorDays: 60, longestSaleDays: 14 }

test('floor and prior days are changed with the plan, and the floor holds at once', async () => {
  const { body: before } = await server.request('GET', '/api/store')
  const { version } = before
  expect((await server.request('PUT', '/api/store/price-rules', { ...RULES, version })).status).toBe(204)
  const { body: after } = await server.request('GET', '/api/store')
  expect(after.store).toMatchObject(RULES)
  expect(after.planRevision).toBe(before.planRevision + 1)
  await server.request(
    'POST',
    '/api/promotions',
    createDraft({ mechanic: { kind: 'markdown', reach: {}, value: { percent: 9000 } } }),
  )
  await server.database('products').where({ sku: 'PAD-1' }).update({ unit_cost: 500 })
  await server.database('store').increment('catalogue_revision', 1)
  const shelf = async () => (await server.request('GET', '/api/products/PAD-1')).body.shelf
  expect(await shelf()).toBe(660)
  await server.request('PUT', '/api/store/price-rules', {
    ...RULES,
    floor: { enforce: false, minMargin: 0 },
    version: version + 1,
  })
  expect(await shelf()).toBe(100)
})

test.each([
  ['no days at all', { ...RULES, priorDays: 0 }],
  ['a margin below nothing', { ...RULES, floor: { enforce: true, minMargin: -1 } }],
  ['a key that is none', { ...RULES, colour: 'red' }],
])('refuses %s', async (_name, rules) => {
  const { version } = (await server.request('GET', '/api/store')).body
  expect((await server.request('PUT', '/api/store/price-rules', { ...rules, version })).status).toBe(422)
})

test('a product that was deleted comes back; its SKU and its categories must be right', async () => {
  const ink = PRODUCTS[2]!
  await server.database('promotions').delete()
  await server.database('store').increment('plan_revision', 1)
  expect((await server.request('POST', '/api/products', { product: ink })).body.error.problems[0].code).toBe(
    'sku-taken',
  )
  expect((await server.removeGoods('/api/products/INK-1')).status).toBe(204)
  const lost = { ...ink, categories: ['gone'] }
  expect((await server.request('POST', '/api/products', { product: lost })).body.error.problems[0].code).toBe(
    'unknown-category',
  )
  expect((await server.request('POST', '/api/products', { product: ink, sold: 9 })).status).toBe(201)
  expect((await server.request('GET', '/api/products/INK-1')).body.product).toEqual(ink)
  const question = { filters: [{ column: 'sku', text: 'INK-1' }], order: null, from: 0, count: 1 }
  const { body: table } = await server.request('POST', '/api/products/table', question)
  expect(table.rows).toMatchObject([{ sold: 9 }])
})

test.each([
  ['a space at the end', 'INK-1 '],
  ['a space before', ' INK-1'],
  ['a line break', 'INK-1\n'],
  ['a control character', 'INK\u00011'],
  ['half a character', 'INK\ud800'],
  ['nothing but spaces', '  '],
])('an SKU with %s is refused, and the product that it looks like stays', async (_label, sku) => {
  const cheap = { ...PRODUCTS[2]!, sku, regularPrice: 1 }
  expect(await server.request('POST', '/api/products', { product: cheap })).toMatchObject({
    status: 422,
    body: { error: { problems: [{ code: 'not-an-id', path: 'product.sku' }] } },
  })
  expect((await server.request('GET', '/api/products/INK-1')).body.product.regularPrice).toBe(700)
})

test('two ids that differ in a space are two to the database', async () => {
  const row = await server.database('products').where({ sku: 'INK-1' }).first()
  await server.database('products').insert({ ...row, sku: 'INK-1 ', position: 99 })
  expect(await server.database('products').where({ sku: 'INK-1 ' }).delete()).toBe(1)
  expect(await server.database('products').where({ sku: 'INK-1' })).toHaveLength(1)
})
