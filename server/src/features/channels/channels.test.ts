import type { FitAnswer, Partner } from '@novalex/contract'
import type { ChannelRules } from '@novalex/core'
import { afterEach, beforeEach, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { bringIn } from '../../testing/imports.ts'

let server: TestServer
beforeEach(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterEach(() => server.close())

const DURING = '2027-03-11T10:00:00Z'
const MARKET = { id: 'market', name: 'Market', kind: 'partner' as const, leadHours: 48, lockHours: 5 }
const partner = (values: ChannelRules, changes: Partial<Partner> = {}): Partner => ({
  ...MARKET,
  rules: [{ from: '2027-01-01', values, source: 'Guide', checkedOn: '2027-03-01' }],
  ...changes,
})

const getStore = async () => (await server.request('GET', '/api/store')).body
async function save(...partners: Partner[]) {
  const { version } = await getStore()
  return server.request('PUT', '/api/store/partners', { partners, version })
}
async function create(changes: Parameters<typeof createDraft>[0] = {}): Promise<string> {
  const { body } = await server.request('POST', '/api/promotions', createDraft(changes))
  expect(body.error).toBeUndefined()
  return body.promotion.id
}
async function fit(id: string): Promise<FitAnswer> {
  const { status, body } = await server.request('GET', `/api/promotions/${id}/channels`)
  expect(status).toBe(200)
  return body.fits[0]
}
async function priceIn(channel: string, sku = 'PAD-1', plan = 'working'): Promise<number> {
  const cart = { lines: [{ sku, quantity: 1 }], codes: [], channel, delivery: null, shopper: null }
  const { body } = await server.request('POST', '/api/quote', { plan, at: DURING, cart })
  return body.totals.merchandise
}
const shelfIn = async (channel: string) => {
  const { body } = await server.request('GET', `/api/products/PAD-1?at=${DURING}&channel=${channel}`)
  return body.shelf
}

test('a partner is saved beside the own channels, which keep theirs, and only with rules that can be kept', async () => {
  expect(await save(partner({ minReduction: 1000 }))).toMatchObject({ status: 204 })
  const { version, channels } = await getStore()
  expect(channels.map(({ id, kind }: Partner) => [id, kind])).toEqual([
    ['web', 'own'],
    ['market', 'partner'],
  ])
  const own = [...channels.slice(0, 1), { id: 'app', name: 'App', kind: 'own' }]
  expect(await server.request('PUT', '/api/store/channels', { channels: own, version })).toMatchObject({ status: 204 })
  expect((await getStore()).channels.map(({ id }: Partner) => id)).toEqual(['web', 'app', 'market'])
  const problems = async (...partners: Partner[]) =>
    (await save(...partners)).body.error.problems.map(
      ({ path, code }: { path: string; code: string }) => `${path} ${code}`,
    )
  expect(await problems(partner({ minReduction: 2000, showReduction: 1000 }))).toEqual([
    'partners.0.rules.0.values.showReduction rules-contradict',
  ])
  expect(await problems(partner({}, { lockHours: 49 }))).toEqual(['partners.0.lockHours lock-before-submission'])
  expect(await problems(partner({}), partner({}, { id: 'second', name: ' market ' }))).toEqual([
    'partners.1.name name-taken',
  ])
  expect(await problems(partner({}, { name: 'app' }))).toEqual(['partners.0.name name-taken'])
  expect(await problems(partner({}, { id: 'web' }))).toContain('partners.0.id duplicate-id')
  const sells = { name: 'Till', scopes: ['quote'], channel: 'market', endsAt: null }
  await server.request('POST', '/api/keys', sells)
  expect(await problems()).toEqual(['partners channel-in-use'])
})

test('a promotion lowers a price at a partner only if it goes there, or its condition says so', async () => {
  await save(partner({}))
  const id = await create()
  expect([await priceIn('web'), await priceIn('market'), await shelfIn('market')]).toEqual([800, 1000, 1000])
  const { body } = await server.request('GET', `/api/promotions/${id}`)
  const { id: _id, rank: _rank, ...rule } = body.promotion
  const edit = { ...rule, campaign: null, occasion: null, archived: false, note: '', partners: [{ channel: 'market' }] }
  expect(await server.request('PUT', `/api/promotions/${id}`, { ...edit, version: 1 })).toMatchObject({ status: 200 })
  expect([await priceIn('web'), await priceIn('market'), await shelfIn('market')]).toEqual([800, 800, 800])
  const without = { ...edit, partners: [{ channel: 'market', leftOut: ['PAD-1'] }], version: 2 }
  await server.request('PUT', `/api/promotions/${id}`, without)
  expect([await priceIn('web'), await priceIn('market'), await priceIn('market', 'PAD-2')]).toEqual([800, 1000, 2000])
  const alone = { test: 'channel' as const, in: ['market'] }
  const ink = { kind: 'markdown' as const, reach: { skus: ['INK-1'] }, value: { percent: 1000 } }
  await create({ mechanic: ink, when: alone })
  expect([await priceIn('web', 'INK-1'), await priceIn('market', 'INK-1')]).toEqual([700, 630])
})

test('what a release freezes is compared with it, and the prices of a partner are reviewed apart', async () => {
  await save(partner({}))
  await create({ partners: [{ channel: 'market' }] })
  const review = (await server.request('GET', '/api/releases/review')).body
  expect(review.products.map(({ sku, channel }: { sku: string; channel: string | null }) => [sku, channel])).toEqual([
    ['PAD-1', null],
    ['PAD-2', null],
  ])
  const { planRevision } = await getStore()
  await server.request('POST', '/api/releases', { note: '', planRevision })
  expect(await priceIn('market', 'PAD-1', '1')).toBe(800)
  const only = { kind: 'markdown' as const, reach: { skus: ['INK-1'] }, value: { percent: 1000 } }
  await create({ mechanic: only, when: { test: 'channel', in: ['market'] } })
  const next = (await server.request('GET', '/api/releases/review')).body
  expect(next.products).toMatchObject([{ sku: 'INK-1', channel: 'market', shifts: [{ before: 700, after: 630 }] }])
})

test('a promotion is checked before it goes there; what would be refused can be listed and left out', async () => {
  await save(partner({ minReduction: 2000, maxDays: 4, lowestBefore: { days: 30, counts: 'shelf', below: 0 } }))
  const bands = [
    { from: 0, value: { percent: 1000 } },
    { from: 2000, value: { percent: 2500 } },
  ]
  const id = await create({ state: 'draft', mechanic: { kind: 'markdown', reach: { categories: ['paper'] }, bands } })
  expect(await fit(id)).toMatchObject({
    channel: 'market',
    isTarget: false,
    rulesFrom: '2027-01-01',
    start: '2027-03-09T23:00:00.000Z',
    submitBy: '2027-03-07T23:00:00.000Z',
    locksAt: '2027-03-09T18:00:00.000Z',
    products: 2,
    accepted: 1,
    flagged: 1,
    issues: [
      { rule: 'maxDays', severity: 'refused', facts: { limit: 4, found: 5 }, products: null },
      { rule: 'minReduction', facts: { limit: 2000, found: 1000 }, products: 1, sku: 'PAD-1' },
    ],
    rows: [{ sku: 'PAD-1', name: 'Drawing pad', regular: 1000, price: 900, issues: [{ rule: 'minReduction' }] }],
  })
  const refused = (channel: string) => server.request('GET', `/api/promotions/${id}/channels/${channel}/refused`)
  expect(await refused('market')).toMatchObject({ status: 200, body: { skus: ['PAD-1'] } })
  expect(await refused('web')).toMatchObject({ status: 404, body: { error: { facts: { kind: 'channel' } } } })
  expect(await server.request('GET', '/api/promotions/none/channels')).toMatchObject({ status: 404 })
  const other = createDraft({
    partners: [{ channel: 'market', leftOut: ['PAD-1'] }],
    mechanic: { kind: 'surcharge', reach: {}, value: { percent: 100 } },
  })
  const { stacking: _stacking, ...surcharge } = other
  expect((await server.request('POST', '/api/promotions', surcharge)).body.error.problems).toMatchObject([
    { code: 'not-allowed', path: 'partners.0.leftOut' },
  ])
})

test('a coupon that lowered the lowest price paid there is told with its order', async () => {
  await save(partner({ lowestBefore: { days: 30, counts: 'paid', below: 0 } }))
  const header = 'number;placed_at;shopper;email;channel;delivery_option;delivery_price;country;sku;quantity;paid;codes'
  const orders = [
    'M-1;2027-02-20 10:00;;;market;;;;PAD-1;1;8,50;',
    'M-2;2027-02-21 10:00;;;market;;;;PAD-1;2;16,00;WELCOME',
    'M-3;2027-02-01 10:00;;;market;;;;PAD-1;1;5,00;',
    'W-1;2027-02-21 10:00;;;web;;;;PAD-1;1;6,00;',
  ]
  await bringIn(server, 'orders', [header, ...orders].join('\n'))
  const id = await create({ mechanic: { kind: 'markdown', reach: { skus: ['PAD-1'] }, value: { percent: 2000 } } })
  expect((await fit(id)).issues).toEqual([
    {
      rule: 'lowestBefore',
      severity: 'refused',
      facts: { limit: 799, found: 800, days: 30, counts: 'paid', order: 'M-2' },
      products: 1,
      sku: 'PAD-1',
    },
  ])
})

test('what a partner would refuse is a finding that holds back no release', async () => {
  await save(partner({ minReduction: 3000 }))
  await create({ partners: [{ channel: 'market' }] })
  await expect
    .poll(async () => (await server.request('GET', '/api/findings')).body.findings, { timeout: 20_000 })
    .toContainEqual(
      expect.objectContaining({
        kind: 'channel-rule',
        severity: 'warning',
        facts: { rule: 'minReduction', isRefused: true, products: 2, of: 2, others: 0 },
        proof: expect.objectContaining({ sku: 'PAD-1', price: 800, channel: 'market' }),
      }),
    )
  const { planRevision } = await getStore()
  expect(await server.request('POST', '/api/releases', { note: '', planRevision })).toMatchObject({ status: 201 })
})
