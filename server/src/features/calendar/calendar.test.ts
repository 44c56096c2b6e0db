import ICAL from 'ical.js'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
let address: string
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  const { status, body } = await server.request('POST', '/api/calendar/addresses')
  expect(status).toBe(201)
  address = body.url
})
afterAll(() => server.close())

async function release(): Promise<number> {
  const { planRevision } = (await server.request('GET', '/api/store')).body
  return (await server.request('POST', '/api/releases', { note: '', planRevision })).body.number
}
/** As a calendar program reads it, by title. */
async function readEvents() {
  const response = await fetch(address)
  expect(response.headers.get('content-type')).toBe('text/calendar; charset=utf-8')
  const text = await response.text()
  expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true)
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  return new Map(
    calendar.getAllSubcomponents('vevent').map((component) => {
      const event = new ICAL.Event(component)
      const [start, end] = [event.startDate, event.endDate].map((time) => time.toJSDate().toISOString())
      return [event.summary, { start, end, sentence: event.description, uid: event.uid }]
    }),
  )
}

test('a plan without a release is an empty calendar', async () => {
  expect((await readEvents()).size).toBe(0)
})

test('each promotion has an event with its sentence, and partners their moments', async () => {
  const { version } = (await server.request('GET', '/api/store')).body
  const market = {
    id: 'market',
    name: 'Market',
    kind: 'partner',
    leadHours: 24,
    lockHours: 5,
    rules: [],
    isSimulated: true,
  }
  await server.request('PUT', '/api/store/partners', { partners: [market], version })
  const { body: made } = await server.request(
    'POST',
    '/api/promotions',
    createDraft({ partners: [{ channel: 'market' }] }),
  )
  const endless = { schedule: { start: '2027-03-28T00:00' } }
  const other = await server.request(
    'POST',
    '/api/promotions',
    createDraft({ name: 'Ümlaut; “Ink”, no end\\n', ...endless }),
  )
  expect(other.status).toBe(201)
  await server.request('POST', '/api/promotions', createDraft({ name: 'Draft', state: 'draft' }))
  const number = await release()
  const events = await readEvents()
  expect([...events.keys()].sort()).toEqual([
    'Pads, 20 %',
    'Submit to Market: Pads, 20 %',
    'Ümlaut; “Ink”, no end\\n (starts)',
  ])
  expect(events.get('Pads, 20 %')).toEqual({
    start: '2027-03-09T23:00:00.000Z',
    end: '2027-03-14T23:00:00.000Z',
    sentence:
      '20% off Paper, for everyone, from Wed 10 Mar to the end of Sun 14 Mar. Can’t be combined with other sale promotions.',
    uid: `promotion-${made.promotion.id}@novalex`,
  })
  expect(events.get('Ümlaut; “Ink”, no end\\n (starts)')).toMatchObject({
    start: '2027-03-27T23:00:00.000Z',
    end: '2027-03-27T23:00:00.000Z',
  })
  expect(events.get('Submit to Market: Pads, 20 %')).toMatchObject({ start: '2027-03-08T23:00:00.000Z' })
  await server.request('POST', `/api/promotions/${made.promotion.id}/submissions/market`, { release: number })
  const after = await readEvents()
  expect(after.has('Submit to Market: Pads, 20 %')).toBe(false)
  expect(after.get('Locked at Market: Pads, 20 %')).toMatchObject({ start: '2027-03-09T18:00:00.000Z' })
})

test('a guessed token and a revoked address lead nowhere', async () => {
  expect((await fetch(address.replace(/token=.*/, 'token=guessed'))).status).toBe(404)
  const { body: keys } = await server.request('GET', '/api/keys')
  const key = keys.find(({ scopes }: { scopes: string[] }) => scopes.includes('calendar'))
  expect(key).toMatchObject({ name: 'Calendar', feed: null })
  expect((await server.request('DELETE', `/api/keys/${key.id}`)).status).toBe(204)
  expect((await fetch(address)).status).toBe(404)
})
