import { PairAnswer } from '@novalex/contract'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
let ids: string[]
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  ids = []
  for (const name of ['First', 'Second', 'Third']) {
    const { body } = await server.request('POST', '/api/promotions', createDraft({ name }))
    ids.push((body.promotion as { id: string }).id)
  }
})
afterAll(() => server.close())

const order = async () => {
  const { body } = await server.request('GET', '/api/promotions')
  return (body as unknown as { promotion: { name: string; rank: number } }[]).map(({ promotion }) => promotion)
}

test('a promotion is put before another, or at the end; ranks stay unique', async () => {
  const ranks = (await order()).map(({ rank }) => rank)
  expect((await server.request('PUT', `/api/promotions/${ids[2]}/rank`, { before: ids[0], version: 1 })).status).toBe(
    200,
  )
  expect((await order()).map(({ name }) => name)).toEqual(['Third', 'First', 'Second'])
  await server.request('PUT', `/api/promotions/${ids[2]}/rank`, { before: null, version: 2 })
  expect((await order()).map(({ name }) => name)).toEqual(['First', 'Second', 'Third'])
  expect((await order()).map(({ rank }) => rank)).toEqual(ranks)
  expect((await server.request('PUT', `/api/promotions/${ids[2]}/rank`, { before: 'gone', version: 3 })).status).toBe(
    404,
  )
})

test('two that meet are priced on one cart', async () => {
  const { body } = await server.request('GET', `/api/stacking/pair?first=${ids[0]}&second=${ids[1]}`)
  expect(checkShape(PairAnswer, body)).toEqual([])
  expect(body.first).toBe(body.second)
  expect((await server.request('GET', `/api/stacking/pair?first=${ids[0]}&second=gone`)).status).toBe(404)
})

test('groups are put apart and together again; an unknown one is refused at its place', async () => {
  const { body } = await server.request('GET', '/api/store')
  const { stackGroups } = body.store as { stackGroups: string[] }
  const apart = [[stackGroups[0], stackGroups[0]]]
  expect(
    (await server.request('PUT', '/api/stacking', { conflicts: 'rank', apart, version: body.version })).status,
  ).toBe(204)
  const changed = await server.request('GET', '/api/store')
  expect(changed.body).toMatchObject({ store: { conflicts: 'rank', apart } })
  expect(changed.body.planRevision).toBeGreaterThan(body.planRevision as number)
  const refused = await server.request('PUT', '/api/stacking', {
    conflicts: 'rank',
    apart: [['none', 'none']],
    version: changed.body.version,
  })
  expect(refused).toMatchObject({
    status: 422,
    body: { error: { problems: [{ path: 'apart.0' }, { path: 'apart.0' }] } },
  })
})
