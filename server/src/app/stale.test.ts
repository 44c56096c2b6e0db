import { FEED } from '../testing/channels.ts'
import { ENDPOINTS, type Endpoint, type EndpointName } from '@novalex/contract'
import { keysOf } from '@novalex/core'
import type { TSchema } from '@sinclair/typebox'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, PRODUCTS, type TestServer } from '../testing/createTestServer.ts'

/** Each write of a shared record names the version that it was made from, so of concurrent writers only one gets through. */

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const ask = async (method: string, path: string, body?: unknown) => server.request(method, `/api${path}`, body)
const create = async (path: string, body: unknown) => (await ask('POST', path, body)).body
const store = async () => (await ask('GET', '/store')).body
const cart = { lines: [{ sku: 'PAD-1', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }

/** A write that may be sent with any version of what it changes. */
interface Write {
  /** The present version, or revision of the catalogue. */
  readonly version: number
  readonly send: (version: number) => readonly [method: string, path: string, body?: unknown]
}

const atStore = async (path: string, body: object): Promise<Write> => ({
  version: (await store()).version,
  send: (version) => ['PUT', path, { ...body, version }],
})
/** Creates a record and returns the ways to write it. */
const createAt = async (path: string, draft: object) => {
  const made = await create(path, draft)
  const id = made.promotion?.id ?? made.id
  return {
    id,
    update: (body: object = draft): Write => ({
      version: made.version,
      send: (version) => ['PUT', `${path}/${id}`, { ...body, version }],
    }),
    remove: (): Write => ({
      version: made.version,
      send: (version) => ['DELETE', `${path}/${id}?version=${version}`],
    }),
  }
}
const createProduct = async () => {
  const { sku: _sku, ...product } = PRODUCTS[0]!
  const sku = `NEW-${count++}`
  expect((await ask('POST', '/products', { product: { ...product, sku } })).status).toBe(201)
  return { sku, product, version: (await store()).catalogueRevision }
}
let count = 0
const RULES = { floor: { enforce: true, minMargin: 0 }, priorDays: 30, longestSaleDays: 90 }
const ALARM = { margin: 0, reduction: 5000, smallest: 100, noEndDays: 90, openDays: 7 }
const PARCELS = [{ id: 'parcel', name: 'parcel', prices: [{ country: 'AT', price: 490 }] }]
const WEB = { id: 'web', name: 'Online store', kind: 'own' }
const SET = { name: 'Two', content: { skus: ['PAD-1'] } }
const OCCASION = { name: 'Fair', dates: null }
const CAMPAIGN = { name: 'Spring', goal: '' }
const TEST_CART = { name: 'One', at: null, cart, expected: null }
const HAND_OUT = {
  title: 'Thank you',
  text: '',
  wording: 'News',
  from: null,
  until: null,
  most: null,
  showsAtOnce: false,
}
const createCodePage = async () => {
  const tiers = [{ from: 0, value: { amount: 200, per: 'once' as const } }]
  const mechanic = { kind: 'order-discount' as const, reach: {}, tiers }
  const { promotion } = await create(
    '/promotions',
    createDraft({ code: { batch: true }, mechanic, stacking: { group: 'extra', mode: 'group' } }),
  )
  return createAt('/code-pages', { ...HAND_OUT, slug: `page-${count++}`, promotion: promotion.id })
}

const WRITES: Partial<Record<EndpointName, () => Promise<Write>>> = {
  savePriceRules: () => atStore('/store/price-rules', RULES),
  saveFindingThresholds: () => atStore('/store/finding-thresholds', { alarm: ALARM }),
  saveDelivery: () => atStore('/store/delivery', { options: PARCELS }),
  saveChannels: () => atStore('/store/channels', { channels: [WEB] }),
  savePartners: () => atStore('/store/partners', { partners: [] }),
  saveLocale: () => atStore('/store/locale', { locale: 'de-DE' }),
  saveApprovalRule: () => atStore('/store/approval', { requiresApproval: false }),
  saveStacking: () => atStore('/stacking', { conflicts: 'best', apart: [] }),
  updatePromotion: async () => (await createAt('/promotions', createDraft())).update(),
  deletePromotion: async () => (await createAt('/promotions', createDraft())).remove(),
  restorePromotion: async () => {
    const { id, remove } = await createAt('/promotions', createDraft())
    await ask(...remove().send(1))
    return { version: 2, send: (version) => ['POST', `/promotions/${id}/restore?version=${version}`] }
  },
  rankPromotion: async () => {
    const { id } = await createAt('/promotions', createDraft())
    return { version: 1, send: (version) => ['PUT', `/promotions/${id}/rank`, { before: null, version }] }
  },
  updateFeed: async () => (await createAt('/feeds', FEED)).update(),
  deleteFeed: async () => (await createAt('/feeds', FEED)).remove(),
  updateTestCart: async () => (await createAt('/test-carts', TEST_CART)).update(),
  deleteTestCart: async () => (await createAt('/test-carts', TEST_CART)).remove(),
  updateCampaign: async () => (await createAt('/campaigns', CAMPAIGN)).update(),
  deleteCampaign: async () => (await createAt('/campaigns', CAMPAIGN)).remove(),
  updateSet: async () => (await createAt('/sets', SET)).update(),
  deleteSet: async () => (await createAt('/sets', SET)).remove(),
  updateOccasion: async () => (await createAt('/occasions', OCCASION)).update(),
  deleteOccasion: async () => (await createAt('/occasions', OCCASION)).remove(),
  updateCodePage: async () => (await createCodePage()).update(),
  deleteCodePage: async () => (await createCodePage()).remove(),
  updateProduct: async () => {
    const { sku, product, version } = await createProduct()
    return { version, send: (revision) => ['PUT', `/products/${sku}`, { product, revision }] }
  },
  deleteProduct: async () => {
    const { sku, version } = await createProduct()
    return { version, send: (revision) => ['DELETE', `/products/${sku}?revision=${revision}`] }
  },
  deleteCategory: async () => ({
    version: (await store()).catalogueRevision,
    send: (revision) => ['DELETE', `/categories/spare?revision=${revision}`],
  }),
}

test('every endpoint that names a version or a revision is asked below', () => {
  const propertiesOf = (schema: TSchema | undefined) => Object.keys((schema?.properties ?? {}) as object)
  const versioned = keysOf(ENDPOINTS).filter((name) => {
    const { body, query }: Endpoint = ENDPOINTS[name]
    return [...propertiesOf(body), ...propertiesOf(query)].some((key) => key === 'version' || key === 'revision')
  })
  expect(Object.keys(WRITES).toSorted()).toEqual(versioned.toSorted())
})

describe.each(Object.entries(WRITES))('%s', (_name, prepare) => {
  test('from another version is refused as stale and changes nothing', async () => {
    const { version, send } = await prepare()
    const before = await store()
    for (const other of [version + 1, Math.max(1, version - 1)].filter((one) => one !== version)) {
      const answer = await ask(...send(other))
      expect(answer).toMatchObject({ status: 409, body: { error: { code: 'stale-version' } } })
    }
    expect(await store()).toEqual(before)
  })

  test('three at once from the same version: one gets through', async () => {
    const { version, send } = await prepare()
    const answers = await Promise.all([1, 2, 3].map(() => ask(...send(version))))
    const refused = answers.filter(({ status }) => status >= 300)
    expect(refused).toHaveLength(2)
    for (const { status, body } of refused)
      expect([
        [404, 'not-found'],
        [409, 'stale-version'],
      ]).toContainEqual([status, body.error.code])
  })
})

test.each([
  ['DELETE', '/sets/x'],
  ['DELETE', '/campaigns/x'],
  ['DELETE', '/occasions/x'],
  ['DELETE', '/test-carts/x'],
  ['DELETE', '/promotions/x'],
  ['DELETE', '/products/PAD-1'],
  ['DELETE', '/categories/spare'],
  ['DELETE', '/code-pages/x'],
  ['POST', '/promotions/x/restore'],
])('a write that names no version is refused: %s %s', async (method, path) => {
  expect((await ask(method, path)).status).toBe(422)
})

describe('of two writers at once', () => {
  /** Both at the same time, and which of them got through. */
  async function race(...requests: Parameters<typeof ask>[]): Promise<number[]> {
    const answers = await Promise.all(requests.map((request) => ask(...request)))
    const statuses = answers.map(({ status }) => status)
    expect(statuses.filter((status) => status >= 500)).toEqual([])
    return statuses.filter((status) => status < 300)
  }

  test('one that deletes a set and one that begins to use it: one gets through', async () => {
    for (let round = 0; round < 20; round++) {
      const set = await create('/sets', { name: `Set ${round}`, content: { skus: ['PAD-1'] } })
      const { promotion } = await create('/promotions', createDraft())
      const mechanic = { kind: 'markdown', reach: { sets: [set.id] }, value: { percent: 1000 } }
      const update = { ...createDraft(), mechanic, version: 1 }
      const done = await race(['PUT', `/promotions/${promotion.id}`, update], ['DELETE', `/sets/${set.id}?version=1`])
      expect(done).toHaveLength(1)
    }
  })

  test('one that deletes a campaign and one that moves a promotion into it: one gets through', async () => {
    for (let round = 0; round < 20; round++) {
      const campaign = await create('/campaigns', { name: `Campaign ${round}`, goal: '' })
      const { promotion } = await create('/promotions', createDraft())
      const update = { ...createDraft({ campaign: campaign.id }), version: 1 }
      const done = await race(
        ['PUT', `/promotions/${promotion.id}`, update],
        ['DELETE', `/campaigns/${campaign.id}?version=1`],
      )
      expect(done).toHaveLength(1)
    }
  })

  test('one that takes sale prices off and one that saves: nothing that was acknowledged is lost', async () => {
    for (let round = 0; round < 10; round++) {
      const mechanic = { kind: 'markdown' as const, reach: {}, value: { percent: 1000 } }
      const draft = createDraft({ schedule: {}, mechanic })
      const { promotion } = await create('/promotions', draft)
      const path = `/promotions/${promotion.id}`
      const request = { pick: { skus: ['PAD-1'] }, at: '2027-03-02T00:00:00Z' }
      const { planRevision, catalogueRevision } = (await ask('POST', '/reprice/remove-sale-prices/preview', request))
        .body
      const seen = { ...request, planRevision, catalogueRevision }
      const done = await race(
        ['PUT', path, { ...draft, name: 'Saved', version: 1 }],
        ['POST', '/reprice/remove-sale-prices', seen],
      )
      expect(done).toHaveLength(1)
      await ask('DELETE', `${path}?version=2`)
    }
  })
})
