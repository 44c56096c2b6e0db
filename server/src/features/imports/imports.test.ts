import type { ImportKind } from '@novalex/contract'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { accept, settle, upload } from '../../testing/imports.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const HEADER = 'sku;name;categories;regular_price;tax_rate'

const send = (content: string | Uint8Array, kind: ImportKind = 'products') =>
  upload(server, content, { kind, fileName: 'März.csv' })

const products = async () => (await server.request('GET', '/api/products')).body

test('a file is previewed, and written only when accepted', async () => {
  const before = await products()
  const status = await send(
    `\uFEFF${HEADER}\r\nPAD-1;"Drawing pad,\r\nlarge";Paper > Pads;12,50;20\r\nNEW;Brush;Brushes > Flat;3;20\r\n`,
  )
  expect(status).toMatchObject({ state: 'ready', fileName: 'März.csv', rows: 2, added: 1, changed: 1, problemCount: 0 })
  expect(status.newCategories).toEqual(['Brushes', 'Brushes > Flat'])
  expect(status.newProducts).toEqual(['Brush'])
  expect(status.priceChanges).toEqual([{ sku: 'PAD-1', name: 'Drawing pad,\r\nlarge', before: 1000, after: 1250 }])
  expect(await products()).toEqual(before)

  expect(await accept(server, status)).toMatchObject({ state: 'done' })
  const { body } = await server.request('GET', '/api/products/PAD-1')
  expect(body.product).toMatchObject({ name: 'Drawing pad,\r\nlarge', regularPrice: 1250, stock: 10 })
  expect((await products()).total).toBe(before.total + 1)
  expect(await server.request('POST', `/api/imports/${status.id}/accept`)).toMatchObject({
    status: 409,
    body: { error: { code: 'import-not-ready' } },
  })
})

test('what heads mean is said once, and kept for files of this kind; how days are written is said of each', async () => {
  const file = 'Notes\n\nArticle;From;To;Price;Was;Remark\nPAD-1;3/4/2026;5/4/2026;9;10;\n'
  const refused = await send(file, 'history')
  expect(refused).toMatchObject({ state: 'refused', columns: [{ name: 'sku', isRequired: true }, {}, {}, {}, {}] })
  expect(refused.heads.map(({ head, column }) => [head, column])).toEqual([
    ['Article', null],
    ['From', 'from'],
    ['To', null],
    ['Price', 'price'],
    ['Was', null],
    ['Remark', null],
  ])
  const heads = [
    { head: 'Article', column: 'sku' },
    { head: 'To', column: 'until' },
    { head: 'Was', column: 'regular_price' },
    { head: 'Remark', column: null },
  ]
  const again = async (id: string, body: object) => {
    expect((await server.request('POST', `/api/imports/${id}/read`, body)).status).toBe(202)
    return settle(server, id)
  }
  const unsure = await again(refused.id, { heads })
  expect(unsure).toMatchObject({ state: 'refused', unsureDays: ['3/4/2026', '5/4/2026'] })
  const [rejected] = [await server.request('GET', `/api/imports/${refused.id}/rejected.csv`)]
  expect(rejected.body).toMatch(/^Article,From,To,Price,Was,Remark,problem\r\nPAD-1,3\/4\/2026/)
  const ready = await again(refused.id, { heads: [], days: 'day-first' })
  expect(ready).toMatchObject({ state: 'ready', added: 1, unsureDays: [] })
  await accept(server, ready)

  // The next file of this kind needs only its days.
  const next = await send(file, 'history')
  expect(next).toMatchObject({ state: 'refused', unsureDays: ['3/4/2026', '5/4/2026'] })
  expect(await again(next.id, { heads: [{ head: 'to', column: null }], days: 'day-first' })).toMatchObject({
    problems: [{ code: 'missing-column' }],
  })
  expect((await server.request('POST', `/api/imports/${ready.id}/read`, { heads: [] })).status).toBe(409)
})

test('the same file out again changes nothing when it comes back', async () => {
  const { body, headers } = await server.request('GET', '/api/files/products.csv')
  expect(headers.get('content-disposition')).toContain('products.csv')
  const total = (await products()).total as number
  expect(await send(body as string)).toMatchObject({
    state: 'ready',
    rows: total,
    added: 0,
    changed: 0,
    unchanged: total,
  })
})

test('a file that changes nothing may be accepted all the same', async () => {
  const file = `${HEADER}\nPAD-2;Büttenpad;Paper > Pads;25;20\n`
  await accept(server, await send(file))
  const again = await send(file)
  expect(again).toMatchObject({ state: 'ready', unchanged: 1, changed: 0 })
  expect(await accept(server, again)).toMatchObject({ state: 'done' })
})

