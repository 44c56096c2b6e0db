import type { ImportStatus, PromotionDraft, PromotionRecord } from '@novalex/contract'
import ExcelJS from 'exceljs'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { accept, bringIn, upload } from '../../testing/imports.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { hasThreads: true })
})
afterAll(() => server.close())

const create = async (changes: Partial<PromotionDraft>) =>
  (await server.request('POST', '/api/promotions', createDraft(changes))).body.promotion.id as string
const read = async (id: string) => (await server.request('GET', `/api/promotions/${id}`)).body as PromotionRecord
const takeOut = async () => (await server.request('GET', '/api/files/promotions.csv?dialect=semicolon')).body as string
const send = (content: string | Uint8Array) => upload(server, content, { kind: 'promotions' })
const told = ({ problems }: ImportStatus) => problems.map(({ code, path }) => `${path} ${code}`)

test('a spreadsheet is taken out, edited in another program, and brought back', async () => {
  const id = await create({
    name: 'Pads in spring',
    when: { test: 'channel', in: ['web'] },
    display: { title: 'Pads', listed: true },
  })
  const bundle = await create({
    name: 'Three for two',
    mechanic: { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 2000, repeat: 'every' },
  })
  const file = await fetch(`${server.url}/api/files/promotions.xlsx`, { headers: { cookie: server.cookie } })
  const book = new ExcelJS.Workbook()
  await book.xlsx.load(await file.arrayBuffer())
  const sheet = book.worksheets[0]!
  const heads = sheet.getRow(1).values as string[]
  const rowOf = (name: string) => {
    let at = 0
    sheet.getColumn(heads.indexOf('name')).eachCell((cell, row) => (at = cell.value === name ? row : at))
    return at
  }
  expect(rowOf('Three for two')).toBe(0)
  const row = sheet.getRow(rowOf('Pads in spring'))
  row.getCell(heads.indexOf('percent')).value = 25
  // As a spreadsheet holds a day.
  row.getCell(heads.indexOf('ends')).value = new Date('2027-03-20T00:00:00Z')
  const added = sheet.addRow([])
  const cells = {
    name: 'Orders from 50',
    type: 'Order discount',
    state: 'ready',
    amount: 5,
    minimum: 50,
    code: 'FIFTY',
  }
  for (const [head, value] of Object.entries(cells)) added.getCell(heads.indexOf(head)).value = value
  const status = await upload(server, new Uint8Array(await book.xlsx.writeBuffer()), {
    kind: 'promotions',
    type: MEDIA_TYPES.xlsx,
  })
  expect(status).toMatchObject({ state: 'ready', problems: [], added: 1, changed: 1 })
  expect(status.promotions).toEqual([
    { name: 'Pads in spring', isNew: false, columns: ['percent', 'ends'] },
    { name: 'Orders from 50', isNew: true, columns: [] },
  ])
  const before = await read(id)
  await accept(server, status)
  const { promotion, updatedBy, version } = await read(id)
  expect([updatedBy, version]).toEqual(['Tester', before.version + 1])
  expect(promotion).toEqual({
    ...before.promotion,
    schedule: { start: '2027-03-10T00:00', end: '2027-03-21T00:00' },
    mechanic: { ...before.promotion.mechanic, value: { percent: 2500 } },
  })
  const list = (await server.request('GET', '/api/promotions')).body as PromotionRecord[]
  expect(list.at(-1)!.promotion).toMatchObject({
    name: 'Orders from 50',
    state: 'ready',
    code: { text: 'FIFTY' },
    mechanic: { kind: 'order-discount', tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }] },
  })
  expect((await read(bundle)).version).toBe(1)
  await server.request('POST', `/api/imports/${status.id}/undo`)
  expect((await read(id)).promotion).toEqual(before.promotion)
  expect((await server.request('GET', `/api/promotions/${list.at(-1)!.promotion.id}`)).status).toBe(404)
})

