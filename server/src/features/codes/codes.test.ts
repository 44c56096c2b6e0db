import { normalizeCode } from '@novalex/core'
import { unzipSync } from 'fflate'
import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { recount } from '../../data/counts/index.ts'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { createOrderBody, offerParcels, place, releaseAll, visit, type Visitor } from '../../testing/placeOrders.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { createPlanSource } from '../../sources/plans/planSource.ts'
import type { Threads } from '../../jobs/threads.ts'
import { createCodesService } from './codes.service.ts'
import { drawCode, findLeastLength, isMistyped, printCode } from '../../data/codes/index.ts'

let server: TestServer
let visitor: Visitor
let promotion: string
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await offerParcels(server)
  visitor = await visit(server)
  const [id] = await releaseAll(server, {
    name: 'Welcome',
    schedule: {},
    code: { batch: true },
    mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 200, per: 'once' } }] },
    stacking: { group: 'extra', mode: 'group' },
  })
  promotion = id!
})
afterAll(() => server.close())

const batchOf = (changes: object = {}) => ({
  promotion,
  name: 'Spring email',
  count: 20,
  pattern: { prefix: 'SPRING', length: 8 },
  ...changes,
})
const create = (changes?: object) => server.request('POST', '/api/code-batches', batchOf(changes))

async function settled(id: string) {
  for (;;) {
    const { body } = await server.request('GET', `/api/code-batches/${id}`)
    if (body.state !== 'making') return body as Record<string, number | string>
    await wait(20)
  }
}

const codesOf = async (id: string) => {
  const { body } = await server.request('GET', `/api/code-batches/${id}/codes.csv`)
  const [header, ...rows] = String(body).trim().split('\r\n')
  expect(header).toBe('code,state,handed_out,valid_until,order,used_at')
  return rows.map((row) => row.split(','))
}

describe('the text of codes', () => {
  const shape = { prefix: 'SPRING', length: 8 }
  test('is drawn, printed in groups, and a single character that is another is noticed', () => {
    const code = drawCode(shape)
    expect(code).toMatch(/^SPRING[2-9A-HJ-NP-Z]{8}$/)
    expect(printCode(code, shape)).toBe(`SPRING-${code.slice(6, 10)}-${code.slice(10)}`)
    expect(isMistyped(printCode(code, shape).toLowerCase(), [shape])).toBe(false)
    for (let at = 6; at < code.length; at++) {
      const other = code[at] === '2' ? '3' : '2'
      expect(isMistyped(code.slice(0, at) + other + code.slice(at + 1), [shape])).toBe(true)
    }
    expect(isMistyped('SPRING', [shape])).toBe(false)
    expect(isMistyped(code, [])).toBe(false)
  })
  test.each([
    [1, 5],
    [1000, 7],
    [1_000_000, 9],
  ])('%d open codes take at least %d characters', (open, least) => expect(findLeastLength(open)).toBe(least))
})

describe('a batch', () => {
  test('is made in the background, exactly so many, and downloaded, which is logged', async () => {
    const { status, body } = await create({ count: 60_001, name: 'Many', pattern: { prefix: 'M', length: 9 } })
    expect([status, body.state, body.count]).toEqual([202, 'making', 60_001])
    const batch = await settled(body.id)
    expect(batch).toMatchObject({ state: 'ready', made: 60_001, unused: 60_001, redeemed: 0, issued: 0 })
    const codes = await codesOf(body.id)
    expect(new Set(codes.map(([code]) => code)).size).toBe(60_001)
    const zip = await fetch(`${server.url}/api/code-batches/${body.id}/codes.zip`, {
      headers: { cookie: server.cookie },
    })
    const files = unzipSync(new Uint8Array(await zip.arrayBuffer()))
    expect(Object.values(files)[0]!.length).toBeGreaterThan(60_001 * 15)
    const { body: log } = await server.request('GET', '/api/activity?thing=code')
    const entries = log.entries as { action: string; detail: object }[]
    expect(entries.map(({ action }) => action)).toEqual(['download-codes', 'download-codes', 'make-codes'])
    expect(JSON.stringify(log)).not.toContain(normalizeCode(codes[0]![0]!))
  })

  test('that can’t be written says why, and goes on once it can', async () => {
    const { body } = await server.request('POST', '/api/code-batches', batchOf({ name: 'Later' }))
    await settled(body.id)
    await server.database('code_batches').where({ id: body.id }).update({ state: 'making', wanted: 25 })
    const slow = new AppError('took-too-long')
    const heard: unknown[] = []
    const deps = {
      database: server.database,
      plans: createPlanSource(server.database),
      clock: { now: () => server.clock.at, isFixed: true },
    }
    const threads = { run: () => Promise.reject(slow) } as unknown as Threads
    const broken = createCodesService({ ...deps, threads, onTrouble: (thrown) => heard.push(thrown) })
    await broken.resume()
    const trouble = async () => (await server.request('GET', `/api/code-batches/${body.id}`)).body.trouble as string
    await expect.poll(trouble).toBe('took-too-long')
    expect(heard).toEqual([slow])
    // The claim is given back after what failed is written.
    await expect
      .poll(async () => (await server.database('claims').where({ subject: `codes ${body.id}` })).length)
      .toBe(0)
    await server.codes.resume()
    expect(await settled(body.id)).toMatchObject({ state: 'ready', unused: 25, trouble: null })
  })

  test('left half made by a process that died is taken up', async () => {
    const row = { promotion, name: 'Half', prefix: 'H', length: 8, wanted: 30, made: 0, state: 'making' }
    const [id] = await server.database('code_batches').insert({ ...row, created_at: new Date(), created_by: 'x' })
    await Promise.all([server.codes.resume(), server.codes.resume()])
    expect(await settled(String(id))).toMatchObject({ state: 'ready', unused: 30 })
  })

  test.each<[string, object, string, string]>([
    ['of none', { count: 0 }, 'too-small', 'count'],
    ['of ten million', { count: 10_000_000 }, 'too-large', 'count'],
    ['easy to guess', { count: 1000, pattern: { prefix: 'EASY', length: 6 } }, 'guessable', 'pattern.length'],
    ['with a prefix in small letters', { pattern: { prefix: 'easy', length: 9 } }, 'malformed', 'pattern.prefix'],
  ])('%s is refused', async (_label, changes, code, path) => {
    const { status, body } = await create(changes)
    expect([status, body.error.problems[0].code, body.error.problems[0].path]).toEqual([422, code, path])
  })

  test('of a promotion without a batch, or of none: refused', async () => {
    const [other] = await releaseAll(server, { schedule: {}, name: 'No codes', state: 'draft' })
    expect((await create({ promotion: other })).body.error.code).toBe('not-by-batch')
    expect((await create({ promotion: 'none' })).status).toBe(404)
  })
})

