import { HistoryAnswer } from '@novalex/contract'
import { DAY_MS } from '@novalex/core'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, LAUNCHED, type TestServer } from '../../testing/createTestServer.ts'
import { bringIn } from '../../testing/imports.ts'
import { insertPastPrices } from '../../data/prices/index.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

/** A thread may have to start first. */

const at = (text: string) => Date.parse(text)
const release = async () => {
  const { planRevision } = (await server.request('GET', '/api/releases/review')).body
  expect((await server.request('POST', '/api/releases', { note: '', planRevision })).status).toBe(201)
}
const history = async (sku: string, moment: string) => {
  const { body } = await server.request('GET', `/api/products/${sku}/history?plan=live&at=${moment}`)
  expect(checkShape(HistoryAnswer, body)).toEqual([])
  return body as HistoryAnswer
}
const shop = async (sku: string, moment: string) =>
  (await server.request('GET', `/api/shop/products/${sku}?at=${moment}`)).body.product

test('what the shop showed: regular price until the release, then its sale, then a new regular price', async () => {
  server.clock.at = at('2027-03-01T00:00:00Z')
  await server.request('POST', '/api/promotions', createDraft())
  await release()
  server.clock.at = at('2027-03-20T00:00:00Z')
  await bringIn(server, 'products', 'sku;name;regular_price;tax_rate\nPAD-1;Drawing pad;12,00;20\n')

  const { spans } = await history('PAD-1', '2027-04-01T00:00:00Z')
  expect(spans.map(({ from, price, regular, release: number }) => [from, price, regular, number])).toEqual([
    [new Date(LAUNCHED).toISOString(), 1000, 1000, null],
    ['2027-03-09T23:00:00.000Z', 800, 1000, 1],
    ['2027-03-14T23:00:00.000Z', 1000, 1000, null],
    ['2027-03-20T00:00:00.000Z', 1200, 1200, null],
  ])
})

test('the regular price is struck where nothing lower came before', async () => {
  expect(await history('PAD-2', '2027-03-12T00:00:00Z')).toMatchObject({ prior: { price: 2500 }, struck: 2500 })
  expect(await shop('PAD-2', '2027-03-12T00:00:00Z')).toMatchObject({ price: 2000, struck: 2500, percentOff: 20 })
  expect(await history('PAD-2', '2027-03-20T00:00:00Z')).toMatchObject({ prior: null, struck: null })
})

test('a lower price in the 30 days before is all that may be struck, in the shop too', async () => {
  const began = at('2027-03-09T23:00:00Z')
  const past = { sku: 'PAD-2', from: began - 20 * DAY_MS, until: began - 10 * DAY_MS, price: 2200, regular: 2500 }
  await insertPastPrices(server.database, [past])
  await server.database('store').increment('catalogue_revision', 1)
  expect(await history('PAD-2', '2027-03-12T00:00:00Z')).toMatchObject({
    prior: { began: '2027-03-09T23:00:00.000Z', price: 2200 },
    struck: 2200,
  })
  expect(await shop('PAD-2', '2027-03-12T00:00:00Z')).toMatchObject({ price: 2000, struck: 2200, percentOff: 9 })
})

test('nothing is struck where it was as cheap before', async () => {
  await server.database('past_prices').update({ price: 1900 })
  await server.database('store').increment('catalogue_revision', 1)
  expect(await shop('PAD-2', '2027-03-12T00:00:00Z')).toMatchObject({ price: 2000, struck: null, percentOff: 0 })
})
