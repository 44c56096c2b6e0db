import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
const cookies: Record<string, string> = {}
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  cookies.Paula = await server.signIn('planner', 'Paula')
  cookies.Rena = await server.signIn('releaser', 'Rena')
})
afterAll(() => server.close())

const as = (name: string, method: string, path: string, body?: unknown) =>
  server.request(method, `/api/releases${path}`, body, { cookie: cookies[name]! })
const localNow = async () => ((await server.request('GET', '/api/store')).body.now as string).slice(0, 10)
const dayFrom = async (days: number) =>
  `${new Date(Date.parse(await localNow()) + days * 86_400_000).toISOString().slice(0, 10)}T00:00`
const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
const get = async (id: string) => (await server.request('GET', `/api/promotions/${id}`)).body
const live = async (id: string) =>
  (await server.request('GET', '/api/plan?plan=live')).body.promotions.find((one: { id: string }) => one.id === id)
const changed = async () =>
  (await server.request('GET', '/api/releases/changes')).body.changes.map(({ id }: { id: string }) => id) as string[]
const act = (atOnce: object) => server.request('POST', '/api/releases', { note: '', planRevision: 0, atOnce })
const edit = async (id: string, changes: object) => {
  const { promotion, campaign, occasion, archived, note, version } = await get(id)
  const { id: _id, rank: _rank, ...fields } = promotion
  const update = { ...fields, campaign, occasion, archived, note, ...changes, version }
  expect((await server.request('PUT', `/api/promotions/${id}`, update)).status).toBe(200)
}
/** A promotion that runs in the shop. */
const run = async (name: string, changes: object = {}) => {
  const schedule = { start: await dayFrom(-3), end: await dayFrom(5) }
  const mechanic = { kind: 'markdown', reach: { skus: ['PAD-2'] }, value: { percent: 1000 } } as const
  const draft = createDraft({ name, schedule, mechanic, ...changes })
  const { body } = await server.request('POST', '/api/promotions', draft)
  expect((await server.request('POST', '/api/releases', { note: '', planRevision: await revision() })).status).toBe(201)
  return body.promotion.id as string
}

