import type { ImportKind, ImportStatus } from '@novalex/contract'
import { randomBytes } from 'node:crypto'
import ExcelJS from 'exceljs'
import { zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { getImportFile } from '../../data/imports/index.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { accept, bringIn, settle, upload } from '../../testing/imports.ts'
import { readRecords } from '../../platform/files/readRecords.ts'
import { readWorkbook } from '../../platform/files/readWorkbook.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { hasThreads: true })
  server.clock.at = Date.parse('2027-03-12T00:00:00Z')
  await bringIn(server, 'shoppers', 'id;name;spent\ns1;Alma;12,50\n')
  await server.request('POST', '/api/promotions', createDraft({ name: 'Pads' }))
  await server.request('POST', '/api/sets', { name: 'Chosen', content: { skus: ['PAD-1', 'INK-1'] } })
})
afterAll(() => server.close())

const get = async (path: string) => {
  const response = await fetch(`${server.url}/api${path}`, { headers: { cookie: server.cookie } })
  return new Uint8Array(await response.arrayBuffer())
}

const send = (kind: ImportKind, content: string | Uint8Array, type?: string) => upload(server, content, { kind, type })

const codes = ({ problems }: ImportStatus) => problems.map(({ code, path }) => `${path} ${code}`)

async function workbook(rows: ExcelJS.CellValue[][]): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook()
  book.addWorksheet('any name').addRows(rows)
  return new Uint8Array(await book.xlsx.writeBuffer())
}

const KINDS = ['products', 'prices', 'stock', 'history', 'sets', 'shoppers', 'promotions', 'listings'] as const

describe('what goes out comes in unchanged', () => {
  test.each(KINDS.flatMap((kind) => [[kind, 'csv'] as const, [kind, 'xlsx'] as const]))(
    '%s as %s',
    async (kind, type) => {
      const status = await send(kind, await get(`/files/${kind}.${type}`), MEDIA_TYPES[type].split(';')[0])
      expect(status).toMatchObject({
        state: 'ready',
        problems: [],
        added: 0,
        changed: 0,
      })
      expect(status.rows).toBeGreaterThan(0)
      await server.request('DELETE', `/api/imports/${status.id}`)
    },
  )
  test.each(KINDS)('%s as CSV of semicolons and decimal commas', async (kind) => {
    const file = await get(`/files/${kind}.csv?dialect=semicolon`)
    expect([...file.slice(0, 3)]).toEqual([0xef, 0xbb, 0xbf])
    const text = new TextDecoder().decode(file)
    expect(text.split('\r\n')[0]).not.toContain(',')
    if (kind === 'prices') expect(text).toContain('PAD-1;10,00;;')
    const status = await send(kind, file)
    expect(status).toMatchObject({ state: 'ready', problems: [], changed: 0 })
    await server.request('DELETE', `/api/imports/${status.id}`)
  })
  test('the plan, as JSON', async () => {
    const file = await get('/files/plan.json')
    expect(await send('plan', file)).toMatchObject({ state: 'ready', rows: 1, unchanged: 1 })
  })
  test.each(KINDS)('the template of %s has the right columns', async (kind) => {
    for (const type of ['csv', 'xlsx'] as const) {
      const records = await readRecords(await get(`/files/templates/${kind}.${type}`))
      expect(records).toHaveLength(2)
      const status = await send(kind, await get(`/files/templates/${kind}.${type}`), MEDIA_TYPES[type].split(';')[0])
      expect(status.problems.map(({ code }) => code).filter((code) => code !== 'unknown-sku')).toEqual([])
    }
  })
})

