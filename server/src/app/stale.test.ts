import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, PRODUCTS, type TestServer } from '../testing/createTestServer.ts'

/** Every write of something shared names what it was made from, and two writers at once can't both be right. */

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const ask = async (method: string, path: string, body?: unknown) => server.request(method, `/api${path}`, body)
const create = async (path: string, body: unknown) => (await ask('POST', path, body)).body
const store = async () => (await ask('GET', '/store')).body
const RULES = { floor: { enforce: true, minMargin: 0 }, priorDays: 30, longestSaleDays: 90 }
const cart = { lines: [{ sku: 'PAD-1', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }

describe('a write that was made from something older is refused', () => {
  test.each<[string, () => Promise<[method: string, path: string, body?: unknown]>]>([
    [
      'stacking',
      async () => ['PUT', '/stacking', { conflicts: 'best', apart: [], version: (await store()).version + 1 }],
    ],
    ['price rules', async () => ['PUT', '/store/price-rules', { ...RULES, version: (await store()).version + 1 }]],
    [
      'rank',
      async () => {
        const { promotion } = await create('/promotions', createDraft())
        await ask('PUT', `/promotions/${promotion.id}`, { ...createDraft({ name: 'Newer' }), version: 1 })
        return ['PUT', `/promotions/${promotion.id}/rank`, { before: null, version: 1 }]
      },
    ],
    [
      'rank, after another move',
      async () => {
        const { promotion } = await create('/promotions', createDraft())
        await ask('PUT', `/promotions/${promotion.id}/rank`, { before: null, version: 1 })
        return ['PUT', `/promotions/${promotion.id}/rank`, { before: null, version: 1 }]
      },
    ],
    [
      'deleting a set',
      async () => {
        const draft = { name: 'Two', content: { skus: ['PAD-1'] } }
        const { id } = await create('/sets', draft)
        await ask('PUT', `/sets/${id}`, { ...draft, name: 'Newer', version: 1 })
        return ['DELETE', `/sets/${id}?version=1`]
      },
    ],
    [
      'deleting an occasion',
      async () => {
        const { id } = await create('/occasions', { name: 'Fair', dates: null })
        await ask('PUT', `/occasions/${id}`, { name: 'Newer', dates: null, version: 1 })
        return ['DELETE', `/occasions/${id}?version=1`]
      },
    ],
    [
      'deleting a campaign',
      async () => {
        const { id } = await create('/campaigns', { name: 'Spring', goal: '' })
        await ask('PUT', `/campaigns/${id}`, { name: 'Newer', goal: '', version: 1 })
        return ['DELETE', `/campaigns/${id}?version=1`]
      },
    ],
    [
      'deleting a test cart',
      async () => {
        const draft = { name: 'One', at: null, cart, expected: null }
        const { id } = await create('/test-carts', draft)
        await ask('PUT', `/test-carts/${id}`, { ...draft, name: 'Newer', version: 1 })
        return ['DELETE', `/test-carts/${id}?version=1`]
      },
    ],
    [
      'changing a product',
      async () => {
        const { sku, ...product } = PRODUCTS[1]!
        return ['PUT', `/products/${sku}`, { product, revision: (await store()).catalogueRevision + 1 }]
      },
    ],
    ['deleting a product', async () => ['DELETE', `/products/PAD-2?revision=${(await store()).catalogueRevision + 1}`]],
    [
      'deleting a category',
      async () => ['DELETE', `/categories/spare?revision=${(await store()).catalogueRevision + 1}`],
    ],
  ])('%s', async (_label, prepare) => {
    const [method, path, body] = await prepare()
    const before = await store()
    expect(await ask(method, path, body)).toMatchObject({ status: 409, body: { error: { code: 'stale-version' } } })
    expect(await store()).toEqual(before)
  })

  test.each([
    ['DELETE', '/sets/x'],
    ['DELETE', '/campaigns/x'],
    ['DELETE', '/occasions/x'],
    ['DELETE', '/test-carts/x'],
    ['DELETE', '/promotions/x'],
    ['DELETE', '/products/PAD-1'],
    ['DELETE', '/categories/spare'],
    ['POST', '/promotions/x/restore'],
  ])('and one that names nothing: %s %s', async (method, path) => {
    expect((await ask(method, path)).status).toBe(422)
  })
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
      const { planRevision, catalogueRevision } = (await ask('POST', '/reprice/take-off/preview', request)).body
      const seen = { ...request, planRevision, catalogueRevision }
      const done = await race(
        ['PUT', path, { ...draft, name: 'Saved', version: 1 }],
        ['POST', '/reprice/take-off', seen],
      )
      expect(done).toHaveLength(1)
      await ask('DELETE', `${path}?version=2`)
    }
  })
})
