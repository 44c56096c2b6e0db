import type { ShopAnswer, ShopCartAnswer, ShopOffers, ShopProductAnswer } from '@novalex/contract'
import { DAY_MS, HOUR_MS, toIso } from '@novalex/core'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { saveShoppers } from '../../data/shoppers/index.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { createOrderBody, offerParcels, place, releaseAll, visit } from '../../testing/placeOrders.ts'

/** Prices on shop pages against what the viewer pays. */

const START = Date.parse('2027-03-10T00:00:00Z')
const SKUS = ['PAD-1', 'PAD-2', 'INK-1']
const CHANNELS = ['web', 'app']
const MOMENTS = Array.from({ length: 20 }, (_, index) => START + index * 7 * HOUR_MS)
/** Moments for each shopper; all of them where there is time. */
const TRIED = process.env.NOVALEX_RUNS === 'full' ? MOMENTS.length : 1
const SHOPPERS = Array.from({ length: 64 }, (_, index) => ({
  id: `s-${index}`,
  name: `Shopper ${index}`,
  groups: index % 2 === 0 ? ['club'] : index % 3 === 0 ? ['trade'] : [],
  tags: index % 5 === 0 ? ['press'] : [],
  orders: index % 4,
  spent: (index % 7) * 5000,
  bought: index % 6 === 0 ? ['INK-1'] : [],
}))
const markdown = (percent: number, when: object | null, changes: object = {}) =>
  createDraft({
    schedule: {},
    mechanic: { kind: 'markdown', reach: {}, value: { percent } },
    when: when as never,
    stacking: { group: 'sale', mode: 'group' },
    ...changes,
  })

let server: TestServer
let app: { authorization: string }
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  server.clock.at = START
  await offerParcels(server)
  await saveShoppers(server.database, SHOPPERS)
  const { version } = (await server.request('GET', '/api/store')).body as { version: number }
  const channels = CHANNELS.map((id) => ({ id, name: id, kind: 'own' }))
  expect((await server.request('PUT', '/api/store/channels', { channels, version })).status).toBe(204)
  const club = { test: 'group', in: ['club'] }
  const members = { title: 'Club price', members: 'Club members' }
  const buy3 = {
    kind: 'quantity-break' as const,
    reach: {},
    count: 'sku' as const,
    on: 'all' as const,
    tiers: [{ from: 3, value: { percent: 1000 } }],
  }
  const extra = { group: 'extra', mode: 'group' as const }
  await releaseAll(
    server,
    markdown(1000, club, { display: members, mechanic: inPads(1000) }),
    markdown(1200, { not: { test: 'group', in: ['trade'] } }, { schedule: { start: '2027-03-11T00:00' } }),
    markdown(1500, { test: 'orders', op: '=', count: 0 }, { mechanic: inPads(1500) }),
    markdown(800, { test: 'channel', in: ['app'] }),
    markdown(
      3000,
      { test: 'tag', in: ['press'] },
      { schedule: { start: '2027-03-12T12:00', end: '2027-03-13T12:00' } },
    ),
    markdown(2500, { test: 'bought', reach: { skus: ['INK-1'] } }, { limits: { usesPerShopper: 1 } }),
    markdown(4000, { test: 'country', in: ['AT'] }, { schedule: { start: '2027-03-14T00:00' } }),
    { schedule: {}, stacking: extra, mechanic: buy3, when: club as never, display: { members: 'Club members' } },
    { schedule: {}, stacking: extra, mechanic: buy3, when: { test: 'group', in: ['trade'] } },
    { schedule: {}, stacking: extra, mechanic: buy3, code: { text: 'SHOWN' }, display: { listed: true } },
    { schedule: {}, stacking: extra, mechanic: buy3, code: { text: 'SECRET' } },
  )
  const key = { name: 'App', scopes: ['quote', 'orders'], channel: 'app', endsAt: null }
  app = { authorization: `Bearer ${(await server.request('POST', '/api/keys', key)).body.key}` }
})
afterAll(() => server.close())

const inPads = (percent: number) => ({ kind: 'markdown' as const, reach: { categories: ['pads'] }, value: { percent } })

