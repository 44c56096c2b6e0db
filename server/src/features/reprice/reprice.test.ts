import { repriceJob } from './reprice.jobs.ts'
import { RepriceAnswer, SalePriceRemovalAnswer, type RepriceLine, type RepriceQuestion } from '@novalex/contract'
import { findAccepted, reachOfPick, toMechanic } from '@novalex/core'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  server.clock.at = Date.parse('2027-03-01T00:00:00Z')
})
afterAll(() => server.close())

const HALF = { kind: 'percent', direction: 'down', percent: 5000 } as const
const question = (changes: Partial<RepriceQuestion> = {}): RepriceQuestion => ({
  pick: { filters: [{ column: 'categories', anyOf: ['pads'] }] },
  at: '2027-03-01T00:00:00Z',
  repricing: { bands: [{ from: 0, operation: HALF }], basis: 'regular', rounding: null, target: 'sale' },
  start: '2027-03-05T00:00',
  end: '2027-03-12T00:00',
  ...changes,
})
async function preview(body: unknown): Promise<RepriceLine[]> {
  const response = await fetch(`${server.url}/api/reprice/preview`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie: server.cookie },
    body: JSON.stringify(body),
  })
  const text = await response.text()
  return text
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as RepriceLine)
}
async function rowsOf(body: RepriceQuestion) {
  const last = (await preview(body)).at(-1)!
  if (!('answer' in last)) throw new Error(JSON.stringify(last))
  expect(checkShape(RepriceAnswer, last.answer)).toEqual([])
  return last.answer.rows
}

test('every product old and new; what is made of it is what the shop then charges', async () => {
  const asked = question()
  const rows = await rowsOf(asked)
  expect(rows.map(({ sku, before, after, struck, odd }) => ({ sku, before, after, struck, odd }))).toEqual([
    { sku: 'PAD-1', before: 1000, after: 500, struck: 1000, odd: [] },
    { sku: 'PAD-2', before: 2500, after: 1250, struck: 2500, odd: [] },
  ])
  const mechanic = toMechanic(asked.repricing, findAccepted(rows, 'sale'), reachOfPick(asked.pick))
  expect(mechanic).toMatchObject({ reach: { categories: ['pads'] } })
  const draft = createDraft({ mechanic, schedule: { start: asked.start, end: asked.end! } })
  const { body: created } = await server.request('POST', '/api/promotions', draft)
  const { body } = await server.request('GET', '/api/products/PAD-1?at=2027-03-06T00:00:00Z')
  expect(body.shelf).toBe(500)
  expect((await rowsOf(question({ at: '2027-03-06T00:00:00Z' })))[0]!.odd).toEqual(['no-change', 'already-reduced'])
  const deeper = question({
    repricing: { ...asked.repricing, bands: [{ from: 0, operation: { ...HALF, percent: 1000 } }] },
  })
  expect((await rowsOf(deeper))[0]!.odd).toContain('other-wins')
  await server.request('DELETE', `/api/promotions/${created.promotion.id}?version=1`)
})

test('an empty sale price is no zero', async () => {
  const rows = await rowsOf(question({ repricing: { ...question().repricing, basis: 'sale' } }))
  expect(rows.map(({ after, odd }) => [after, odd])).toEqual([
    [null, ['no-basis']],
    [null, ['no-basis']],
  ])
})

test('regular prices are listed, and hold from their date', async () => {
  const asked = question({
    pick: { skus: ['PAD-1', 'INK-1'] },
    end: null,
    repricing: {
      bands: [{ from: 0, operation: { kind: 'percent', direction: 'up', percent: 1000 } }],
      basis: 'regular',
      rounding: { to: 'up', step: 100, ending: 90 },
      target: 'regular',
    },
  })
  const rows = await rowsOf(asked)
  expect(rows.map(({ sku, after }) => [sku, after])).toEqual([
    ['PAD-1', 1190],
    ['INK-1', 790],
  ])
  const mechanic = toMechanic(asked.repricing, findAccepted(rows, 'regular'), null)
  const { stacking: _none, ...draft } = createDraft({ mechanic, schedule: { start: asked.start } })
  expect((await server.request('POST', '/api/promotions', draft)).status).toBe(201)
  const { body } = await server.request('POST', '/api/products/table', {
    at: '2027-03-06T00:00:00Z',
    filters: [{ column: 'sku', text: 'PAD-1' }],
    order: null,
    from: 0,
    count: 1,
  })
  expect(body.rows[0]).toMatchObject({ regular: 1190, shelf: 1190, struck: null })
})

