import { TableAnswer, type TableQuestion, type TableRow } from '@novalex/contract'
import type { CompiledPlan } from '@novalex/core'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { insertPastPrices } from '../../data/prices/index.ts'
import { isLongQuestion } from './productTable.service.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  server.clock.at = Date.parse('2027-03-12T00:00:00Z')
  await server.request('POST', '/api/promotions', createDraft())
  await server.database('products').where({ sku: 'PAD-1' }).update({ sold_30_days: 20 })
  await server.database('store').increment('catalogue_revision', 1)
  const past = { from: Date.parse('2026-01-01T00:00:00Z'), until: Date.parse('2027-02-20T00:00:00Z'), regular: 2500 }
  await insertPastPrices(server.database, [{ sku: 'PAD-2', ...past, price: 2200 }])
})
afterAll(() => server.close())

const ask = async (changes: Partial<TableQuestion>) => {
  const question = { filters: [], order: null, from: 0, count: 50, ...changes }
  return server.request('POST', '/api/products/table', question)
}
const rows = async (changes: Partial<TableQuestion>) => {
  const { body } = await ask(changes)
  expect(checkShape(TableAnswer, body)).toEqual([])
  return body as { total: number; rows: TableRow[] }
}
const skus = async (changes: Partial<TableQuestion>) => (await rows(changes)).rows.map(({ product }) => product.sku)

test('every column of a row', async () => {
  const [row] = (await rows({ filters: [{ column: 'sku', text: 'PAD-1' }] })).rows
  expect(row).toMatchObject({ regular: 1000, shelf: 800, struck: 1000, sold: 20, cover: 15, margin: null })
  expect(row!.causes).toHaveLength(1)
})

test.each<[string, Partial<TableQuestion>, string[]]>([
  ['everything', {}, ['PAD-1', 'PAD-2', 'INK-1']],
  [
    'reduced, dearest saving first',
    { filters: [{ column: 'saving', empty: false }], order: { column: 'saving', descending: true } },
    ['PAD-2', 'PAD-1'],
  ],
  ['a moment before the sale', { at: '2027-03-01T00:00:00Z', filters: [{ column: 'saving', empty: false }] }, []],
  ['a part of it', { from: 1, count: 1 }, ['PAD-2']],
  [
    'what may be crossed out, which history says',
    { filters: [{ column: 'struck', to: 2200 }], order: { column: 'struck', descending: true } },
    ['PAD-2', 'PAD-1'],
  ],
  ['what may not', { filters: [{ column: 'struck', empty: true }] }, ['INK-1']],
  ['sold', { order: { column: 'sold', descending: false } }, ['PAD-1', 'PAD-2', 'INK-1']],
])('%s', async (_name, question, expected) => {
  expect(await skus(question)).toEqual(expected)
})

test('the total counts all, however many are shown', async () => {
  expect(await rows({ count: 0 })).toEqual({ total: 3, rows: [] })
})

test.each([
  ['an unknown column', { filters: [{ column: 'colour', text: 'red' }] }, 422],
  ['a text for a number', { filters: [{ column: 'stock', text: '3' }] }, 422],
  ['too many at once', { count: 201 }, 422],
  ['an unknown category', { filters: [{ column: 'categories', anyOf: ['none'] }] }, 404],
  ['an unknown release', { plan: '99' }, 404],
])('refuses %s', async (_name, question, status) => {
  expect((await ask(question as Partial<TableQuestion>)).status).toBe(status)
})

test('a reach says whose stock may not last as long as the promotion', async () => {
  const mechanic = { kind: 'item-discount', reach: { categories: ['pads'] }, value: { percent: 1000 } }
  const short = async (days?: number) =>
    (await server.request('POST', '/api/reach', { mechanic, ...(days === undefined ? {} : { days }) })).body.reaches[0]
      .short
  expect([await short(), await short(15), await short(16)]).toEqual([0, 0, 1])
})

describe('who answers a question about products', () => {
  const catalogueOf = (count: number) => ({ products: { length: count } }) as unknown as CompiledPlan['catalogue']
  const byShelf = { filters: [], order: { column: 'shelf' as const, descending: false } }
  const byName = { filters: [], order: { column: 'name' as const, descending: false } }
  test.each([
    ['few are priced at once', 10_000, byShelf, false],
    ['very many are priced in a thread', 10_001, byShelf, true],
    [
      'a filter on a price asks for as much',
      10_001,
      { filters: [{ column: 'shelf' as const, to: 5 }], order: null },
      true,
    ],
    ['what needs no price does not', 10_001, byName, false],
    [
      'what may be crossed out always needs the past',
      1,
      { ...byName, filters: [{ column: 'struck' as const, empty: true }] },
      true,
    ],
  ])('%s', (_what, count, question, isLong) => {
    expect(isLongQuestion(catalogueOf(count), question)).toBe(isLong)
  })
})
