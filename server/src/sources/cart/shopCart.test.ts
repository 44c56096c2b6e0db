import { ShopCartAnswer, ShopOffers } from '@novalex/contract'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
const AT = '2027-03-12T00:00:00Z'
const offer = (name: string, changes: object) =>
  createDraft({ name, stacking: { group: 'extra', mode: 'group' }, schedule: {}, ...changes } as never)

beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  const { body } = await server.request('GET', '/api/store')
  const group = (body.store as { stackGroups: string[] }).stackGroups[0]!
  const stacking = { group, mode: 'group' }
  const breaks = {
    kind: 'quantity-break',
    reach: {},
    count: 'sku',
    on: 'all',
    tiers: [{ from: 3, value: { percent: 1000 } }],
  }
  const few = { kind: 'markdown', reach: { skus: ['INK-1'] }, value: { percent: 2000 } }
  const limits = { ...createDraft().limits, units: 2 }
  await server.request('POST', '/api/promotions', offer('Few', { mechanic: few, limits, stacking }))
  const order = { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }] }
  const display = { title: '{percent}% off three or more' }
  await server.request('POST', '/api/promotions', offer('Secret plan', { mechanic: breaks, stacking, display }))
  await server.request('POST', '/api/promotions', offer('Code', { mechanic: order, stacking, code: { text: 'FIVE' } }))
  const review = await server.request('GET', '/api/releases/review')
  await server.request('POST', '/api/releases', { note: '', planRevision: review.body.planRevision })
})
afterAll(() => server.close())

const price = async (quantity: number, codes: string[] = []) => {
  const lines = [{ sku: 'PAD-1', quantity }]
  const cart = { lines, codes, delivery: null, shopper: null }
  return (await server.request('POST', '/api/shop/cart', { at: AT, cart })).body
}

test('a cart is priced under the release, without internal names', async () => {
  const body = await price(3)
  expect(checkShape(ShopCartAnswer, body)).toEqual([])
  expect(body).toMatchObject({
    release: 1,
    lines: [
      {
        sku: 'PAD-1',
        regular: 3000,
        total: 2700,
        causes: [{ kind: 'quantity-break', title: '10% off three or more', code: null, amount: 300 }],
      },
    ],
    saved: 300,
    grand: 2700,
  })
  expect(JSON.stringify(body)).not.toContain('Secret plan')
})

test('a reduction of some of a line’s units says of how many', async () => {
  const lines = (quantity: number) => [{ sku: 'INK-1', quantity }]
  const causesOf = async (quantity: number) => {
    const cart = { lines: lines(quantity), codes: [], delivery: null, shopper: null }
    const { body } = await server.request('POST', '/api/shop/cart', { at: AT, cart })
    expect(checkShape(ShopCartAnswer, body)).toEqual([])
    return body.lines[0].causes as { kind: string; units?: number }[]
  }
  expect((await causesOf(3))[0]).toMatchObject({ kind: 'markdown', units: 2 })
  expect((await causesOf(2))[0]).not.toHaveProperty('units')
})

test('a nudge for what needs no code, and why a code changes nothing', async () => {
  expect(await price(2, ['five', 'NEVER'])).toMatchObject({
    nudges: [{ kind: 'quantity-break', nudge: { missingUnits: 1 } }],
    codes: [
      { code: 'five', outcome: 'noEffect', lacks: { reason: 'below-first-tier', facts: { missingAmount: 3000 } } },
      { code: 'NEVER', outcome: 'refused', reason: 'code-unknown', lacks: null },
    ],
  })
})

test('an unknown product is refused at its place', async () => {
  const cart = { lines: [{ sku: 'GONE', quantity: 1 }], codes: [], delivery: null, shopper: null }
  const refused = await server.request('POST', '/api/shop/cart', { at: AT, cart })
  expect(refused).toMatchObject({ status: 422, body: { error: { problems: [{ path: 'cart.lines.0.sku' }] } } })
})

test('the offers on a product: those that hold now and need no code', async () => {
  const { body } = await server.request('GET', `/api/shop/products/PAD-1/offers?at=${AT}`)
  expect(checkShape(ShopOffers, body)).toEqual([])
  expect(body).toMatchObject([{ mechanic: { kind: 'quantity-break' }, display: { title: '10% off three or more' } }])
})
