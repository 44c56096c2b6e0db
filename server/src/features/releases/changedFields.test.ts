import type { PromotionDraft } from '@novalex/contract'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const BEFORE = createDraft({
  mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 1000, value: { percent: 1000 } }] },
  limits: { uses: 10 },
})

/** Another value for each field a shop hears of; a field that is new must be given one. */
const OTHER: Omit<Required<PromotionDraft>, 'campaign' | 'occasion' | 'archived' | 'note'> = {
  name: 'Pads, 10 %',
  state: 'paused',
  schedule: { start: '2027-03-10T00:00', end: '2027-03-16T00:00' },
  code: { text: 'PADS' },
  when: { test: 'signedIn', is: true },
  mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 1000, value: { percent: 2000 } }] },
  stacking: { group: 'sale', mode: 'alone' },
  limits: { uses: 11 },
  ladder: { by: 'hoursLeft', rungs: [{ at: 5, value: { percent: 2000 } }] },
  display: { title: 'Pads for less' },
  partners: [{ channel: 'market' }],
}

const list = async () => (await server.request('GET', '/api/releases/changes')).body
async function release(): Promise<void> {
  const { planRevision } = await list()
  expect(await server.request('POST', '/api/releases', { note: '', planRevision })).toMatchObject({ status: 201 })
}

describe('one field changed alone', () => {
  test.each(Object.keys(OTHER) as (keyof typeof OTHER)[])('%s is saved, reviewed and released', async (field) => {
    const { body: made } = await server.request('POST', '/api/promotions', BEFORE)
    expect(made.error).toBeUndefined()
    const id = made.promotion.id as string
    await release()

    const changed = { ...BEFORE, [field]: OTHER[field], version: made.version }
    const saved = await server.request('PUT', `/api/promotions/${id}`, changed)
    expect(saved).toMatchObject({ status: 200, body: { version: Number(made.version) + 1 } })
    const read = await server.request('GET', `/api/promotions/${id}`)
    expect(read.body.promotion[field]).toEqual(OTHER[field])

    const { body: differences } = await server.request('GET', '/api/releases/differences')
    expect(differences).toMatchObject({ missing: [], changed: [id], live: [{ id }] })
    expect((await list()).changes).toMatchObject([{ kind: 'changed', fields: [field] }])
    await release()
    expect((await list()).changes).toEqual([])
  })

  test.each(['note', 'campaign'])('%s is saved, and nothing that is released', async (field) => {
    const { body: campaign } = await server.request('POST', '/api/campaigns', { name: 'Spring', goal: '' })
    const change = field === 'note' ? { note: 'Ask again in May' } : { campaign: campaign.id as string }
    const { body: made } = await server.request('POST', '/api/promotions', BEFORE)
    await release()
    const changed = { ...BEFORE, ...change, version: made.version }
    const saved = await server.request('PUT', `/api/promotions/${made.promotion.id}`, changed)
    expect(saved).toMatchObject({ status: 200, body: { ...change, version: Number(made.version) + 1 } })
    expect((await list()).changes).toEqual([])
  })
})
