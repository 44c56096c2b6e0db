import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { saveShoppers } from '../../data/shoppers/index.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

/** Access to the shop's endpoints, and which client input they trust. */

let server: TestServer
let key: string
const nobody = { cookie: '' }
const shopper = (id: string, groups: string[]) => ({
  id,
  name: `Shopper ${id}`,
  groups,
  tags: [],
  orders: 0,
  spent: 0,
  bought: [],
})
const clubOffer = createDraft({
  name: 'Secret club plan',
  schedule: {},
  stacking: { group: 'extra', mode: 'group' },
  when: { test: 'group', in: ['club'] },
  mechanic: { kind: 'item-discount', reach: {}, value: { percent: 1000 } },
})

beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await saveShoppers(server.database, [shopper('s-1', ['club']), shopper('s-2', [])])
  const { version } = (await server.request('GET', '/api/store')).body
  const options = [
    {
      id: 'parcel',
      name: 'Parcel',
      prices: [
        { country: 'AT', price: 490 },
        { country: 'DE', price: 990 },
      ],
    },
    { id: 'collect', name: 'Collection', prices: [{ country: 'AT', price: 0 }] },
  ]
  expect((await server.request('PUT', '/api/store/delivery', { version, options })).status).toBe(204)
  const set = (await server.request('POST', '/api/sets', { name: 'Hidden set', content: { skus: ['PAD-1', 'PAD-2'] } }))
    .body
  await server.request('POST', '/api/promotions', clubOffer)
  await server.request(
    'POST',
    '/api/promotions',
    createDraft({
      name: 'Secret set plan',
      schedule: {},
      stacking: { group: 'extra', mode: 'group' },
      mechanic: {
        kind: 'quantity-break',
        reach: { sets: [set.id] },
        count: 'sku',
        on: 'all',
        tiers: [{ from: 9, value: { percent: 500 } }],
      },
    }),
  )
  await server.request(
    'POST',
    '/api/promotions',
    createDraft({
      name: 'For one person',
      schedule: {},
      stacking: { group: 'extra', mode: 'group' },
      when: { test: 'shopper', in: ['s-2'] },
      mechanic: { kind: 'item-discount', reach: {}, value: { percent: 100 } },
    }),
  )
  await server.request('POST', '/api/promotions', createDraft({ name: 'Secret draft', state: 'draft', schedule: {} }))
  const { planRevision } = (await server.request('GET', '/api/store')).body
  expect((await server.request('POST', '/api/releases', { note: '', planRevision })).status).toBe(201)
  key = (await server.request('POST', '/api/keys', { name: 'Shop', scopes: ['quote'], channel: 'web', endsAt: null }))
    .body.key
})
afterAll(() => server.close())

const cart = (changes: object = {}) => ({
  lines: [{ sku: 'INK-1', quantity: 1 }],
  codes: [],
  delivery: null,
  ...changes,
})
const price = (changes: object = {}, headers: Record<string, string> = nobody, asked: object = {}) =>
  server.request('POST', '/api/shop/cart', { ...asked, cart: cart(changes) }, headers)
const signIn = async (id: string) => {
  const { status, headers } = await server.request('POST', '/api/shop/session', { shopper: id }, nobody)
  return status === 204 ? { cookie: headers.get('set-cookie')!.split(';')[0]! } : nobody
}
const bearer = () => ({ ...nobody, authorization: `Bearer ${key}` })

