import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
const cookies: Record<string, string> = {}
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  for (const [name, role] of [
    ['Paula', 'planner'],
    ['Rena', 'releaser'],
    ['Rolf', 'releaser'],
  ] as const)
    cookies[name] = await server.signIn(role, name)
  const { version } = (await server.request('GET', '/api/store')).body
  expect((await server.request('PUT', '/api/store/approval', { requiresApproval: true, version })).status).toBe(204)
})
afterAll(() => server.close())

const as = (name: string, method: string, path: string, body?: unknown) =>
  server.request(method, `/api/releases${path}`, body, { cookie: cookies[name]! })
const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
const prepare = async (name: string, note = 'Spring') =>
  as(name, 'POST', '/requests', { note, planRevision: await revision() })
const plan = (name: string) => server.request('POST', '/api/promotions', createDraft({ name }))
const listed = async () =>
  (await as('Paula', 'GET', '/requests')).body as { state: string; by: string; settledBy: string; word: string }[]

test('what one prepares another releases; nobody does both, and nobody goes around it', async () => {
  await plan('First')
  expect((await as('Rena', 'POST', '', { note: '', planRevision: await revision() })).body.error.code).toBe(
    'approval-required',
  )
  const { body } = await prepare('Rena')
  expect((await as('Paula', 'POST', `/requests/${body.id}/approve`)).body.error.code).toBe('insufficient-role')
  expect((await as('Rena', 'POST', `/requests/${body.id}/approve`)).body.error.code).toBe('own-request')
  const answers = await Promise.all([
    as('Rolf', 'POST', `/requests/${body.id}/approve`),
    as('Rolf', 'POST', `/requests/${body.id}/approve`),
  ])
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 409])
  expect((await as('Paula', 'GET', '')).body[0]).toMatchObject({ by: 'Rolf', preparedBy: 'Rena', note: 'Spring' })
  expect(await listed()).toMatchObject([{ state: 'released', by: 'Rena', settledBy: 'Rolf' }])
})

test('what changed since is not what was prepared; what was planned since is no part of it', async () => {
  const { body: second } = await plan('Second')
  const { body } = await prepare('Paula')
  await plan('Third')
  const update = { ...createDraft({ name: 'Second, deeper' }), version: second.version }
  await server.request('PUT', `/api/promotions/${second.promotion.id}`, update)
  expect((await as('Rolf', 'POST', `/requests/${body.id}/approve`)).body.error.code).toBe('changes-edited')
  expect((await as('Paula', 'POST', '/requests', { note: '', planRevision: 1 })).body.error.code).toBe('stale-plan')
})

test('another one overtakes it; it can be sent back with a word, or taken back', async () => {
  const before = await prepare('Paula')
  const { body } = await prepare('Paula', 'Spring, again')
  expect((await as('Rolf', 'POST', `/requests/${before.body.id}/approve`)).body.error).toMatchObject({
    code: 'already-decided',
    facts: { state: 'superseded' },
  })
  expect((await as('Rolf', 'POST', `/requests/${body.id}/return`, { word: '  ' })).status).toBe(422)
  expect((await as('Rolf', 'POST', `/requests/${body.id}/return`, { word: ' Too deep. ' })).status).toBe(204)
  expect((await listed())[0]).toMatchObject({ state: 'returned', settledBy: 'Rolf', word: 'Too deep.' })
  const third = (await prepare('Paula')).body
  expect((await as('Paula', 'DELETE', `/requests/${third.id}`)).status).toBe(204)
  expect((await as('Rolf', 'POST', `/requests/${third.id}/approve`)).body.error.code).toBe('already-decided')
  expect((await as('Rolf', 'POST', '/requests/none/approve')).status).toBe(404)
})

test('an older release is taken up again in the same way; without the rule, one is enough', async () => {
  const { body } = await as('Paula', 'POST', '/requests', { note: '', planRevision: await revision(), again: 1 })
  expect((await as('Rolf', 'POST', `/requests/${body.id}/approve`)).body.error.code).toBe('nothing-to-release')
  expect((await as('Paula', 'POST', '/requests', { note: '', planRevision: await revision(), again: 9 })).status).toBe(
    404,
  )
  const { version } = (await server.request('GET', '/api/store')).body
  await server.request('PUT', '/api/store/approval', { requiresApproval: false, version })
  expect((await as('Rena', 'POST', '', { note: '', planRevision: await revision() })).body).toMatchObject({
    number: 2,
    preparedBy: null,
  })
})