describe('one live promotion', () => {
  test('is paused at once: whatever is half edited, and although a test cart fails by it', async () => {
    const id = await run('Paused')
    const cart = { lines: [{ sku: 'PAD-2', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }
    const { body: quote } = await server.request('POST', '/api/quote', { plan: 'live', cart })
    const testCart = { name: 'Kept', at: null, cart, expected: quote.totals.grand as number }
    await server.request('POST', '/api/test-carts', testCart)
    await edit(id, { name: 'Half edited', mechanic: { kind: 'markdown', reach: {}, value: { percent: 9000 } } })
    const made = await act({ act: 'pause', promotion: id })
    expect(made).toMatchObject({
      status: 201,
      body: { atOnce: { act: 'pause', promotion: id, name: 'Paused', end: null }, changes: null, kept: [] },
    })
    expect(await live(id)).toMatchObject({ name: 'Paused', state: 'paused', mechanic: { value: { percent: 1000 } } })
    expect((await get(id)).promotion).toMatchObject({ name: 'Half edited', state: 'paused' })
    const { body: changes } = await server.request('GET', '/api/releases/changes')
    expect(changes.changes).toMatchObject([{ id: `promotion:${id}`, fields: ['name', 'mechanic'] }])
    expect((await act({ act: 'pause', promotion: id })).body.error).toMatchObject({
      code: 'not-running',
      facts: { name: 'Paused', status: 'paused' },
    })
    const [entry] = (await server.request('GET', `/api/activity?subject=${id}`)).body.entries
    expect(entry).toMatchObject({ action: 'pause-at-once', subject: id })
    await server.request('POST', '/api/releases/discards', { change: `promotion:${id}` })
    expect(await changed()).toEqual([])
  })

  test('is ended at once; an unreleased edit of its end stays, and is said', async () => {
    const id = await run('Ended')
    await edit(id, { schedule: { start: await dayFrom(-3), end: await dayFrom(9) } })
    const made = await act({ act: 'end', promotion: id })
    expect(made).toMatchObject({ status: 201, body: { atOnce: { act: 'end' }, kept: ['end'] } })
    const { schedule } = await live(id)
    expect(schedule.end).toBe(made.body.atOnce.end)
    expect((await get(id)).promotion.schedule.end).toBe(await dayFrom(9))
    expect(await changed()).toEqual([`promotion:${id}`])
    expect((await act({ act: 'end', promotion: id })).body.error).toMatchObject({
      code: 'not-running',
      facts: { status: 'ended' },
    })
    await server.request('POST', '/api/releases/discards', { change: `promotion:${id}` })
  })

  test('is extended at once past its gate; one that follows an occasion has its own end from then on', async () => {
    const dates = { start: await dayFrom(-3), end: await dayFrom(5) }
    const { body: fair } = await server.request('POST', '/api/occasions', { name: 'Fair', dates, estimate: null })
    const id = await run('Extended', { occasion: fair.id, schedule: dates })
    const end = await dayFrom(8)
    for (const wrong of [await dayFrom(5), await dayFrom(2), '2020-01-01T00:00'])
      expect((await act({ act: 'extend', promotion: id, end: wrong })).body.error.problems).toMatchObject([
        { code: 'not-later', path: 'atOnce.end' },
      ])
    const { body: choice } = await server.request('POST', '/api/releases/choices', {
      atOnce: { act: 'extend', promotion: id, end },
    })
    const { status, body: review } = await server.request('GET', `/api/releases/review?release=${choice.plan}`)
    expect([status, review.productCount]).toEqual([200, 1])
    expect((await act({ act: 'extend', promotion: id, end })).status).toBe(201)
    expect(await live(id)).toMatchObject({ schedule: { start: dates.start, end } })
    expect(await get(id)).toMatchObject({ occasion: null, promotion: { schedule: { end } } })
    expect(await changed()).toEqual([])
  })

  test('is asked for by a planner, and approved by a releaser, beside a request for changes', async () => {
    const [one, other] = [await run('Asked'), await run('Another')]
    await edit(other, { name: 'Another, edited' })
    const changes = [`promotion:${other}`]
    const request = async (body: object) =>
      as('Paula', 'POST', '/requests', { note: '', planRevision: await revision(), ...body })
    const { body: ofChanges } = await request({ changes })
    const { body: pause } = await request({ atOnce: { act: 'pause', promotion: one } })
    expect(pause).toMatchObject({ state: 'pending', atOnce: { act: 'pause', name: 'Asked' } })
    expect(
      (await as('Paula', 'POST', '', { note: '', planRevision: 0, atOnce: { act: 'pause', promotion: one } })).status,
    ).toBe(403)
    expect(await as('Rena', 'POST', `/requests/${pause.id}/approve`)).toMatchObject({
      status: 201,
      body: { atOnce: { act: 'pause' }, preparedBy: 'Paula' },
    })
    expect(await live(one)).toMatchObject({ state: 'paused' })
    expect(await as('Rena', 'POST', `/requests/${ofChanges.id}/approve`)).toMatchObject({ status: 201 })
    expect(await live(one)).toMatchObject({ state: 'paused' })
    expect(await live(other)).toMatchObject({ name: 'Another, edited' })
  })

  test('takes a second person to be extended where releases do, and none to be stopped', async () => {
    const id = await run('For two')
    const { version } = (await server.request('GET', '/api/store')).body
    await server.request('PUT', '/api/store/approval', { requiresApproval: true, version })
    const atOnce = { act: 'extend', promotion: id, end: await dayFrom(20) }
    const body = { note: '', planRevision: 0, atOnce }
    expect((await as('Rena', 'POST', '', body)).body.error.code).toBe('approval-required')
    const { body: request } = await as('Rena', 'POST', '/requests', body)
    expect((await as('Rena', 'POST', `/requests/${request.id}/approve`)).body.error.code).toBe('own-request')
    const pause = { ...body, atOnce: { act: 'pause', promotion: id } }
    expect((await as('Rena', 'POST', '', pause)).status).toBe(201)
    expect((await server.request('POST', `/api/releases/requests/${request.id}/approve`)).body.error.code).toBe(
      'not-running',
    )
    const { version: next } = (await server.request('GET', '/api/store')).body
    await server.request('PUT', '/api/store/approval', { requiresApproval: false, version: next })
  })

  test('must be live, and nothing else can be asked for with it', async () => {
    const { body } = await server.request('POST', '/api/promotions', createDraft({ name: 'Not live' }))
    const id = body.promotion.id as string
    expect((await act({ act: 'pause', promotion: id })).status).toBe(404)
    for (const wrong of [
      { act: 'stop', promotion: id },
      { act: 'extend', promotion: id },
      { act: 'extend', promotion: id, end: 'soon' },
      { act: 'pause', promotion: id, end: '2027-03-01T00:00' },
      { act: 'pause' },
      {},
    ])
      expect((await act(wrong)).status).toBe(422)
    for (const more of [{ again: 1 }, { changes: ['store'] }])
      expect(
        (
          await server.request('POST', '/api/releases', {
            note: '',
            planRevision: await revision(),
            atOnce: { act: 'pause', promotion: id },
            ...more,
          })
        ).status,
      ).toBe(422)
  })

  test('eight who pause, edit and release at once: one pause, and no number is left out', async () => {
    const id = await run('Rivals')
    const { number: before } = (await server.request('GET', '/api/releases')).body[0]
    const answers = await Promise.all(
      Array.from({ length: 8 }, async (_, index) => {
        if (index % 2 === 0) return act({ act: 'pause', promotion: id })
        const draft = createDraft({ name: `Beside ${index}`, mechanic: DEEP })
        const { body } = await server.request('POST', '/api/promotions', draft)
        const { body: choice } = await server.request('POST', '/api/releases/choices', {
          changes: [`promotion:${body.promotion.id}`],
        })
        const { planRevision, stamp } = choice
        const changes = [`promotion:${body.promotion.id}`]
        return server.request('POST', '/api/releases', { note: '', planRevision, stamp, changes })
      }),
    )
    const made = answers.filter(({ status }) => status === 201).map(({ body }) => body)
    expect(made.filter(({ atOnce }) => atOnce !== null)).toHaveLength(1)
    const numbers = made.map(({ number }) => number as number).sort((a, b) => a - b)
    expect(numbers).toEqual(numbers.map((_, index) => before + 1 + index))
    expect(await live(id)).toMatchObject({ state: 'paused' })
    for (const { atOnce, changes } of made)
      if (atOnce === null) expect(await live((changes as string[])[0]!.slice(10))).toBeDefined()
  })
})

const DEEP = { kind: 'markdown', reach: { skus: ['INK-1'] }, value: { percent: 1000 } } as const