describe('who buys', () => {
  test('a guest pays what a guest pays; a claimed group is refused, and nothing is cheaper', async () => {
    expect((await price()).body.grand).toBe(700)
    const claims = [
      { id: 's-1', groups: ['club'], tags: [], orders: 0, spent: 0, bought: [] },
      { groups: ['club'] },
      ['s-1'],
    ]
    for (const claim of claims) {
      const { status, body } = await price({ shopper: claim })
      expect([status, body.error.problems[0].path]).toEqual([422, 'cart.shopper'])
    }
    expect((await price({ groups: ['club'] })).status).toBe(422)
  })
  test('an id that is not one’s own is refused', async () => {
    expect((await price({ shopper: 's-1' })).body.error.code).toBe('another-shopper')
    expect((await price({ shopper: 's-1' }, await signIn('s-2'))).body.error.code).toBe('another-shopper')
  })
  test('who is signed in to the shop gets what the server knows of them', async () => {
    const club = await signIn('s-1')
    expect((await price({}, club)).body.grand).toBe(630)
    expect((await price({ shopper: 's-1' }, club)).body.grand).toBe(630)
    expect((await price({ shopper: null }, club)).body.grand).toBe(700)
    expect((await server.request('GET', '/api/shop', undefined, club)).body.shopper).toEqual({
      id: 's-1',
      name: 'Shopper s-1',
    })
  })
  test('a cookie that was written by hand is none', async () => {
    const { cookie } = await signIn('s-2')
    for (const forged of ['novalex.shopper=s-1', cookie.replace('s-2', 's-1'), 'novalex.shopper=s%3As-1'])
      expect((await price({}, { cookie: forged })).body.grand).toBe(700)
  })
  test('a key’s holder names any shopper, and none that there is not', async () => {
    expect((await price({ shopper: 's-1' }, bearer())).body.grand).toBe(630)
    expect((await price({ shopper: null }, bearer())).body.grand).toBe(700)
    expect((await price({}, bearer())).body.grand).toBe(700)
    expect((await price({ shopper: 's-9' }, bearer())).body.error.problems[0]).toMatchObject({
      code: 'unknown-shopper',
      path: 'cart.shopper',
    })
  })
  test('a shopper who is taken out is a guest', async () => {
    await saveShoppers(server.database, [shopper('s-3', ['club'])])
    const gone = await signIn('s-3')
    await server.database('shoppers').where({ id: 's-3' }).delete()
    expect((await price({}, gone)).body.grand).toBe(700)
    expect((await server.request('POST', '/api/shop/session', { shopper: 's-3' }, nobody)).status).toBe(404)
  })
})

describe('delivery', () => {
  test.each<[string, object | null, number]>([
    ['none', null, 700],
    ['to one country', { option: 'parcel', country: 'AT' }, 1190],
    ['to another', { option: 'parcel', country: 'DE' }, 1690],
    ['for nothing', { option: 'collect', country: 'AT' }, 700],
  ])('%s costs what the store says', async (_label, delivery, grand) => {
    expect((await price({ delivery })).body.grand).toBe(grand)
  })
  test.each<[object, string, string]>([
    [{ option: 'balloon', country: 'AT' }, 'unknown-option', 'cart.delivery.option'],
    [{ option: 'collect', country: 'DE' }, 'unserved-country', 'cart.delivery.country'],
    [{ option: 'parcel', country: 'AT', price: 0 }, 'unknown-key', 'cart.delivery.price'],
  ])('%o is refused at its place', async (delivery, code, path) => {
    expect((await price({ delivery })).body.error.problems[0]).toMatchObject({ code, path })
  })
  test('may cost as much as money may, and the cart still adds up', async () => {
    const { version, delivery } = (await server.request('GET', '/api/store')).body
    const dear = [{ id: 'moon', name: 'Moon', prices: [{ country: 'AT', price: 1_000_000_000_000 }] }]
    await server.request('PUT', '/api/store/delivery', { version, options: dear })
    await new Promise((resolve) => setTimeout(resolve, 1100))
    expect((await price({ delivery: { option: 'moon', country: 'AT' } })).body.grand).toBe(1_000_000_000_700)
    await server.request('PUT', '/api/store/delivery', { version: version + 1, options: delivery })
    await new Promise((resolve) => setTimeout(resolve, 1100))
  })
  test.each<[string, object, string]>([
    [
      'a country twice',
      {
        prices: [
          { country: 'AT', price: 1 },
          { country: 'AT', price: 2 },
        ],
      },
      'options.0.prices.1.country',
    ],
    ['a country that is none', { prices: [{ country: 'at', price: 1 }] }, 'options.0.prices.0.country'],
    ['no country', { prices: [] }, 'options.0.prices'],
    ['a price below nothing', { prices: [{ country: 'AT', price: -1 }] }, 'options.0.prices.0.price'],
    ['a name of blanks', { name: '  ' }, 'options.0.name'],
  ])('%s is no setting', async (_label, changes, path) => {
    const { version } = (await server.request('GET', '/api/store')).body
    const option = { id: 'parcel', name: 'Parcel', prices: [{ country: 'AT', price: 490 }], ...changes }
    expect(
      (await server.request('PUT', '/api/store/delivery', { version, options: [option] })).body.error.problems[0].path,
    ).toBe(path)
    expect((await server.request('PUT', '/api/store/delivery', { version: version - 1, options: [] })).status).toBe(409)
  })
})