/** As staff see the shop: of any shopper, at any moment, in any channel. */
const look = async <T>(path: string, asked: Record<string, string>) => {
  const { status, body } = await server.request('GET', `${path}?${new URLSearchParams(asked)}`)
  expect(status, JSON.stringify(body)).toBe(200)
  return body as T
}
const pricesOf = ({ products }: ShopAnswer) => Object.fromEntries(products.map(({ sku, price }) => [sku, price]))

describe('every shopper', () => {
  test('is shown on list and product page what one unit costs them in the cart', async () => {
    const seen = new Set<string>()
    for (const [index, { id: shopper }] of SHOPPERS.entries()) {
      for (let step = 0; step < TRIED; step++) {
        const at = toIso(MOMENTS[(index * 3 + step * 7) % MOMENTS.length]!)
        for (const channel of CHANNELS) {
          const chosen = (index + step) % 3 === 0 ? { option: 'parcel', country: 'AT' } : null
          const asked = { at, channel, shopper, ...chosen }
          const list = pricesOf(await look<ShopAnswer>('/api/shop/products', asked))
          const lines = SKUS.map((sku) => ({ sku, quantity: 1 }))
          const cart = { lines, codes: [], delivery: chosen, shopper }
          const priced = await server.request('POST', '/api/shop/cart', { at, channel, cart })
          const paid = (priced.body as ShopCartAnswer).lines.map(({ sku, total }) => [sku, total])
          expect(list, `${shopper} ${at} ${channel}`).toEqual(Object.fromEntries(paid))
          const sku = SKUS[index % SKUS.length]!
          const { product } = await look<ShopProductAnswer>(`/api/shop/products/${sku}`, asked)
          expect(product.price).toBe(list[sku])
          seen.add(JSON.stringify(list))
        }
      }
    }
    expect(seen.size).toBeGreaterThan(10)
  })

  test('sees their own price when signed in, in an answer that is theirs alone; a guest reads it beside the public one', async () => {
    server.clock.at = START
    const member = await visit(server, 's-2')
    const own = await server.request('GET', '/api/shop/products/PAD-1', undefined, member as never)
    expect(own.headers.get('cache-control')).toContain('private')
    expect(own.body.product).toMatchObject({ price: 900, struck: 1000, members: [] })
    const guest = await server.request('GET', '/api/shop/products/PAD-1', undefined, (await visit(server)) as never)
    expect(guest.headers.get('cache-control')).not.toContain('private')
    expect(guest.body.product).toMatchObject({
      price: 1000,
      struck: null,
      members: [{ title: 'Club members', price: 900 }],
    })
  })

  test('has the was price of everybody', async () => {
    server.clock.at = START + 2 * DAY_MS
    const priceFor = async (shopper: string) => {
      const { product } = await look<ShopProductAnswer>('/api/shop/products/PAD-1', { shopper })
      return [product.price, product.struck]
    }
    // Neither is a new customer: 12 % off for all but trade; the club has 10 % off as well.
    expect(await priceFor('s-1')).toEqual([880, 1000])
    expect((await priceFor('s-2'))[1]).toBe(1000)
    server.clock.at = START
  })
})

describe('offers on a product', () => {
  const offersFor = async (shopper?: string) =>
    (await look<ShopOffers>('/api/shop/products/PAD-1/offers', shopper === undefined ? {} : { shopper })).map(
      ({ members, code, when }) => ({ members, code, when }),
    )
  const shown = { members: null, code: 'SHOWN', when: null }
  test('are those that the viewer qualifies for, those that say for whom they are, and listed codes', async () => {
    expect(await offersFor()).toEqual([{ members: 'Club members', code: null, when: null }, shown])
    expect(await offersFor('s-2')).toEqual([{ members: null, code: null, when: null }, shown])
    expect(await offersFor('s-3')).toEqual([
      { members: 'Club members', code: null, when: null },
      { members: null, code: null, when: null },
      shown,
    ])
  })
  test('name no group', async () => {
    const { cookie } = await visit(server)
    const paths = [
      '/api/shop/products',
      '/api/shop/products/PAD-1',
      '/api/shop/products/PAD-1/offers',
      '/api/shop/coupons',
    ]
    for (const path of paths) {
      const { body } = await server.request('GET', path, undefined, { cookie })
      expect(JSON.stringify(body)).not.toMatch(/"(club|trade|press)"/)
    }
  })
})