test.each([
  ['an end before the start', { end: '2027-03-05T00:00' }, 'ends-before-start'],
  ['a time that there is not', { start: '2027-02-30T00:00' }, 'no-such-time'],
])('refuses %s', async (_name, changes, code) => {
  const [line] = await preview(question(changes))
  expect(line).toMatchObject({ error: { code: 'invalid-input', problems: [{ code }] } })
})

test('refuses an unknown product, and a shape that is none', async () => {
  const pick = { skus: ['NONE'] }
  expect((await preview(question({ pick })))[0]).toMatchObject({ error: { code: 'not-found' } })
  const takeOff = { pick, at: '2027-03-02T00:00:00Z' }
  const asked = await server.request('POST', '/api/reprice/remove-sale-prices/preview', takeOff)
  expect(asked).toMatchObject({ status: 404, body: { error: { facts: { kind: 'product', id: 'NONE' } } } })
  expect((await server.request('POST', '/api/reprice/preview', {})).status).toBe(422)
})

test('tells how far it is', async () => {
  const lines = await preview(question())
  expect(lines.slice(0, -1).every((line) => 'progress' in line && line.progress <= 1)).toBe(true)
  expect(lines.length).toBeGreaterThan(1)
})

test('stops when nobody waits any more, and the thread goes on with what comes next', async () => {
  const task = { question: question(), now: server.clock.at }
  const leaving = new AbortController()
  const shares: number[] = []
  const onProgress = (share: number) => shares.push(share)
  leaving.abort()
  await expect(server.threads.run(repriceJob, task, { onProgress, signal: leaving.signal })).rejects.toThrow()
  expect(shares).toEqual([])
  const { signal } = new AbortController()
  expect((await server.threads.run(repriceJob, task, { onProgress, signal })).rows).toHaveLength(2)
  expect(shares.length).toBeGreaterThan(0)
})

test('sale prices are taken off again: of some products, then of all', async () => {
  const half = { kind: 'markdown' as const, reach: { categories: ['pads'] }, value: { percent: 5000 } }
  const { body: created } = await server.request(
    'POST',
    '/api/promotions',
    createDraft({ mechanic: half, schedule: {} }),
  )
  const { id } = created.promotion
  const at = '2027-03-02T00:00:00Z'
  const some = { pick: { skus: ['PAD-1', 'INK-1'] }, at }
  const { body: ahead } = await server.request('POST', '/api/reprice/remove-sale-prices/preview', some)
  expect(checkShape(SalePriceRemovalAnswer, ahead)).toEqual([])
  const { planRevision, catalogueRevision, ...told } = ahead as SalePriceRemovalAnswer
  expect(told).toEqual({ products: 1, sales: [{ id, name: created.promotion.name, products: 1, stops: false }] })
  const seen = { ...some, planRevision, catalogueRevision }
  const { body: before } = await server.request('POST', '/api/reprice/remove-sale-prices', seen)
  expect(await server.request('POST', '/api/reprice/remove-sale-prices', seen)).toMatchObject({
    status: 409,
    body: { error: { code: 'stale-plan' } },
  })
  expect(before).toHaveLength(1)
  const shelf = async (sku: string) => (await server.request('GET', `/api/products/${sku}?at=${at}`)).body.shelf
  expect([await shelf('PAD-1'), await shelf('PAD-2')]).toEqual([1000, 1250])
  const all = { pick: { filters: [{ column: 'saving', empty: false }] }, at }
  expect((await server.request('POST', '/api/reprice/remove-sale-prices/preview', all)).body.sales).toMatchObject([
    { stops: true },
  ])
  await server.request('POST', '/api/reprice/remove-sale-prices', {
    ...all,
    planRevision: planRevision + 1,
    catalogueRevision,
  })
  expect(await shelf('PAD-2')).toBe(2500)
  const { body: stopped } = await server.request('GET', `/api/promotions/${id}`)
  expect(stopped).toMatchObject({
    version: 3,
    promotion: { state: 'stopped', mechanic: { reach: { except: { skus: ['PAD-1'] } } } },
  })
})
