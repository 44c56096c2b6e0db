import { ImportsAnswer, type ImportKind, type ImportStatus } from '@novalex/contract'
import { afterEach, beforeEach, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { bringIn } from '../../testing/imports.ts'

let server: TestServer
beforeEach(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterEach(() => server.close())

const undo = (id: string) => server.request('POST', `/api/imports/${id}/undo`)
const takeOut = async (kind: ImportKind) =>
  (await server.request('GET', `/api/files/${kind}.${kind === 'plan' ? 'json' : 'csv'}`)).body as unknown

/** A file of each kind that brings something new, or changes what the first one brought. */
const FILES: [ImportKind, string, string][] = [
  [
    'products',
    'sku;name;categories;regular_price;tax_rate\nPAD-1;Pad, small;Paper > Pads;12;20\nNEW;Brush;Brushes > Flat;3;20\n',
    'sku;name;categories;regular_price;tax_rate\nNEW;Brush, flat;Brushes > Round;4;20\nNEWER;Sponge;Sponges;5;20\n',
  ],
  ['prices', 'sku;regular_price;unit_cost\nPAD-1;11;4\nINK-1;8;\n', 'sku;regular_price\nPAD-1;13\n'],
  ['stock', 'sku;stock;sold_30_days\nPAD-1;3;7\nINK-1;;1\n', 'sku;sold_30_days\nPAD-1;9\n'],
  [
    'history',
    'sku;from;until;price;regular_price\nPAD-1;2026-01-01;2026-02-01;9;10\nPAD-1;2026-02-01;2026-03-01;10;10\n',
    'sku;from;until;price;regular_price\nPAD-1;2026-04-01;2026-05-01;8;10\nPAD-2;2026-01-01;2026-02-01;9;20\n',
  ],
  [
    'listings',
    'sku;rating;reviews;reference_price\nPAD-1;4,6;12;14,90\n',
    'sku;rating;reference_price\nPAD-1;4,7;\nPAD-2;3;25\n',
  ],
  ['sets', 'set;sku\nDear ones;PAD-1\nDear ones;PAD-2\n', 'set;sku\nDear ones;INK-1\nCheap ones;INK-1\n'],
  ['shoppers', 'id;name;orders\ns1;Alma A.;3\n', 'id;name;orders\ns1;Alma A.;4\ns2;Bela B.;1\n'],
  [
    'promotions',
    'name;type;percent;categories\nPads;markdown;10;Paper > Pads\n',
    'name;type;amount;minimum;starts;ends\nPads;markdown;2;;;\nOrders;order discount;5;50;2027-04-01;2027-04-30\n',
  ],
  ['plan', planOf('first', 1000), planOf('first', 2500, 'second')],
]

function planOf(id: string, percent: number, ...others: string[]): string {
  const { name, state, schedule, code, when, stacking, limits, ladder } = createDraft()
  const mechanic = { kind: 'markdown', reach: { categories: ['paper'] }, value: { percent } }
  const rule = { name, state, schedule, code, when, stacking, limits, ladder, mechanic }
  const promotions = [id, ...others].map((one, index) => ({ ...rule, id: one, rank: index + 1 }))
  return JSON.stringify({ plan: { promotions } })
}

test.each(FILES)('%s: all is as it was, after the first file and after the second', async (kind, first, second) => {
  const empty = await takeOut(kind)
  const begun = await bringIn(server, kind, first)
  const between = await takeOut(kind)
  expect(between).not.toEqual(empty)
  const last = await bringIn(server, kind, second)
  expect(await takeOut(kind)).not.toEqual(between)

  const { body: undoable } = await server.request('GET', '/api/imports')
  expect(checkShape(ImportsAnswer, undoable)).toEqual([])
  expect((undoable as ImportStatus[]).map(({ id }) => id)).toEqual([last.id])
  expect(await undo(last.id)).toMatchObject({ status: 200, body: { state: 'undone' } })
  expect(await takeOut(kind)).toEqual(between)
  expect(await undo(last.id)).toMatchObject({ status: 409, body: { error: { code: 'import-not-ready' } } })
  expect((await undo(begun.id)).status).toBe(200)
  expect(await takeOut(kind)).toEqual(empty)
  expect((await server.request('GET', '/api/imports')).body).toEqual([])
})

test('a file of several parts: counted, written and undone as one', async () => {
  const file = (price: string) => {
    const rows = Array.from({ length: 5500 }, (_none, index) => `BULK-${index};Bulk ${index};Bulk > Part;${price};20`)
    return `sku;name;categories;regular_price;tax_rate\n${rows.join('\n')}\n`
  }
  const total = async () => (await server.request('GET', '/api/products')).body.total as number
  const before = await total()
  const added = await bringIn(server, 'products', file('3'))
  expect(added).toMatchObject({ added: 5500, changed: 0, newCategories: ['Bulk', 'Bulk > Part'] })
  expect(await total()).toBe(before + 5500)
  const dearer = await bringIn(server, 'products', file('4'))
  expect(dearer).toMatchObject({ added: 0, changed: 5500, priceChangeCount: 5500, newCategories: [] })
  expect(dearer.priceChanges).toHaveLength(200)
  await undo(dearer.id)
  const last = await server.request('GET', '/api/products/BULK-5499')
  expect(last.body.product).toMatchObject({ regularPrice: 300, categories: ['bulk-part'] })
  await undo(added.id)
  expect(await total()).toBe(before)
  expect((await server.request('GET', '/api/products/PAD-1')).status).toBe(200)
})

test('categories that came with the file go, unless something uses them meanwhile', async () => {
  const { id } = await bringIn(server, 'products', FILES[0]![1])
  const names = async () =>
    ((await server.request('GET', '/api/categories')).body as { name: string }[]).map(({ name }) => name)
  expect(await names()).toContain('Flat')
  const reach = { categories: ['brushes'] }
  await server.request(
    'POST',
    '/api/promotions',
    createDraft({ mechanic: { kind: 'markdown', reach, value: { percent: 500 } } }),
  )
  expect((await undo(id)).status).toBe(200)
  expect(await names()).not.toContain('Flat')
  expect(await names()).toContain('Brushes')
})

test('a product that came with the file and is needed by a promotion is not taken out', async () => {
  const { id } = await bringIn(server, 'products', FILES[0]![1])
  const draft = createDraft({ mechanic: { kind: 'markdown', reach: { skus: ['NEW'] }, value: { percent: 500 } } })
  await server.request('POST', '/api/promotions', draft)
  const before = await takeOut('products')
  const { status, body } = await undo(id)
  expect([status, body.error]).toMatchObject([409, { code: 'in-use', facts: { promotions: [draft.name] } }])
  expect(await takeOut('products')).toEqual(before)
})

test('what the shop showed in between stays in the price history', async () => {
  const begun = server.clock.at
  const { id } = await bringIn(server, 'prices', 'sku;regular_price\nPAD-1;8\n')
  server.clock.at = begun + 60_000
  expect((await undo(id)).status).toBe(200)
  const { body } = await server.request('GET', '/api/products/PAD-1/history')
  const spans = (body.spans as { from: string; until: string; price: number }[]).map(({ from, price }) => [from, price])
  expect(spans).toContainEqual([new Date(begun).toISOString(), 800])
  expect(spans).toContainEqual([new Date(begun + 60_000).toISOString(), 1000])
})

test('a price history that went out changes nothing when it comes back; what is new in it is added', async () => {
  await bringIn(server, 'history', FILES.find(([kind]) => kind === 'history')![1])
  const { id } = await bringIn(server, 'prices', 'sku;regular_price\nPAD-1;8\n')
  server.clock.at += 60_000
  await undo(id)
  server.clock.at += 60_000
  const file = String(await takeOut('history'))
  const spansOf = async () => {
    const { body } = await server.request('GET', '/api/products/PAD-1/history')
    // The last goes on.
    return (body.spans as { until?: string }[]).map(({ until: _until, ...span }) => span)
  }
  const before = await spansOf()
  expect(before.length).toBeGreaterThan(4)
  const rows = file.trim().split('\r\n').length - 1
  server.clock.at += 60_000
  expect(await bringIn(server, 'history', `${file}PAD-1,2025-01-01,2025-02-01,7.00,10.00\r\n`)).toMatchObject({
    rows: rows + 1,
    added: 1,
    unchanged: rows,
  })
  const after = await spansOf()
  expect(after[0]).toMatchObject({ price: 700, source: 'imported' })
  expect(after.slice(1)).toEqual(before)
})

test('after anything else of the catalogue changed, undoing is refused and changes nothing', async () => {
  const { id } = await bringIn(server, 'prices', 'sku;regular_price\nPAD-1;8\n')
  expect((await server.removeGoods('/api/products/INK-1')).status).toBe(204)
  expect(await undo(id)).toMatchObject({ status: 409, body: { error: { code: 'import-superseded' } } })
  expect((await server.request('GET', '/api/imports')).body).toEqual([])
  expect((await server.request('GET', '/api/products/PAD-1')).body.product.regularPrice).toBe(800)
  expect((await undo('none')).status).toBe(404)
})