describe('a channel', () => {
  test('of a key has its own prices, in pages, carts and orders', async () => {
    const shown = await server.request('GET', '/api/shop/products/INK-1', undefined, { cookie: '', ...app })
    expect(shown.body.product).toMatchObject({ price: 644, struck: 700 })
    const body = createOrderBody({ 'INK-1': 1 }, 644 + 490, { shopper: undefined })
    const placed = await server.request('POST', '/api/shop/orders', body, {
      cookie: '',
      ...app,
      'idempotency-key': 'a1',
    })
    expect(placed.status, JSON.stringify(placed.body)).toBe(201)
    const { orders } = (await server.request('GET', '/api/orders')).body as { orders: { channel: string }[] }
    expect(orders[0]!.channel).toBe('app')
    // The same goods cost more in the online store, whatever its cart says.
    const refused = await place(server, await visit(server), createOrderBody({ 'INK-1': 1 }, 644 + 490))
    expect(refused.body.error.code).toBe('price-changed')
  })
  test.each(['/api/shop/products', '/api/shop/products/PAD-1', '/api/shop/products/PAD-1/offers'])(
    '%s: is not for others to choose',
    async (path) => {
      const ask = (headers: Record<string, string>) =>
        server.request('GET', `${path}?channel=app`, undefined, { cookie: '', ...headers })
      expect((await ask({})).body.error.code).toBe('staff-only')
      expect((await ask(app)).body.error.code).toBe('staff-only')
      const unknown = await server.request('GET', `${path}?channel=fax`)
      expect([unknown.status, unknown.body.error.problems[0].code]).toEqual([422, 'unknown-channel'])
    },
  )
  test('has its own price history, once a promotion asks for the channel', async () => {
    server.clock.at = START + DAY_MS
    await releaseAll(server, markdown(100, { test: 'channel', in: ['counter'] }))
    server.clock.at = START + 2 * DAY_MS
    const pricesIn = async (channel: string) => {
      const { spans } = await look<{ spans: { from: string; price: number }[] }>('/api/products/INK-1/history', {
        channel,
      })
      return spans.map(({ from, price }) => [from.slice(0, 10), price])
    }
    expect(await server.database('shown_prices').distinct('channel')).toEqual([{ channel: 'app' }])
    expect(await pricesIn('web')).toEqual([['2026-06-01', 700]])
    expect(await pricesIn('app')).toEqual([
      ['2026-06-01', 700],
      ['2027-03-10', 644],
    ])
  })
  test('that a key sells in stays, and so does the shop’s', async () => {
    const save = async (ids: readonly string[]) => {
      const { version } = (await server.request('GET', '/api/store')).body as { version: number }
      const channels = ids.map((id, at) => ({ id, name: ['', ' Shop', 'App', 'shop '][at] || id, kind: 'own' }))
      const { status, body } = await server.request('PUT', '/api/store/channels', { channels, version })
      return [
        status,
        ...((body as { error?: { problems: { code: string; path: string }[] } } | null)?.error?.problems ?? []).map(
          ({ code, path }) => `${code} ${path}`,
        ),
      ]
    }
    expect(await save(['web'])).toEqual([422, 'channel-in-use channels'])
    expect(await save(['app'])).toEqual([422, 'required channels'])
    expect(await save(['web', 'app', 'app'])).toEqual([422, 'duplicate-id channels.2.id'])
    expect(await save(['web', 'app', 'fair', 'stall'])).toEqual([422, 'name-taken channels.3.name'])
    expect(await save(['web', 'app', 'fair'])).toEqual([204])
    const draft = { name: 'Gone', scopes: ['quote'], channel: 'fax', endsAt: null }
    const refused = await server.request('POST', '/api/keys', draft)
    expect(refused.body.error.problems[0]).toMatchObject({ code: 'unknown-channel', path: 'channel' })
  })
})