describe('workbooks', () => {
  test('numbers, texts and dates are read as they would be typed', async () => {
    const file = await workbook([
      ['sku', 'from', 'until', 'price', 'regular_price'],
      ['PAD-1', new Date('2026-01-01T00:00:00Z'), '2026-02-01', 9.5, 10],
      ['PAD-1', '2026-02-01 00:00', '2026-03-01T00:00', '9,90', { richText: [{ text: '1' }, { text: '0.00' }] }],
    ])
    const status = await send('history', file, MEDIA_TYPES.xlsx)
    expect(status).toMatchObject({ state: 'ready', rows: 2, added: 2 })
    await accept(server, status)
    const { body } = await server.request('GET', '/api/products/PAD-1/history?plan=live')
    expect(body.spans.slice(0, 2)).toMatchObject([
      {
        from: '2025-12-31T23:00:00.000Z',
        until: '2026-01-31T23:00:00.000Z',
        price: 950,
        regular: 1000,
        source: 'imported',
      },
      { price: 990 },
    ])
  })
  test('three decimals are not thousands', async () => {
    const status = await send(
      'prices',
      await workbook([
        ['sku', 'regular_price'],
        ['PAD-1', 1.234],
      ]),
      MEDIA_TYPES.xlsx,
    )
    expect(codes(status)).toEqual(['2.regular_price not-an-amount'])
  })
  test('a formula is refused where it stands, and never run', async () => {
    const file = await workbook([
      ['sku', 'regular_price'],
      ['PAD-1', { formula: '1+1', result: 2 }],
    ])
    const status = await send('prices', file, MEDIA_TYPES.xlsx)
    expect(codes(status)).toEqual(['2 formula'])
  })
  test('a name that looks like a formula stays text, both ways', async () => {
    await bringIn(server, 'shoppers', "id;name\ns2;'=1+1\n")
    const records = await readRecords(await get('/files/shoppers.xlsx'))
    expect(records.flat()).toContain('=1+1')
    const book = new ExcelJS.Workbook()
    await book.xlsx.load(Buffer.from(await get('/files/shoppers.xlsx')) as unknown as ArrayBuffer)
    const values = book.worksheets[0]!.getSheetValues().flat()
    expect(values).toContain('=1+1')
  })
  test('what unpacks to more than the limit is given up, whatever it says of itself', async () => {
    const most = 2 ** 20
    const pack = (bytes: number) => zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(bytes) })
    expect(pack(most + 1).length).toBeLessThan(most / 100)
    const read = async (bytes: number) => {
      for await (const batch of readWorkbook(pack(bytes), { maxBytes: most })) expect(batch).toEqual([])
    }
    await expect(read(most + 1)).rejects.toMatchObject({ problem: { code: 'unpacks-too-large' } })
    await expect(read(most)).rejects.toMatchObject({ problem: { code: 'not-a-workbook' } })
  })
  test('another archive is no workbook', async () => {
    const archive = zipSync({ 'note.txt': new TextEncoder().encode('hello') })
    expect(codes(await send('prices', archive, MEDIA_TYPES.xlsx))).toEqual([' not-a-workbook'])
  })
})

describe('rows with faults', () => {
  const HEADER = 'sku;name;regular_price;tax_rate'
  const file = `${HEADER}\nGOOD-1;One;1,00;20\nBAD-1;Two;free;20\nGOOD-2;Three;3,00;20\nBAD-2;;4,00;200\n`

  test('stop everything, unless the good rows alone are wanted', async () => {
    const status = await send('products', file)
    expect(status).toMatchObject({ state: 'refused', rows: 4, goodRows: 2, added: 2 })
    expect((await server.request('POST', `/api/imports/${status.id}/accept`, {})).status).toBe(409)
    expect((await server.request('GET', '/api/products/GOOD-1')).status).toBe(404)
    const rejected = await readRecords(await get(`/imports/${status.id}/rejected.csv`))
    expect(rejected).toEqual([
      ['sku', 'name', 'regular_price', 'tax_rate', 'problem'],
      ['BAD-1', 'Two', 'free', '20', 'regular_price: not-an-amount (free)'],
      ['BAD-2', '', '4,00', '200', 'name: required · tax_rate: not-a-rate (200)'],
    ])
    expect(await accept(server, status, 'good')).toMatchObject({ state: 'done' })
    expect((await server.request('GET', '/api/products/GOOD-2')).status).toBe(200)
    expect((await server.request('GET', '/api/products/BAD-1')).status).toBe(404)
  })
  test('come back mended, with the column that said what was wrong', async () => {
    const refused = await send('products', file)
    const bytes = await get(`/imports/${refused.id}/rejected.xlsx`)
    const records = (await readRecords(bytes)).map((row) => [...row])
    records[1]![2] = '2,00'
    records[2]!.splice(1, 3, 'Four', '4,00', '20')
    const mended = await send('products', records.map((row) => row.join(';')).join('\n'))
    expect(mended).toMatchObject({ state: 'ready', rows: 2, added: 2 })
    expect(await accept(server, mended)).toMatchObject({ state: 'done' })
    expect((await server.request('GET', '/api/products/BAD-2')).body.product).toMatchObject({
      name: 'Four',
      regularPrice: 400,
    })
  })
  test('of the whole file leave no good rows', async () => {
    const status = await send('products', 'sku;price\nA;1\n')
    expect(status.goodRows).toBe(0)
    expect((await server.request('POST', `/api/imports/${status.id}/accept`, { rows: 'good' })).status).toBe(409)
  })
})

