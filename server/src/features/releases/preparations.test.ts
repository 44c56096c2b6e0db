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
  expect((await server.request('PUT', '/api/store/second-person', { secondPerson: true, version })).status).toBe(204)
})
afterAll(() => server.close())

const as = (name: string, method: string, path: string, body?: unknown) =>
  server.request(method, `/api/releases${path}`, body, { cookie: cookies[name]! })
const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
const prepare = async (name: string, note = 'Spring') =>
  as(name, 'POST', '/preparations', { note, planRevision: await revision() })
const plan = (name: string) => server.request('POST', '/api/promotions', createDraft({ name }))
const listed = async () =>
  (await as('Paula', 'GET', '/preparations')).body as { state: string; by: string; settledBy: string; word: string }[]

test('what one prepares another releases; nobody does both, and nobody goes around it', async () => {
  await plan('First')
  expect((await as('Rena', 'POST', '', { note: '', planRevision: await revision() })).body.error.code).toBe(
    'second-person-needed',
  )
  const { body } = await prepare('Rena')
  expect((await as('Paula', 'POST', `/preparations/${body.id}/approve`)).body.error.code).toBe('role-too-small')
  expect((await as('Rena', 'POST', `/preparations/${body.id}/approve`)).body.error.code).toBe('own-preparation')
  const answers = await Promise.all([
    as('Rolf', 'POST', `/preparations/${body.id}/approve`),
    as('Rolf', 'POST', `/preparations/${body.id}/approve`),
  ])
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 409])
  expect((await as('Paula', 'GET', '')).body[0]).toMatchObject({ by: 'Rolf', preparedBy: 'Rena', note: 'Spring' })
  expect(await listed()).toMatchObject([{ state: 'released', by: 'Rena', settledBy: 'Rolf' }])
})

test('a plan that changed since is not what was prepared', async () => {
  await plan('Second')
  const { body } = await prepare('Paula')
  await plan('Third')
  expect((await as('Rolf', 'POST', `/preparations/${body.id}/approve`)).body.error.code).toBe('stale-plan')
  expect((await as('Paula', 'POST', '/preparations', { note: '', planRevision: 1 })).body.error.code).toBe('stale-plan')
})

test('another one overtakes it; it can be sent back with a word, or taken back', async () => {
  const before = await prepare('Paula')
  const { body } = await prepare('Paula', 'Spring, again')
  expect((await as('Rolf', 'POST', `/preparations/${before.body.id}/approve`)).body.error).toMatchObject({
    code: 'already-settled',
    facts: { state: 'overtaken' },
  })
  expect((await as('Rolf', 'POST', `/preparations/${body.id}/send-back`, { word: '  ' })).status).toBe(422)
  expect((await as('Rolf', 'POST', `/preparations/${body.id}/send-back`, { word: ' Too deep. ' })).status).toBe(204)
  expect((await listed())[0]).toMatchObject({ state: 'sent-back', settledBy: 'Rolf', word: 'Too deep.' })
  const third = (await prepare('Paula')).body
  expect((await as('Paula', 'DELETE', `/preparations/${third.id}`)).status).toBe(204)
  expect((await as('Rolf', 'POST', `/preparations/${third.id}/approve`)).body.error.code).toBe('already-settled')
  expect((await as('Rolf', 'POST', '/preparations/none/approve')).status).toBe(404)
})

test('an older release is taken up again in the same way; without the rule, one is enough', async () => {
  const { body } = await as('Paula', 'POST', '/preparations', { note: '', planRevision: await revision(), again: 1 })
  expect((await as('Rolf', 'POST', `/preparations/${body.id}/approve`)).body.error.code).toBe('nothing-to-release')
  expect(
    (await as('Paula', 'POST', '/preparations', { note: '', planRevision: await revision(), again: 9 })).status,
  ).toBe(404)
  const { version } = (await server.request('GET', '/api/store')).body
  await server.request('PUT', '/api/store/second-person', { secondPerson: false, version })
  expect((await as('Rena', 'POST', '', { note: '', planRevision: await revision() })).body).toMatchObject({
    number: 2,
    preparedBy: null,
  })
})