test('rows with something wrong come back with it, and are taken once it is fixed', async () => {
  const id = await create({ name: 'Known' })
  const status = await send(
    [
      'id;name;type;percent;price;skus;code;starts;ends;label',
      `${id};Known, renamed;markdown;20;;;;2027-03-10;2027-03-14;`,
      ';Wrong product;markdown;10;;NONE;;;;',
      ';Wrong dates;markdown;10;;;;2027-05-02;2027-05-01;',
      ';A code on a shelf price;markdown;10;;;NOW;;;',
      ';Too much;item discount;120;;;;;;',
      ';A label without a figure;item discount;;3;;;;;{percent}% off',
      'gone;Not here;markdown;10;;;;;;',
      `${id};Known twice;markdown;10;;;;;;`,
      `;${'x'.repeat(2000)};markdown;10;;;;;;`,
      ';Fine;markdown;10;;;;;;',
    ].join('\r\n'),
  )
  expect(told(status)).toEqual([
    '3.skus unknown-sku',
    '4.ends ends-before-start',
    '5.code not-allowed',
    '6.percent not-a-rate',
    '7.label place-without-figure',
    '8.id unknown-name',
    '9.id duplicate-key',
    '10.name too-long',
  ])
  expect(status).toMatchObject({ state: 'refused', added: 1, changed: 1, goodRows: 2 })
  const rejected = (await server.request('GET', `/api/imports/${status.id}/rejected.csv`)).body as string
  const rows = rejected.trim().split('\r\n')
  expect(rows).toHaveLength(9)
  expect(rows[1]).toContain('skus: unknown-sku')
  await accept(server, status, 'good')
  expect((await read(id)).promotion.name).toBe('Known, renamed')
  const repaired = await send([rows[0], rows[1]!.replace('NONE', 'PAD-1')].join('\r\n'))
  expect(repaired).toMatchObject({ state: 'ready', added: 1 })
})

test('more rows than a plan can hold are refused as a whole', async () => {
  const status = await send(`name;type;percent\n${'Bulk;markdown;5\n'.repeat(5001)}`)
  expect(status).toMatchObject({
    state: 'refused',
    goodRows: 0,
    problems: [{ code: 'too-many', facts: { max: 5000 } }],
  })
})

test('a plan that changed after the preview is compared anew before anything is written', async () => {
  const id = await create({ name: 'In two windows' })
  const row = (await takeOut()).split('\r\n').find((line) => line.startsWith(id))!
  const status = await send([(await takeOut()).split('\r\n')[0], row.replace(';20;', ';30;')].join('\r\n'))
  expect(status.promotions).toEqual([{ name: 'In two windows', isNew: false, columns: ['percent'] }])
  const { promotion, version } = await read(id)
  const { id: _id, rank: _rank, ...fields } = promotion
  await server.request('PUT', `/api/promotions/${id}`, {
    ...createDraft(),
    ...fields,
    name: 'Renamed meanwhile',
    version,
  })
  const again = await accept(server, status)
  expect(again).toMatchObject({ state: 'ready', changed: 1 })
  expect(again.promotions).toEqual([{ name: 'Renamed meanwhile', isNew: false, columns: ['name', 'percent'] }])
  expect((await read(id)).promotion).toMatchObject({
    name: 'Renamed meanwhile',
    mechanic: { value: { percent: 2000 } },
  })
})

test('dates of its own take a promotion off its occasion; the same dates do not', async () => {
  const dates = { start: '2027-06-01T00:00', end: '2027-06-08T00:00' }
  const occasion = (await server.request('POST', '/api/occasions', { name: 'Fair', dates, estimate: null })).body
  expect(occasion).toMatchObject({ name: 'Fair' })
  const id = await create({ name: 'At the fair', occasion: occasion.id, schedule: dates })
  const head = 'id;name;type;starts;ends'
  await bringIn(server, 'promotions', `${head}\n${id};At the fair, early;markdown;2027-06-01;2027-06-07\n`)
  expect(await read(id)).toMatchObject({ occasion: occasion.id, promotion: { name: 'At the fair, early' } })
  await bringIn(server, 'promotions', `${head}\n${id};At the fair, early;markdown;2027-05-30;2027-06-07\n`)
  expect(await read(id)).toMatchObject({
    occasion: null,
    promotion: { schedule: { ...dates, start: '2027-05-30T00:00' } },
  })
})