describe('a code', () => {
  let codes: string[]
  let batch: string
  beforeAll(async () => {
    const { body } = await create()
    batch = body.id
    await settled(batch)
    codes = (await codesOf(body.id)).map(([code]) => code!)
  })
  const fate = async (code: string) => (await server.request('GET', `/api/codes/${encodeURIComponent(code)}`)).body
  const order = (code: string, grand = 700 - 200 + 490) =>
    place(server, visitor, createOrderBody({ 'INK-1': 1 }, grand, { codes: [code] }))

  test('is used by one order; cancelled, it is open again', async () => {
    const [code] = codes
    const rivals = await Promise.all([order(code!), order(code!.toLowerCase().replaceAll('-', ' '))])
    expect(rivals.map(({ status }) => status).sort()).toEqual([201, 409])
    const placed = rivals.find(({ status }) => status === 201)!.body.order
    const late = rivals.find(({ status }) => status === 409)!.body.error.facts
    expect(late.codes[0].reason).toBe('code-unknown')
    expect(await fate(code!)).toMatchObject({
      state: 'redeemed',
      orders: [{ number: placed.number, isCancelled: false }],
    })
    await server.request('POST', `/api/orders/${placed.id}/cancel`)
    expect(await fate(code!)).toMatchObject({ state: 'unused', orders: [{ isCancelled: true }] })
    const { body: again, status } = await order(code!)
    expect(status).toBe(201)
    expect((await codesOf(batch)).find(([own]) => own === code)).toEqual([
      code,
      'redeemed',
      'no',
      '',
      again.order.number,
      again.order.placedAt,
    ])
    expect((await recount(server.database)).discrepancies).toEqual([])
  })

  test('that is void opens nothing, nor does one that a cancelled order used', async () => {
    const [, one, other] = codes
    await server.request('POST', `/api/codes/${one}/void`)
    expect((await order(one!)).status).toBe(409)
    const { body } = await order(other!)
    await server.request('POST', `/api/codes/${other}/void`)
    await server.request('POST', `/api/orders/${body.order.id}/cancel`)
    expect(await fate(other!)).toMatchObject({ state: 'void' })
  })

  test('is told apart from what is mistyped, shared or unknown', async () => {
    const [, , , code] = codes
    const typo = code!.slice(0, -1) + (code!.endsWith('2') ? '3' : '2')
    expect([(await fate(typo)).state, (await fate('NOTHING')).state]).toEqual(['mistyped', 'unknown'])
    const cart = { lines: [{ sku: 'INK-1', quantity: 1 }], codes: [typo], delivery: null }
    const { body } = await server.request('POST', '/api/shop/cart', { cart }, { cookie: visitor.cookie })
    expect(body.codes[0].reason).toBe('code-mistyped')
  })

  test('that was handed to somebody in a store says so', async () => {
    const [, , , , code] = codes
    const { body } = await server.request('POST', `/api/codes/${code}/issued`, { recipient: 'Mara' })
    expect(body.issued).toMatchObject({ kind: 'store', recipient: 'Mara', by: 'Tester' })
  })

  test('of a batch that is void opens nothing', async () => {
    const { body } = await create({ name: 'Gone', pattern: { prefix: 'GONE', length: 8 } })
    await settled(body.id)
    const [[code]] = (await codesOf(body.id)) as [[string]]
    const voided = await server.request('POST', `/api/code-batches/${body.id}/void`)
    expect(voided.body).toMatchObject({ state: 'void', unused: 0, void: 20 })
    expect((await order(code)).status).toBe(409)
    expect((await fate(code)).state).toBe('void')
  })
})
