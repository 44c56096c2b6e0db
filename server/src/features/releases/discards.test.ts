import { afterAll, beforeAll, beforeEach, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
const ids: { first: string; second: string; third: string; set: string; occasion: string } = {
  first: '',
  second: '',
  third: '',
  set: '',
  occasion: '',
}
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  const post = async (path: string, body: unknown) => (await server.request('POST', path, body)).body
  ids.set = (await post('/api/sets', { name: 'Pads', content: { skus: ['PAD-1'] } })).id
  ids.occasion = (await post('/api/occasions', { name: 'Fair', dates: DATES, estimate: null })).id
  const mechanic = { kind: 'markdown', reach: { sets: [ids.set] }, value: { percent: 1000 } } as const
  ids.first = (await post('/api/promotions', createDraft({ name: 'First' }))).promotion.id
  ids.second = (await post('/api/promotions', createDraft({ name: 'Second', mechanic }))).promotion.id
  const third = createDraft({ name: 'Third', occasion: ids.occasion, schedule: DATES })
  ids.third = (await post('/api/promotions', third)).promotion.id
  const { planRevision } = (await server.request('GET', '/api/store')).body
  expect((await server.request('POST', '/api/releases', { note: '', planRevision })).status).toBe(201)
})
afterAll(() => server.close())

const DATES = { start: '2027-03-10T00:00', end: '2027-03-15T00:00' }
const changes = async () => (await server.request('GET', '/api/releases/changes')).body.changes
const changed = async () => (await changes()).map(({ id }: { id: string }) => id) as string[]
const versionOf = async (path: string) => (await server.request('GET', path)).body.version as number
const promotionPath = (id: string) => `/api/promotions/${id}`

/** One edit of the working plan, and the changes that it makes. */
const EDITS: Readonly<Record<string, () => Promise<{ readonly status: number }>>> = {
  'promotion changed': async () => {
    const path = promotionPath(ids.first)
    return server.request('PUT', path, { ...createDraft({ name: 'First, edited' }), version: await versionOf(path) })
  },
  'promotion deleted': async () => {
    const path = promotionPath(ids.first)
    return server.request('DELETE', `${path}?version=${await versionOf(path)}`)
  },
  'promotion put away': async () => {
    const path = promotionPath(ids.first)
    const draft = createDraft({ name: 'First', state: 'draft', archived: true })
    return server.request('PUT', path, { ...draft, version: await versionOf(path) })
  },
  'promotion new': () => server.request('POST', '/api/promotions', createDraft({ name: 'New' })),
  'set changed': async () => {
    const [{ set }] = (await server.request('GET', '/api/sets')).body
    const update = { name: 'Pads', content: { skus: ['PAD-2'] }, version: set.version }
    return server.request('PUT', `/api/sets/${ids.set}`, update)
  },
  'set new': () => server.request('POST', '/api/sets', { name: 'Ink', content: { skus: ['INK-1'] } }),
  'occasion moved': async () => {
    const [{ version }] = (await server.request('GET', '/api/occasions')).body
    const dates = { start: '2027-04-10T00:00', end: '2027-04-15T00:00' }
    return server.request('PUT', `/api/occasions/${ids.occasion}`, { name: 'Fair', dates, estimate: null, version })
  },
  'stacking changed': async () => {
    const { version, store } = (await server.request('GET', '/api/store')).body
    return server.request('PUT', '/api/stacking', { conflicts: 'rank', apart: store.apart, version })
  },
  'order changed': async () => {
    const path = promotionPath(ids.third)
    return server.request('PUT', `${path}/rank`, { before: ids.first, version: await versionOf(path) })
  },
  'price rules changed': async () => {
    const { version, store } = (await server.request('GET', '/api/store')).body
    const rules = { floor: { enforce: !store.floor.enforce, minMargin: 100 }, priorDays: 14, longestSaleDays: 30 }
    return server.request('PUT', '/api/store/price-rules', { ...rules, version })
  },
}

beforeEach(async () => {
  expect(await changed()).toEqual([])
})

test.each(Object.keys(EDITS))('%s: goes back to how it is live, comes back, and goes again', async (edit) => {
  const { status } = await EDITS[edit]!()
  expect([200, 201, 204]).toContain(status)
  const before = await changes()
  expect(before).toHaveLength(1)
  const [{ id }] = before
  const discard = async () => server.request('POST', '/api/releases/discards', { change: id })
  const { status: discarded, body } = await discard()
  expect(discarded).toBe(200)
  expect(await changed()).toEqual([])
  expect((await server.request('POST', `/api/releases/discards/${body.discard}/undo`)).status).toBe(204)
  const told = ({ thing, fields, before: old, after }: Record<string, unknown>) => ({ thing, fields, old, after })
  expect((await changes()).map(told)).toEqual(before.map(told))
  expect((await discard()).status).toBe(200)
})

test('a new set that a promotion names stays until that is gone', async () => {
  const { body: set } = await EDITS['set new']!().then((answer) => answer as { status: number; body: { id: string } })
  const mechanic = { kind: 'markdown', reach: { sets: [set.id] }, value: { percent: 1000 } } as const
  const { body } = await server.request('POST', '/api/promotions', createDraft({ name: 'User', mechanic }))
  const discard = (change: string) => server.request('POST', '/api/releases/discards', { change })
  expect((await discard(`set:${set.id}`)).body.error).toMatchObject({
    code: 'in-use',
    facts: { promotions: ['User'] },
  })
  expect((await discard(`promotion:${body.promotion.id}`)).status).toBe(200)
  expect((await discard(`set:${set.id}`)).status).toBe(200)
  expect((await discard(`set:${set.id}`)).body.error.code).toBe('not-found')
})

test('what was edited since is not brought back over the edit', async () => {
  await EDITS['promotion changed']!()
  const { body } = await server.request('POST', '/api/releases/discards', { change: `promotion:${ids.first}` })
  await EDITS['promotion changed']!()
  const undo = (number: number | string) => server.request('POST', `/api/releases/discards/${number}/undo`)
  expect((await undo(body.discard)).body.error.code).toBe('stale-plan')
  expect((await undo(999_999)).status).toBe(404)
  expect((await undo(1)).status).toBe(404)
  expect((await undo('x')).status).toBe(404)
  await server.request('POST', '/api/releases/discards', { change: `promotion:${ids.first}` })
})
