import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

test('a campaign is renamed by version, and deleted only when it is empty', async () => {
  const { body: campaign } = await server.request('POST', '/api/campaigns', { name: 'Spring', goal: 'More' })
  const path = `/api/campaigns/${campaign.id}`
  const { body: renamed } = await server.request('PUT', path, { name: 'Summer', goal: '', version: 1 })
  expect(renamed).toEqual({ id: campaign.id, name: 'Summer', goal: '', version: 2 })
  const stale = await server.request('PUT', path, { name: 'Autumn', goal: '', version: 1 })
  expect(stale).toMatchObject({ status: 409, body: { error: { facts: { present: { name: 'Summer' } } } } })
  await server.request('POST', '/api/promotions', createDraft({ name: 'Inside', campaign: campaign.id }))
  expect((await server.request('DELETE', `${path}?version=2`)).body.error).toMatchObject({
    code: 'in-use',
    facts: { name: 'Summer', promotions: ['Inside'] },
  })
  const { body: empty } = await server.request('POST', '/api/campaigns', { name: 'Empty', goal: '' })
  expect((await server.request('DELETE', `/api/campaigns/${empty.id}?version=1`)).status).toBe(204)
  expect((await server.request('PUT', `/api/campaigns/${empty.id}`, { name: 'X', goal: '', version: 1 })).status).toBe(
    404,
  )
})