describe('what shoppers may know', () => {
  const told = async (path: string) => JSON.stringify((await server.request('GET', path, undefined, nobody)).body)
  test('no internal name, no draft, no set, nobody else’s offer, no cost', async () => {
    for (const path of [
      '/api/shop',
      '/api/shop/products',
      '/api/shop/products/PAD-1',
      '/api/shop/products/PAD-1/offers',
    ])
      expect(await told(path), path).not.toMatch(
        /Secret|Hidden|For one person|s-2|unitCost|unit_cost|minimumPrice|floor|margin/,
      )
    expect(JSON.stringify((await price({ lines: [{ sku: 'PAD-1', quantity: 8 }] })).body)).not.toMatch(
      /Secret|Hidden|floor/,
    )
    const ofSet = { mechanic: { reach: { sets: ['selection'] } } }
    expect(JSON.parse(await told('/api/shop/products/PAD-1/offers'))).toMatchObject([ofSet])
    const own = await server.request('GET', '/api/shop/products/PAD-1/offers', undefined, await signIn('s-1'))
    expect(own.body).toMatchObject([{ mechanic: { kind: 'item-discount' }, when: null }, ofSet])
  })
  test('other moments and plans are for people of the desk', async () => {
    const reader = { cookie: await server.signIn('reader') }
    const at = '2027-06-01T00:00:00Z'
    for (const query of [`at=${at}`, 'plan=working', 'plan=1']) {
      for (const path of [
        '/api/shop',
        '/api/shop/products',
        '/api/shop/products/PAD-1',
        '/api/shop/products/PAD-1/offers',
      ]) {
        const address = `${path}?${query}`
        expect((await server.request('GET', address, undefined, nobody)).body.error.code, address).toBe('staff-only')
        expect((await server.request('GET', address, undefined, bearer())).body.error.code, address).toBe('staff-only')
        expect((await server.request('GET', address, undefined, reader)).status, address).toBe(200)
      }
    }
    expect((await price({}, nobody, { at })).body.error.code).toBe('staff-only')
    expect((await price({}, nobody, { plan: 'working' })).body.error.code).toBe('staff-only')
    expect((await price({ shopper: 's-1' }, reader, { plan: 'working', at })).body.grand).toBe(630)
  })
  test('a preview shows the working plan, to whom it is for', async () => {
    await server.request(
      'POST',
      '/api/promotions',
      createDraft({
        name: 'Next',
        schedule: {},
        mechanic: { kind: 'markdown', reach: { skus: ['PAD-2'] }, value: { percent: 5000 } },
      }),
    )
    const priceOf = async (query: string) =>
      (await server.request('GET', `/api/shop/products/PAD-2${query}`)).body.product.price
    expect([await priceOf(''), await priceOf('?plan=working')]).toEqual([2500, 1250])
  })
})

describe('trying out codes', () => {
  test('more than five in a cart are refused', async () => {
    const codes = Array.from({ length: 6 }, (_none, at) => `C${at}`)
    expect((await price({ codes })).body.error.problems[0]).toMatchObject({ code: 'too-many', path: 'cart.codes' })
  })
  test('after a few wrong ones comes a wait; the same one again is no further try, and carts without codes go on', async () => {
    for (let again = 0; again < 8; again++) expect((await price({ codes: ['WRONG-1'] })).status).toBe(200)
    expect((await price({ codes: ['WRONG-2', 'WRONG-3', 'WRONG-4'] })).status).toBe(200)
    expect((await price({ codes: ['WRONG-5'] })).status).toBe(200)
    const refused = await price({ codes: ['WRONG-6'] })
    expect(refused).toMatchObject({ status: 429, body: { error: { code: 'too-many-codes' } } })
    expect(refused.body.error.facts.seconds).toBeGreaterThan(1)
    expect((await price()).status).toBe(200)
    // A shop's server knows its visitors itself, or names them.
    expect((await price({ codes: ['WRONG-7'] }, bearer())).status).toBe(200)
    server.wallClock.aheadMs = 61_000
    expect((await price({ codes: ['WRONG-6'] })).status).toBe(200)
    server.wallClock.aheadMs = 0
  })
})

test('without the stand-in nobody signs in by choosing', async () => {
  const real = await createTestServer(inject('databaseUrl'))
  expect((await real.request('GET', '/api/shop/shoppers')).status).toBe(404)
  expect((await real.request('POST', '/api/shop/session', { shopper: 's-1' })).status).toBe(404)
  await real.close()
})
