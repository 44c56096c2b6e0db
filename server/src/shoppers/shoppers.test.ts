import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../testing/createTestServer.ts'
import { saveShoppers } from './shoppers.repository.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const labels = async () => (await server.request('GET', '/api/shoppers/labels')).body

test('groups and tags are those that shoppers have, those of most first', async () => {
  expect(await labels()).toEqual({ groups: [], tags: [] })
  const shopper = (id: string, groups: string[], tags: string[]) => {
    return { id, name: id, groups, tags, orders: 0, spent: 0, bought: [] }
  }
  await saveShoppers(server.database, [
    shopper('s1', ['trade', 'Ü-Club "A"'], []),
    shopper('s2', ['trade', 'trade'], ['letter']),
    shopper('s3', [], ['letter']),
  ])
  expect(await labels()).toEqual({
    groups: [
      { label: 'trade', shoppers: 2 },
      { label: 'Ü-Club "A"', shoppers: 1 },
    ],
    tags: [{ label: 'letter', shoppers: 2 }],
  })
})