describe('figures of known products', () => {
  test('prices: a new regular price is noted with its date; what has no column stays', async () => {
    const status = await send('prices', 'sku;regular_price\nPAD-1;11,00\nPAD-2;25,00\nNONE;1\n')
    expect(codes(status)).toEqual(['4.sku unknown-sku'])
    expect(status).toMatchObject({
      changed: 1,
      unchanged: 1,
      priceChanges: [{ sku: 'PAD-1', before: 1000, after: 1100 }],
    })
    await accept(server, status, 'good')
    const { body } = await server.request('GET', '/api/products/PAD-1')
    expect(body.product).toMatchObject({ regularPrice: 1100, stock: 10 })
  })
  test('stock and sales', async () => {
    await bringIn(server, 'stock', 'sku;stock;sold_30_days\nPAD-1;5;30\nPAD-2;;\n')
    const question = { filters: [{ column: 'cover', empty: false }], order: null, from: 0, count: 10 }
    const { body } = await server.request('POST', '/api/products/table', question)
    expect(body.rows).toMatchObject([{ product: { sku: 'PAD-1', stock: 5 }, sold: 30, cover: 5 }])
    expect(await send('stock', 'sku;stock\nPAD-1;6\n')).toMatchObject({ changed: 1 })
  })
  test.each([
    [
      'spans that overlap',
      'PAD-1;2026-01-01;2026-02-01;9;10\nPAD-1;2026-01-31 23:59;2026-03-01;9;10',
      '3.from spans-overlap',
    ],
    ['spans that touch', 'PAD-1;2026-01-01;2026-02-01;9;10\nPAD-1;2026-02-01;2026-03-01;9;10', ''],
    ['a span that ends before it starts', 'PAD-1;2026-02-01;2026-01-01;9;10', '2.until ends-before-start'],
    ['what is not past yet', 'PAD-1;2026-02-01;2028-01-01;9;10', '2.until not-past'],
    ['a day that there is not', 'PAD-1;2026-02-30;2026-03-01;9;10', '2.from no-such-time'],
    ['no time at all', 'PAD-1;yesterday;2026-03-01;9;10', '2.from not-a-moment'],
    [
      'the same start twice',
      'PAD-1;2026-01-01;2026-02-01;9;10\nPAD-1;2026-01-01;2026-02-01;9;10',
      '3.from duplicate-key',
    ],
  ])('history: %s', async (_name, rows, expected) => {
    const status = await send('history', `sku;from;until;price;regular_price\n${rows}\n`)
    expect(codes(status).join()).toBe(expected)
  })
})

test('sets are made and changed by name; a filter is not overwritten', async () => {
  await server.request('POST', '/api/sets', { name: 'By filter', content: { filter: { categories: ['ink'] } } })
  const status = await send('sets', 'set;sku\nChosen;PAD-2\nNew one;PAD-1\nNew one;PAD-2\nBy filter;PAD-1\n')
  expect(codes(status)).toEqual(['5.set set-is-filter'])
  expect(status).toMatchObject({ added: 1, changed: 1 })
  await accept(server, status, 'good')
  const { body } = await server.request('GET', '/api/sets')
  const contents = Object.fromEntries(
    body.map(({ set }: { set: { name: string; content: unknown } }) => [set.name, set.content]),
  )
  expect(contents).toMatchObject({ Chosen: { skus: ['PAD-2'] }, 'New one': { skus: ['PAD-1', 'PAD-2'] } })
})

interface RejectedPlan {
  plan: { promotions: { id: string; colour?: string; problem: string }[] }
}

