import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { findLatestCheck } from '../../data/findings/index.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const dates = { schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } }
const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
const release = async () => server.request('POST', '/api/releases', { note: '', planRevision: await revision() })
/** Until findings are current. */
const find = () =>
  expect
    .poll(async () => (await server.request('GET', '/api/findings')).body.state as string, { timeout: 20_000 })
    .toBe('current')

describe('a release goes live as it was judged', () => {
  test('a revision that is not the present one is refused before any work, one that is to come too', async () => {
    const before = await findLatestCheck(server.database)
    const present = await revision()
    for (const planRevision of [0, present - 1, present + 1, present + 50]) {
      const answer = await server.request('POST', '/api/releases', { note: '', planRevision })
      expect(answer.body.error.code).toBe('stale-plan')
    }
    expect((await server.request('POST', '/api/releases/requests/none/approve')).status).toBe(404)
    expect(await findLatestCheck(server.database)).toBe(before)
  })

  test('what is edited while it is judged is not released unjudged', async () => {
    const cart = { lines: [{ sku: 'PAD-2', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }
    const { body: quote } = await server.request('POST', '/api/quote', {
      plan: 'working',
      at: '2027-03-20T12:00:00Z',
      cart,
    })
    const kept = { name: 'Kept', at: '2027-03-20T12:00:00Z', cart, expected: quote.totals.grand as number }
    expect((await server.request('POST', '/api/test-carts', kept)).status).toBe(201)
    await server.request(
      'POST',
      '/api/promotions',
      createDraft({
        name: 'Something to release',
        schedule: {},
        stacking: { group: 'extra', mode: 'group' },
        mechanic: { kind: 'surcharge', reach: {}, value: { amount: 10, per: 'once' } },
      }),
    )
    for (let round = 0; round < 3; round++) {
      const present = await revision()
      const broken = createDraft({
        ...dates,
        name: `Deep ${round}`,
        mechanic: { kind: 'markdown', reach: { skus: ['PAD-2'] }, value: { percent: 5000 + round } },
      })
      // The one names the revision that the other makes, or the one before.
      const [made, ...released] = await Promise.all([
        server.request('POST', '/api/promotions', broken),
        ...[0, 0, 1, 1].map((ahead) =>
          server.request('POST', '/api/releases', { note: '', planRevision: present + ahead }),
        ),
      ])
      expect(made!.status).toBe(201)
      for (const { status, body } of released) {
        if (status === 201) {
          const { body: live } = await server.request('POST', '/api/quote', {
            plan: String(body.number),
            at: kept.at,
            cart,
          })
          expect(live.totals.grand).toBe(kept.expected)
        } else
          expect(['stale-plan', 'blocking-findings', 'nothing-to-release', 'check-superseded']).toContain(
            body.error.code,
          )
      }
      const { body } = await server.request('GET', `/api/promotions/${made!.body.promotion.id}`)
      await server.request('DELETE', `/api/promotions/${made!.body.promotion.id}?version=${body.version}`)
    }
  })

  test('an order makes neither what is known out of date nor a release wait', async () => {
    await find()
    const before = await findLatestCheck(server.database)
    const correction = { promotion: 'none', at: new Date(), made_by: 'Tester', units: 1, reason: 'Counted again' }
    await server.database('count_corrections').insert(correction)
    expect((await server.request('GET', '/api/findings')).body.state).toBe('current')
    await release()
    expect(await findLatestCheck(server.database)).toBeLessThanOrEqual(before + 1)
  })
})
