import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const DATES = { start: '2027-03-10T00:00', end: '2027-03-12T00:00' }
const shelfAt = async (at: string) => (await server.request('GET', `/api/products/PAD-1?at=${at}`)).body.shelf as number

test('promotions wait while the dates are open, and follow them from then on', async () => {
  const { body: fair } = await server.request('POST', '/api/occasions', { name: 'Fair', dates: null })
  const following = createDraft({ occasion: fair.id, schedule: { open: true } })
  const { body: record } = await server.request('POST', '/api/promotions', following)
  expect(await shelfAt('2027-03-11T00:00:00Z')).toBe(1000)

  const path = `/api/occasions/${fair.id}`
  expect((await server.request('PUT', path, { name: 'Fair', dates: DATES, version: 1 })).status).toBe(200)
  expect(await shelfAt('2027-03-11T00:00:00Z')).toBe(800)
  expect(await shelfAt('2027-03-12T00:00:00Z')).toBe(1000)
  const { body: moved } = await server.request('GET', `/api/promotions/${record.promotion.id}`)
  expect(moved).toMatchObject({ version: 2, promotion: { schedule: DATES } })

  await server.request('PUT', path, { name: 'Fair', dates: null, version: 2 })
  expect(await shelfAt('2027-03-11T00:00:00Z')).toBe(1000)
  expect(await server.request('DELETE', `${path}?version=3`)).toMatchObject({
    status: 409,
    body: { error: { code: 'in-use', facts: { name: 'Fair', promotions: ['Pads, 20 %'] } } },
  })
  const own = { ...following, occasion: null, schedule: DATES, version: 3 }
  expect((await server.request('PUT', `/api/promotions/${record.promotion.id}`, own)).status).toBe(200)
  expect((await server.request('DELETE', `${path}?version=3`)).status).toBe(204)
})

test.each([
  ['own dates beside an occasion', true, { schedule: DATES }, 'follows-occasion', 'schedule'],
  ['open dates without an occasion', false, { schedule: { open: true } }, 'not-allowed', 'schedule.open'],
  ['open and dated at once', true, { schedule: { open: true, ...DATES } }, 'not-allowed', 'schedule.open'],
])('%s is refused', async (_case, isFollowing, changes, code, path) => {
  const { body: occasion } = await server.request('POST', '/api/occasions', { name: 'Open', dates: null })
  const draft = createDraft({ ...(changes as object), occasion: isFollowing ? occasion.id : null })
  const { status, body } = await server.request('POST', '/api/promotions', draft)
  expect([status, body.error.problems[0]]).toMatchObject([422, { code, path }])
})

test('an occasion that is gone is named', async () => {
  const draft = createDraft({ occasion: 'gone', schedule: { open: true } })
  const { body } = await server.request('POST', '/api/promotions', draft)
  expect(body.error.problems).toMatchObject([{ code: 'unknown-occasion', path: 'occasion' }])
})

test.each([
  ['an end that is not after its start', { start: DATES.end, end: DATES.end }, 'ends-before-start'],
  ['a day that there is not', { start: '2027-02-30T00:00', end: DATES.end }, 'no-such-time'],
])('%s is refused', async (_case, dates, code) => {
  const { status, body } = await server.request('POST', '/api/occasions', { name: 'Bad', dates })
  expect([status, body.error.problems[0].code]).toEqual([422, code])
})

test('archived: out of the plan, still in the list, and not while it runs', async () => {
  server.clock.at = Date.parse('2027-03-11T00:00:00Z')
  const draft = createDraft({ name: 'Old one' })
  const { body: record } = await server.request('POST', '/api/promotions', draft)
  const path = `/api/promotions/${record.promotion.id}`
  const running = await server.request('PUT', path, { ...draft, archived: true, version: 1 })
  expect(running.body.error.problems).toMatchObject([{ code: 'still-running', path: 'archived' }])
  const stopped = { ...draft, state: 'stopped', archived: true, version: 1 }
  expect((await server.request('PUT', path, stopped)).body).toMatchObject({ archived: true, version: 2 })
  const { body: plan } = await server.request('GET', '/api/plan')
  expect(plan.promotions.map(({ id }: { id: string }) => id)).not.toContain(record.promotion.id)
  const { body: all } = await server.request('GET', '/api/promotions')
  expect(all.map(({ promotion }: { promotion: { id: string } }) => promotion.id)).toContain(record.promotion.id)
})

