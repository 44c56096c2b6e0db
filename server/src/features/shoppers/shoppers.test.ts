import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { deleteShoppers, saveShoppers } from '../../data/shoppers/index.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const people = [
  { id: 'p1', name: 'Ada', orders: 2, spent: 5000 },
  { id: 'p2', name: 'Ben', orders: 9, spent: 400 },
  { id: 'p3', name: 'Cleo', orders: 2, spent: 90_000 },
].map((person) => ({ ...person, groups: [], tags: [], bought: [] }))

describe('shoppers page by page', () => {
  const find = async (query: string) => server.request('GET', `/api/shoppers?${query}`)
  const names = async (query: string) =>
    (await find(query)).body.shoppers.map(({ name }: { name: string }) => name) as string[]
  beforeAll(() => saveShoppers(server.database, people))
  afterAll(() => deleteShoppers(server.database, ['p1', 'p2', 'p3']))

  test.each<[string, string[]]>([
    ['', ['Ada', 'Ben', 'Cleo']],
    ['order=-name', ['Cleo', 'Ben', 'Ada']],
    ['order=-orders', ['Ben', 'Ada', 'Cleo']],
    ['order=spent', ['Ben', 'Ada', 'Cleo']],
    ['order=-spent&size=1', ['Cleo']],
    ['size=2&page=2', ['Cleo']],
    ['size=2&page=9999999', []],
  ])('?%s', async (query, expected) => {
    expect(await names(query)).toEqual(expected)
  })

  test('what they did since is counted when they are sorted', async () => {
    await server.database('shoppers').where({ id: 'p1' }).update({ placed_orders: 20 })
    expect(await names('order=-orders')).toEqual(['Ada', 'Ben', 'Cleo'])
  })

  test('the next page is named until the last one', async () => {
    const link = async (query: string) => (await find(query)).headers.get('link')
    expect(await link('size=2&order=-name')).toBe('</api/shoppers?size=2&order=-name&page=2>; rel="next"')
    expect(await link('size=2&page=2')).toBeNull()
  })

  test.each(['page=0', 'size=0', 'size=101', 'order=id', 'page=1e9'])('?%s is refused', async (query) => {
    expect((await find(query)).status).toBe(422)
  })
})

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
