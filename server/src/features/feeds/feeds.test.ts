import type { FeedDraft } from '@novalex/contract'
import { FIRST_COLUMNS } from '@novalex/core'
import { createProduct } from '@novalex/core/testing'
import jsonld from 'jsonld'
import Papa from 'papaparse'
import { afterAll, beforeAll, beforeEach, expect, inject, test } from 'vitest'
import { saveProducts } from '../../data/catalogue/index.ts'
import { MARKET } from '../../testing/channels.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  server.clock.at = Date.parse('2027-03-11T09:00:00Z')
})
afterAll(() => server.close())
beforeEach(async () => {
  await server.database('feeds').delete()
})

const feed = (changes: Partial<FeedDraft> = {}): FeedDraft => ({
  name: 'Prices',
  channel: 'web',
  format: 'csv',
  daysAhead: 14,
  link: 'https://shop.test/{sku}',
  columns: [...FIRST_COLUMNS.plain],
  ...changes,
})

async function open(changes: Partial<FeedDraft> = {}): Promise<{ id: string; path: string }> {
  const { body } = await server.request('POST', '/api/feeds', feed(changes))
  const { status, body: address } = await server.request('POST', `/api/feeds/${body.id}/addresses`)
  expect(status).toBe(201)
  return { id: body.id, path: (address.url as string).slice(server.url.length) }
}
const fetchIt = (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  fetch(server.url + path, { method, headers })
const textOf = async (path: string) => (await fetchIt(path)).text()

async function release(changes: Parameters<typeof createDraft>[0]): Promise<string> {
  const { body } = await server.request('POST', '/api/promotions', createDraft(changes))
  const { planRevision } = (await server.request('GET', '/api/store')).body
  expect(await server.request('POST', '/api/releases', { note: '', planRevision })).toMatchObject({ status: 201 })
  return body.promotion.id
}

test('a feed follows the live release: price, reduced price and period, fetched without a session', async () => {
  const { path } = await open()
  const before = Papa.parse<string[]>(await textOf(path)).data
  expect(before[0]).toEqual(FIRST_COLUMNS.plain.map(({ name }) => name))
  expect(before[1]).toEqual(['PAD-1', 'Drawing pad', 'https://shop.test/PAD-1', 'in stock', '10.00 EUR', '', ''])
  await release({})
  const after = Papa.parse<string[]>(await textOf(path)).data
  expect(after.slice(1, 4).map((row) => row.slice(4))).toEqual([
    ['10.00 EUR', '8.00 EUR', '2027-03-10T00:00:00+01:00/2027-03-15T00:00:00+01:00'],
    ['25.00 EUR', '20.00 EUR', '2027-03-10T00:00:00+01:00/2027-03-15T00:00:00+01:00'],
    ['7.00 EUR', '', ''],
  ])
  expect((await server.request('GET', '/api/feeds')).body).toMatchObject([
    { feed: { name: 'Prices' }, addresses: 1, lastFetchedAt: expect.any(String) },
  ])
})

test('a tag that still holds is answered 304; it changes with the clock, the products and the feed', async () => {
  const { id, path } = await open()
  const tagOf = async () => (await fetchIt(path, {}, 'HEAD')).headers.get('etag')!
  const tag = await tagOf()
  expect((await fetchIt(path)).headers.get('last-modified')).toMatch(/GMT$/)
  const again = await fetchIt(path, { 'if-none-match': `"other", W/${tag}` })
  expect([again.status, await again.text()]).toEqual([304, ''])
  server.clock.at = Date.parse('2027-03-16T09:00:00Z')
  const later = await tagOf()
  server.clock.at = Date.parse('2027-03-11T09:00:00Z')
  expect(await tagOf()).toBe(tag)
  const { name, ...rest } = feed({ daysAhead: 3 })
  await server.request('PUT', `/api/feeds/${id}`, { name, ...rest, version: 1 })
  const edited = await tagOf()
  await server.database('store').increment('catalogue_revision', 1)
  expect(new Set([tag, later, edited, await tagOf()]).size).toBe(4)
})

test('tab-separated, JSON and JSON-LD say the same; a parser of JSON-LD reads it', async () => {
  const tsv = await textOf((await open({ format: 'tsv' })).path)
  expect(tsv.split('\r\n')[0]).toBe('sku\tname\tlink\tavailability\tprice\tsale price\tsale period')
  const json = JSON.parse(await textOf((await open({ format: 'json' })).path))
  expect(json).toHaveLength(3)
  expect(json[0]).toMatchObject({ sku: 'PAD-1', price: '10.00 EUR', 'sale price': '8.00 EUR' })
  const answer = await fetchIt((await open({ format: 'jsonld' })).path)
  expect(answer.headers.get('content-type')).toContain('application/ld+json')
  const document = JSON.parse(await answer.text())
  // The vocabulary's own document is not loaded: its names are given here.
  const documentLoader = () =>
    Promise.resolve({
      document: { '@context': { '@vocab': 'https://schema.org/' } },
      documentUrl: '',
      contextUrl: undefined,
    })
  const [pad] = (await jsonld.expand(document, { documentLoader: documentLoader as never })) as Record<string, never>[]
  expect(pad).toMatchObject({
    '@type': ['https://schema.org/Product'],
    'https://schema.org/offers': [
      {
        'https://schema.org/price': [{ '@value': '10.00' }],
        'https://schema.org/priceSpecification': [
          {
            'https://schema.org/price': [{ '@value': '8.00' }],
            'https://schema.org/validThrough': [{ '@value': '2027-03-15T00:00:00+01:00' }],
          },
        ],
      },
    ],
  })
})

test('a token that is guessed, revoked, of another feed or of one that is gone opens nothing', async () => {
  const one = await open()
  const other = await open({ name: 'Other' })
  const token = new URL(server.url + one.path).searchParams.get('token')!
  const status = async (path: string) => (await fetchIt(path)).status
  expect(await status(`/api/feeds/${other.id}/file?token=${token}`)).toBe(404)
  expect(await status(`/api/feeds/${one.id}/file?token=${token.slice(0, -1)}x`)).toBe(404)
  expect(await status(`/api/feeds/${one.id}/file`)).toBe(422)
  const listed = async () =>
    (await server.request('GET', '/api/keys')).body.filter((key: { feed: string }) => key.feed === one.id)
  const [key] = await listed()
  expect(key).toMatchObject({ name: 'Prices', scopes: ['feeds'], channel: 'web' })
  const asKey = await server.request('GET', '/api/orders', undefined, { cookie: '', authorization: `Bearer ${token}` })
  expect(asKey.body.error.code).toBe('key-lacks-scope')
  expect(await status(one.path)).toBe(200)
  await server.request('DELETE', `/api/keys/${key.id}`)
  expect(await status(one.path)).toBe(404)
  expect(await server.request('DELETE', `/api/feeds/${other.id}?version=1`)).toMatchObject({ status: 204 })
  expect(await status(other.path)).toBe(404)
})

test('a mapping without a price, a rate of 0, and a channel that there is not are refused at their places', async () => {
  const problems = async (changes: Partial<FeedDraft>) =>
    (await server.request('POST', '/api/feeds', feed(changes))).body.error.problems.map(
      ({ code, path }: { code: string; path: string }) => `${path} ${code}`,
    )
  expect(await problems({ columns: [{ name: 'sku', field: 'sku' }] })).toEqual(['columns feed-without'])
  const convert = { currency: 'USD', rate: 0, on: '2027-03-01' }
  expect(await problems({ columns: [...FIRST_COLUMNS.plain, { name: 'usd', field: 'price', convert }] })).toEqual([
    'columns.7.convert.rate too-small',
  ])
  expect(await problems({ channel: 'nowhere' })).toEqual(['channel unknown-channel'])
  expect(await problems({ link: 'https://shop.test/' })).toEqual(['link malformed'])
})

test('a channel that a feed is fetched for can’t be removed, and a feed of a removed one gets no address', async () => {
  const { version } = (await server.request('GET', '/api/store')).body
  const save = async (partners: object[], at: number) =>
    server.request('PUT', '/api/store/partners', { partners, version: at })
  expect(await save([MARKET], version)).toMatchObject({ status: 204 })
  const { id } = await open()
  const market = await server.request('POST', '/api/feeds', feed({ name: 'Market', channel: 'market' }))
  expect(await server.request('PUT', `/api/feeds/${id}`, { ...feed({ channel: 'market' }), version: 1 })).toMatchObject(
    {
      status: 200,
    },
  )
  expect((await save([], version + 1)).body.error.problems).toMatchObject([
    { code: 'channel-in-use', facts: { given: 'market', key: 'Prices' } },
  ])
  await server.request('DELETE', `/api/feeds/${id}?version=2`)
  expect(await save([], version + 1)).toMatchObject({ status: 204 })
  const late = await server.request('POST', `/api/feeds/${market.body.id}/addresses`)
  expect(late.body.error.problems).toMatchObject([{ code: 'unknown-channel' }])
})

test('a preview shows what would be fetched, searched and only what is reduced, with doubts', async () => {
  const ask = async (asked: object) =>
    (await server.request('POST', '/api/feeds/preview', { feed: feed(), ...asked })).body
  expect(await ask({})).toMatchObject({
    total: 3,
    rows: [{ sku: 'PAD-1', doubts: [] }, { sku: 'PAD-2' }, { sku: 'INK-1' }],
  })
  expect(await ask({ onlySale: true })).toMatchObject({ total: 2 })
  expect(await ask({ search: 'butten' })).toMatchObject({ total: 1, rows: [{ sku: 'PAD-2' }] })
  expect(await ask({ page: 2 })).toMatchObject({ total: 3, rows: [] })
  await release({ mechanic: { kind: 'markdown', reach: { skus: ['INK-1'] }, value: { percent: 1000 } }, schedule: {} })
  expect(await ask({ search: 'ink' })).toMatchObject({ rows: [{ doubts: [{ doubt: 'no-period', price: 630 }] }] })
})

test('a feed goes on in parts until all products are told, and ends when its reader goes', async () => {
  const more = Array.from({ length: 4100 }, (_, n) => createProduct(`X-${n}`, 1000, { categories: [] }))
  await saveProducts(server.database, more, { at: server.clock.at })
  await server.database('store').increment('catalogue_revision', 1)
  const csv = await open()
  const rows = Papa.parse<string[]>((await textOf(csv.path)).trim()).data
  expect([rows.length, new Set(rows.map(([sku]) => sku)).size]).toEqual([4104, 4104])
  expect(JSON.parse(await textOf((await open({ format: 'json' })).path))).toHaveLength(4103)
  const leaving = new AbortController()
  const { body } = await fetch(server.url + csv.path, { signal: leaving.signal })
  await body!.getReader().read()
  leaving.abort()
  expect((await fetchIt(csv.path)).status).toBe(200)
})