test('two previews, one after the other accepted: the second is read anew first', async () => {
  const one = await send(`${HEADER}\nPAD-2;Pad;Paper;20;20\n`)
  const two = await send(`${HEADER}\nPAD-2;Pad;Paper;21;20\n`)
  expect(await accept(server, one)).toMatchObject({ state: 'done' })
  const anew = await accept(server, two)
  expect(anew).toMatchObject({ state: 'ready', priceChanges: [{ before: 2000, after: 2100 }] })
  expect(await accept(server, anew)).toMatchObject({ state: 'done' })
})

describe('a file with a fault says where, and may not be accepted', () => {
  const bytes = (text: string) => new TextEncoder().encode(text)
  test.each<[string, string | Uint8Array, [string, string]]>([
    ['a wrong header', 'sku;name;price;tax_rate\nA;B;1;20\n', ['unknown-column', '1.3']],
    ['a missing column', 'sku;name;tax_rate\nA;B;20\n', ['missing-column', '1.regular_price']],
    ['a price in words', `${HEADER}\nA;B;C;1;20\nD;E;F;ten;20\n`, ['not-an-amount', '3.regular_price']],
    ['a SKU twice', `${HEADER}\nA;B;C;1;20\n\nA;B;C;1;20\n`, ['duplicate-key', '4.sku']],
    ['too few cells', `${HEADER}\nA;B\n`, ['wrong-field-count', '2']],
    ['a quote that is never closed', `${HEADER}\nA;"B;C;1;20\n`, ['broken-quotes', '2']],
    ['only a header', `${HEADER}\n`, ['empty-file', '']],
    ['nothing', bytes(' \n'), ['empty-file', '']],
    ['no text at all', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0]), ['not-text', '']],
    ['an archive that is none', new Uint8Array([0x50, 0x4b, 3, 4, 0, 0]), ['not-a-workbook', '']],
  ])('%s', async (_label, content, [code, path]) => {
    const before = await products()
    const status = await send(content)
    expect(status.state).toBe('refused')
    expect(status.problems.map((problem) => [problem.code, problem.path])).toContainEqual([code, path])
    expect((await server.request('POST', `/api/imports/${status.id}/accept`)).status).toBe(409)
    expect(await products()).toEqual(before)
  })
})

test('separators: comma and tab', async () => {
  expect(await send('sku,name,regular_price,tax_rate\nX1,"a,b",1.50,20\n')).toMatchObject({
    state: 'ready',
    added: 1,
  })
  expect(await send('sku\tname\tregular_price\ttax_rate\nX1\ta;b\t1,50\t20\n')).toMatchObject({
    state: 'ready',
    added: 1,
  })
})

test('an upload that is no CSV, too large, or of an import that is not there', async () => {
  expect((await server.request('POST', '/api/imports', 'x', { 'content-type': 'text/plain' })).status).toBe(415)
  const large = new Uint8Array(33 * 2 ** 20)
  expect((await server.request('POST', '/api/imports', large, { 'content-type': 'text/csv' })).status).toBe(413)
  expect((await server.request('GET', '/api/imports/none')).status).toBe(404)
  const status = await send(`${HEADER}\nA;B;C;1;20\n`)
  expect((await server.request('DELETE', `/api/imports/${status.id}`)).status).toBe(204)
  expect((await server.request('GET', `/api/imports/${status.id}`)).status).toBe(404)
})

describe('shoppers', () => {
  const file = 'id;name;groups;orders;spent\r\ns1;Alma A.;club|trade;3;120,50\r\ns2;"=Bela B.";;0;\r\n'
  const found = async (search: string) => (await server.request('GET', `/api/shoppers?search=${search}`)).body

  test('come in from a file, are found, and go out so that they come in unchanged', async () => {
    const status = await send(file, 'shoppers')
    expect(status).toMatchObject({ kind: 'shoppers', state: 'ready', rows: 2, added: 2, changed: 0 })
    expect((await found('')).total).toBe(0)
    expect(await accept(server, status)).toMatchObject({ state: 'done' })
    expect(await found('alma')).toMatchObject({
      total: 1,
      shoppers: [{ id: 's1', groups: ['club', 'trade'], orders: 3, spent: 12_050, bought: [] }],
    })
    const { body } = await server.request('GET', '/api/files/shoppers.csv')
    expect(body).toContain(`"'=Bela B."`)
    expect(await send(body as string, 'shoppers')).toMatchObject({ unchanged: 2, added: 0, changed: 0 })
    expect((await found('%25')).total).toBe(0)
  })

  test('a fault is named by row and column, and nothing is taken', async () => {
    const status = await send('id;name;orders\ns9;Cora C.;many\n', 'shoppers')
    expect(status).toMatchObject({ state: 'refused', problems: [{ code: 'not-a-count', path: '2.orders' }] })
    expect((await found('Cora')).total).toBe(0)
  })

  test('an unknown kind of file is refused', async () => {
    const headers = { 'content-type': 'text/csv' }
    const { status, body } = await server.request('POST', '/api/imports?kind=letters', 'x', headers)
    expect([status, body.error.problems[0]]).toMatchObject([422, { path: 'kind' }])
  })
})