describe('a plan file', () => {
  const promotion = (id: string, changes: object = {}) => {
    const { campaign: _c, occasion: _o, archived: _a, note: _n, ...draft } = createDraft({ schedule: {} })
    return { id, rank: 7, ...draft, ...changes }
  }
  const sendPlan = (...promotions: object[]) =>
    upload(server, JSON.stringify({ plan: { promotions } }), { kind: 'plan' })

  test('adds promotions at the end and replaces those with a known id', async () => {
    await accept(server, await sendPlan(promotion('a'), promotion('b', { rank: 3, name: 'First of the file' })))
    const list = async () =>
      (await server.request('GET', '/api/promotions')).body as {
        promotion: { id: string; rank: number; name: string }
      }[]
    expect((await list()).slice(-2).map(({ promotion: { id } }) => id)).toEqual(['b', 'a'])
    const again = await sendPlan(promotion('a', { name: 'Renamed' }), promotion('b', { name: 'First of the file' }))
    expect(again).toMatchObject({ added: 0, changed: 1, unchanged: 1 })
    expect(again.promotions).toMatchObject([{ isNew: false }])
    await accept(server, again)
    expect((await list()).at(-1)!.promotion.name).toBe('Renamed')
  })
  test('says which promotion is wrong and where, and takes the others if asked to', async () => {
    const status = await sendPlan(
      promotion('c'),
      promotion('d', { mechanic: { kind: 'markdown', reach: { skus: ['NONE'] }, value: { percent: 1 } } }),
      promotion('e', { colour: 'red' }),
      promotion('c'),
    )
    expect(codes(status)).toEqual(['2.mechanic.reach.skus.0 unknown-sku', '3.colour unknown-key', '4.id duplicate-id'])
    expect(status).toMatchObject({ rows: 4, goodRows: 1 })
    const rejected = JSON.parse(
      Buffer.from(await get(`/imports/${status.id}/rejected.json`)).toString(),
    ) as RejectedPlan
    expect(rejected.plan.promotions).toMatchObject([
      { id: 'd', problem: 'mechanic.reach.skus.0: unknown-sku' },
      { id: 'e', colour: 'red', problem: 'colour: unknown-key' },
      { id: 'c', problem: 'id: duplicate-id' },
    ])
    expect((await server.request('GET', `/api/imports/${status.id}/rejected.csv`)).status).toBe(404)
    await accept(server, status, 'good')
    expect((await server.request('GET', '/api/promotions/c')).status).toBe(200)
    const mended = rejected.plan.promotions.map(({ colour: _colour, ...one }) => ({ ...one, ...promotion(one.id) }))
    expect(await sendPlan(...mended)).toMatchObject({ state: 'ready', added: 2, unchanged: 1 })
  })
  test.each([
    ['no JSON', '{"promotions":', 'bad-json'],
    ['no promotions', '{"plan":{}}', 'no-promotions'],
    ['none at all', '{"promotions":[]}', 'empty-file'],
  ])('refuses %s', async (_name, content, code) => {
    expect((await send('plan', content)).problems[0]!.code).toBe(code)
  })
})

test('a file of many megabytes that does not shrink comes back whole', async () => {
  const file = randomBytes(18 * 2 ** 20)
  const { body } = await server.request('POST', '/api/imports?kind=stock', file, { 'content-type': 'text/csv' })
  expect((await settle(server, body.id as string)).problems[0]!.code).toBe('not-text')
  expect((await getImportFile(server.database, body.id as string)).file.equals(file)).toBe(true)
})

test('work that a process left is taken up by the next one', async () => {
  const ready = await send('products', 'sku;name;regular_price;tax_rate\nLATER;Later;1;20\n')
  await server.database('imports').where({ id: ready.id }).update({ state: 'writing' })
  await server.resumeImports()
  expect(await settle(server, ready.id)).toMatchObject({ state: 'done' })
  expect((await server.request('GET', '/api/products/LATER')).status).toBe(200)
  const unread = await send('products', 'sku;name;regular_price;tax_rate\nLATEST;Latest;1;20\n')
  await server.database('imports').where({ id: unread.id }).update({ state: 'reading' })
  await server.resumeImports()
  expect(await settle(server, unread.id)).toMatchObject({ state: 'ready', added: 1 })
})

test.each([
  '/files/letters.csv',
  '/files/products.pdf',
  '/files/plan.csv',
  '/files/templates/plan.csv',
  '/imports/none/rejected.csv',
])('there is no %s', async (path) => {
  expect((await server.request('GET', `/api${path}`)).status).toBe(404)
})
