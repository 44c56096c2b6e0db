import { strToU8, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { accept, bringIn, settle, upload } from '../../testing/imports.ts'
import { readImport } from './importTasks.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { hasThreads: true })
})
afterAll(() => server.close())

const HEADER = 'sku;regular_price'
const priceOf = async (sku: string) =>
  (await server.request('GET', `/api/products/${sku}`)).body.product.regularPrice as number

test('what a file brings and that it is done are written together: either both are there or neither is', async () => {
  const status = await upload(server, `${HEADER}\nPAD-1;8\n`, { kind: 'prices' })
  await server.database.raw(
    `create trigger crash before update on imports for each row
     begin if new.state = 'done' then signal sqlstate '45000'; end if; end`,
  )
  expect(await accept(server, status)).toMatchObject({ state: 'failed' })
  await server.database.raw('drop trigger crash')
  expect(await priceOf('PAD-1')).toBe(1000)
  // As a process leaves it that died on the way.
  await server.database('imports').where({ id: status.id }).update({ state: 'writing' })
  await server.resumeImports()
  expect(await settle(server, status.id)).toMatchObject({ state: 'done' })
  expect(await priceOf('PAD-1')).toBe(800)
  await server.resumeImports()
  expect((await server.request('POST', `/api/imports/${status.id}/undo`)).status).toBe(200)
  expect(await priceOf('PAD-1')).toBe(1000)
})

test('work that can’t be claimed for a moment is left as it is, and taken up later', async () => {
  const status = await upload(server, `${HEADER}\nINK-1;6\n`, { kind: 'prices' })
  await server.database('imports').where({ id: status.id }).update({ state: 'writing' })
  await server.database.schema.renameTable('claims', 'elsewhere')
  await server.resumeImports()
  await server.restImports()
  const { body } = await server.request('GET', `/api/imports/${status.id}`)
  await server.database.schema.renameTable('elsewhere', 'claims')
  expect(body.state).toBe('writing')
  await server.resumeImports()
  expect(await settle(server, status.id)).toMatchObject({ state: 'done' })
  expect(await priceOf('INK-1')).toBe(600)
})

test('a file that was read and accepted meanwhile is not read again', async () => {
  const status = await upload(server, `${HEADER}\nINK-1;7\n`, { kind: 'prices' })
  await server.database('imports').where({ id: status.id }).update({ state: 'writing' })
  await readImport(server.database, { id: status.id, at: 0 })
  expect((await server.request('GET', `/api/imports/${status.id}`)).body.state).toBe('writing')
  await server.resumeImports()
  expect(await settle(server, status.id)).toMatchObject({ state: 'done' })
})

test('any number of further uploads leaves the undo of a finished one', async () => {
  const { id } = await bringIn(server, 'prices', `${HEADER}\nPAD-2;20\n`)
  for (let more = 0; more < 25; more++) await upload(server, `${HEADER}\nPAD-1;${more + 1}\n`, { kind: 'prices' })
  expect((await server.request('GET', '/api/imports')).body).toMatchObject([{ id }])
  expect((await server.request('POST', `/api/imports/${id}/undo`)).body).toMatchObject({ state: 'undone' })
  expect(await priceOf('PAD-2')).toBe(2500)
})

test('a file that is let go while it is read is read no further', async () => {
  const rows = Array.from({ length: 30_000 }, (_none, at) => `GONE-${at};1`).join('\n')
  const headers = { 'content-type': 'text/csv' }
  const { body } = await server.request('POST', '/api/imports?kind=prices', `${HEADER}\n${rows}\n`, headers)
  expect((await server.request('DELETE', `/api/imports/${body.id}`)).status).toBe(204)
  expect((await server.request('GET', `/api/imports/${body.id}`)).status).toBe(404)
  expect(await upload(server, `${HEADER}\nPAD-1;9\n`, { kind: 'prices' })).toMatchObject({ state: 'ready' })
})

test.each<[string, unknown]>([
  ['nothing', null],
  ['a number', 5],
  ['a list', []],
  ['a text', 'promotion'],
])('a plan file with %s among its promotions says where', async (_label, one) => {
  const status = await upload(server, JSON.stringify({ plan: { promotions: [one] } }), { kind: 'plan' })
  expect(status).toMatchObject({ state: 'refused' })
  expect(status.problems[0]).toMatchObject({ path: expect.stringMatching(/^1/) as string })
  const { body } = await server.request('GET', `/api/imports/${status.id}/rejected.json`)
  expect(body.plan.promotions).toMatchObject([{ problem: expect.any(String) as string }])
})

describe('a workbook', () => {
  const workbook = (sheet: string) =>
    zipSync({
      '[Content_Types].xml': strToU8(
        '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>',
      ),
      'xl/workbook.xml': strToU8(
        '<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>',
      ),
      'xl/_rels/workbook.xml.rels': strToU8(
        '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
      ),
      'xl/worksheets/sheet1.xml': strToU8(
        `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${sheet}</sheetData></worksheet>`,
      ),
    })
  const cell = (text: string, at: string) => `<c r="${at}" t="inlineStr"><is><t>${text}</t></is></c>`
  const row = (number: number, sku: string, price: string) =>
    `<row r="${number}">${cell(sku, `A${number}`)}${cell(price, `B${number}`)}</row>`
  const type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  const head = row(1, 'sku', 'regular_price')
  const huge = workbook(head + row(2, 'x'.repeat(100 * 2 ** 20), '12'))

  test('is read', async () => {
    const status = await upload(server, workbook(head + row(2, 'PAD-1', '12')), { kind: 'prices', type })
    expect(status).toMatchObject({ state: 'ready', changed: 1 })
  })
  test('whose rows go on for ever is refused', async () => {
    const status = await upload(server, workbook(head + row(4_000_000_000, 'PAD-1', '12')), { kind: 'prices', type })
    expect(status).toMatchObject({ state: 'refused', problems: [{ code: 'too-many' }] })
  })
  test('with a cell that no memory holds says so', async () => {
    const status = await upload(server, huge, {
      kind: 'prices',
      type,
    })
    expect(['refused', 'failed']).toContain(status.state)
    expect(['needs-too-much-memory', 'cell-too-long']).toContain(status.problems[0]!.code)
    expect(await upload(server, `${HEADER}\nPAD-1;9\n`, { kind: 'prices' })).toMatchObject({ state: 'ready' })
  })
})
