import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const AT = '2027-03-12T00:00:00Z'
const shelfOf = async (sku: string, plan = 'working') =>
  (await server.request('GET', `/api/products/${sku}?plan=${plan}&at=${AT}`)).body.shelf as number
const saleOn = (set: string) =>
  createDraft({
    name: `Sale on ${set}`,
    mechanic: { kind: 'markdown', reach: { sets: [set] }, value: { percent: 2000 } },
  })
const release = async () => {
  const { planRevision, changes } = (await server.request('GET', '/api/releases/changes')).body
  const sets = changes.flatMap(({ thing, name }: { thing: string; name: string }) => (thing === 'set' ? name : []))
  return { sets, status: (await server.request('POST', '/api/releases', { note: '', planRevision })).status }
}

test('a hand-picked set: used by a promotion, kept by a release, deleted only when nothing uses it', async () => {
  const { status, body: set } = await server.request('POST', '/api/sets', { name: 'Two', content: { skus: ['PAD-1'] } })
  expect(status).toBe(201)
  const { body: sale } = await server.request('POST', '/api/promotions', saleOn(set.id))
  expect([await shelfOf('PAD-1'), await shelfOf('PAD-2')]).toEqual([800, 2500])
  expect(await release()).toEqual({ sets: ['Two'], status: 201 })

  await server.request('PUT', `/api/sets/${set.id}`, { name: 'Two', content: { skus: ['PAD-2'] }, version: 1 })
  expect([await shelfOf('PAD-1'), await shelfOf('PAD-2')]).toEqual([1000, 2000])
  expect([await shelfOf('PAD-1', 'live'), await shelfOf('PAD-2', 'live')]).toEqual([800, 2500])
  expect(await release()).toEqual({ sets: ['Two'], status: 201 })
  expect(await shelfOf('PAD-2', 'live')).toBe(2000)

  const path = `/api/sets/${set.id}?version=2`
  const refused = await server.request('DELETE', path)
  expect(refused).toMatchObject({
    status: 409,
    body: { error: { code: 'in-use', facts: { name: 'Two', promotions: [sale.promotion.name] } } },
  })
  await server.request('DELETE', `/api/promotions/${sale.promotion.id}?version=1`)
  expect((await server.request('DELETE', path)).status).toBe(204)
  expect((await server.request('DELETE', path)).status).toBe(404)
})

test('a filter holds what fits it now, and says by which promotions it is used', async () => {
  const content = { filter: { categories: ['pads'], regularPrice: { below: 2000 } } }
  const { body: set } = await server.request('POST', '/api/sets', { name: 'Cheap pads', content })
  const promotion = saleOn(set.id)
  await server.request('POST', '/api/promotions', promotion)
  expect((await server.request('GET', '/api/sets')).body).toMatchObject([
    { set: { id: set.id }, products: 1, sample: [{ sku: 'PAD-1' }], usedBy: [promotion.name] },
  ])
  const category = await server.removeGoods('/api/categories/pads')
  expect(category.body.error.facts).toMatchObject({ sets: ['Cheap pads'] })
})

test.each([
  ['an unknown product', { skus: ['PAD-1', 'GONE'] }, 'unknown-sku', 'content.skus.1'],
  ['an unknown category', { filter: { categories: ['gone'] } }, 'unknown-category', 'content.filter.categories.0'],
  ['a set inside a set', { filter: { sets: ['x'] } }, 'unknown-key', 'content.filter.sets'],
])('%s is refused at its place', async (_case, content, code, path) => {
  const { status, body } = await server.request('POST', '/api/sets', { name: 'Bad', content })
  expect([status, body.error.problems[0]]).toMatchObject([422, { code, path }])
})

test('a second save on the same version is refused with the present one', async () => {
  const draft = { name: 'Mine', content: { skus: ['PAD-1'] } }
  const { body: set } = await server.request('POST', '/api/sets', draft)
  await server.request('PUT', `/api/sets/${set.id}`, { ...draft, name: 'First', version: 1 })
  const second = await server.request('PUT', `/api/sets/${set.id}`, { ...draft, name: 'Second', version: 1 })
  expect(second).toMatchObject({ status: 409, body: { error: { facts: { present: { name: 'First' } } } } })
})

test('a product that is in use is not deleted, and says by what', async () => {
  await server.request('POST', '/api/sets', { name: 'With ink', content: { skus: ['INK-1'] } })
  const refused = await server.removeGoods('/api/products/INK-1')
  expect(refused).toMatchObject({ status: 409, body: { error: { facts: { name: 'Ink', sets: ['With ink'] } } } })
  const { body: sets } = await server.request('GET', '/api/sets')
  const { set } = sets.find((one: { set: { name: string } }) => one.set.name === 'With ink')
  await server.request('DELETE', `/api/sets/${set.id}?version=1`)
  expect((await server.removeGoods('/api/products/INK-1')).status).toBe(204)
  expect((await server.removeGoods('/api/products/INK-1')).status).toBe(404)
})