test('its flag is released with the plan: the shop, feeds and texts show it while it runs', async () => {
  const flag = { text: 'Paper days', colour: 'violet' as const }
  const draft = { name: 'Paper festival', dates: DATES, flag }
  const { body: occasion } = await server.request('POST', '/api/occasions', draft)
  expect(occasion).toMatchObject({ flag, partner: null })
  const naming = createDraft({
    name: 'Festival ink',
    occasion: occasion.id,
    schedule: DATES,
    mechanic: { kind: 'markdown', reach: { skus: ['INK-1'] }, value: { percent: 2000 } },
    display: { title: '{occasion}', label: '{occasion}: {percent}% off' },
  })
  const { status } = await server.request('POST', '/api/promotions', naming)
  expect(status).toBe(201)
  const { planRevision } = (await server.request('GET', '/api/store')).body
  expect((await server.request('POST', '/api/releases', { note: '', planRevision })).status).toBe(201)
  const shopAt = async (at: string) => (await server.request('GET', `/api/shop/products/INK-1?at=${at}`)).body.product
  expect(await shopAt('2027-03-11T00:00:00Z')).toMatchObject({
    flags: [flag],
    displays: [{ title: 'Paper days', label: 'Paper days: {percent}% off' }],
  })
  expect(await shopAt('2027-03-12T00:00:00Z')).toMatchObject({ flags: [], displays: [] })
  server.clock.at = Date.parse('2027-03-11T09:00:00Z')
  const columns = [
    { name: 'sku', field: 'sku' },
    { name: 'price', field: 'price' },
    { name: 'mark', field: 'occasion' },
  ]
  const feed = { name: 'Own', channel: 'web', format: 'csv', daysAhead: 0, link: null, columns }
  const { body: preview } = await server.request('POST', '/api/feeds/preview', { feed, search: 'ink' })
  expect(JSON.stringify(preview.rows)).toContain('Paper days')
  // Another flag changes the shop only with the next release.
  const update = { ...draft, flag: { ...flag, text: 'Festival' }, version: 1 }
  await server.request('PUT', `/api/occasions/${occasion.id}`, update)
  expect((await shopAt('2027-03-11T00:00:00Z')).flags).toEqual([flag])
  const { changes } = (await server.request('GET', '/api/releases/changes')).body
  const change = changes.find(({ thing }: { thing: string }) => thing === 'occasion')
  expect(change).toMatchObject({ fields: ['flag'], before: { flag }, after: { flag: update.flag } })
  expect((await server.request('POST', '/api/releases/discards', { change: change.id })).status).toBeLessThan(300)
  const listed = (await server.request('GET', '/api/occasions')).body
  expect(listed.find(({ id }: { id: string }) => id === occasion.id)).toMatchObject({ flag, dates: DATES })
})

test('a text that names an occasion needs one, and an event a partner that there is', async () => {
  const { body } = await server.request('POST', '/api/promotions', createDraft({ display: { label: '{occasion}' } }))
  expect(body.error.problems).toMatchObject([{ code: 'place-without-occasion', path: 'display.label' }])
  const event = { name: 'Event', dates: null, partner: { channel: 'nowhere', key: 'E1' } }
  const { body: refused } = await server.request('POST', '/api/occasions', event)
  expect(refused.error.problems).toMatchObject([{ code: 'unknown-channel', path: 'partner.channel' }])
})
