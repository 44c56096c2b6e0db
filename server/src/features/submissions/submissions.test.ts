import type { Partner, PartnerStatusAnswer, SubmissionRecord } from '@novalex/contract'
import type { ChannelRules } from '@novalex/core'
import Papa from 'papaparse'
import { afterEach, beforeEach, expect, inject, test } from 'vitest'
import { loadSecret } from '../../data/secrets/index.ts'
import { writeSignature } from '../../platform/net/signature.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeEach(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterEach(() => server.close())

const HOUR_MS = 3_600_000
const RULES: ChannelRules = { leastPriceGap: 200 }
const market = (changes: Partial<Partner> = {}, rules = RULES): Partner => ({
  id: 'market',
  name: 'Market',
  kind: 'partner',
  leadHours: 24,
  lockHours: 5,
  rules: [{ from: '2027-01-01', values: rules, source: 'Guide', checkedOn: '2027-03-01' }],
  isSimulated: true,
  ...changes,
})

async function savePartners(...partners: Partner[]): Promise<void> {
  const { version } = (await server.request('GET', '/api/store')).body
  expect((await server.request('PUT', '/api/store/partners', { partners, version })).status).toBe(204)
}
async function release(): Promise<number> {
  const { planRevision } = (await server.request('GET', '/api/store')).body
  const { status, body } = await server.request('POST', '/api/releases', { note: '', planRevision })
  expect([status, body.error]).toEqual([201, undefined])
  return body.number
}
/** From Wednesday 10 March on, in Berlin. */
async function create(changes: Parameters<typeof createDraft>[0] = {}): Promise<string> {
  const draft = createDraft({ partners: [{ channel: 'market' }], ...changes })
  const { body } = await server.request('POST', '/api/promotions', draft)
  expect(body.error).toBeUndefined()
  return body.promotion.id
}
async function edit(id: string, changes: Parameters<typeof createDraft>[0]): Promise<void> {
  const { body } = await server.request('GET', `/api/promotions/${id}`)
  const { id: _id, rank: _rank, ...rule } = body.promotion
  const { campaign, occasion, archived, note, version } = body
  const update = { ...rule, campaign, occasion, archived, note, version, ...changes }
  expect((await server.request('PUT', `/api/promotions/${id}`, update)).status).toBe(200)
}
const submit = (id: string, number: number, channel = 'market') =>
  server.request('POST', `/api/promotions/${id}/submissions/${channel}`, { release: number })
const withdraw = (id: string) => server.request('DELETE', `/api/promotions/${id}/submissions/market`)
async function statusOf(id: string): Promise<PartnerStatusAnswer['channels'][number]> {
  const { status, body } = await server.request('GET', `/api/promotions/${id}/submissions`)
  expect(status).toBe(200)
  return body.channels[0]
}
const latestOf = async (id: string): Promise<SubmissionRecord> => (await statusOf(id)).latest!
const reasonOf = ({ body }: { body: { error?: { code: string; facts?: { reason?: string } } } }) =>
  body.error?.facts?.reason ?? body.error?.code
const setDesk = async (changes: object = {}, channel = 'market') => {
  const settings = { mode: 'answers', factor: 1, reviewHours: 24, gap: 200, advanceHours: 0, ...changes }
  expect((await server.request('PUT', `/api/simulated-partners/${channel}`, settings)).status).toBe(200)
}
/** The partner's clock goes on by so many hours, and what it decided is told. */
async function pass(hours: number): Promise<void> {
  await setDesk({ advanceHours: hours })
  await server.standIn.workAll()
}

test('saved, released, submitted, accepted and visible are five things, each with its time', async () => {
  await savePartners(market())
  const id = await create()
  expect(await statusOf(id)).toMatchObject({ latest: null, obstacle: 'not-released' })
  expect(reasonOf(await submit(id, 1))).toBe('stale-plan')
  const number = await release()
  const before = (await server.request('GET', `/api/promotions/${id}/submissions`)).body
  expect(before).toMatchObject({ savedBy: 'Tester', released: { number }, live: number })
  expect(before.channels[0]).toMatchObject({
    obstacle: null,
    submitBy: '2027-03-08T23:00:00.000Z',
    locksAt: '2027-03-09T18:00:00.000Z',
  })
  expect(await submit(id, number)).toMatchObject({ status: 201, body: { state: 'sending', release: number } })
  expect(reasonOf(await submit(id, number))).toBe('already-submitted')
  await server.sending.sendDue()
  expect(await latestOf(id)).toMatchObject({ state: 'submitted', sentAt: '2027-03-08T09:00:00.000Z', attempts: 1 })
  await pass(23)
  expect(await latestOf(id)).toMatchObject({ state: 'submitted', decision: null })
  await pass(1)
  expect(await latestOf(id)).toMatchObject({
    state: 'accepted',
    isVisible: false,
    startsAt: '2027-03-09T23:00:00.000Z',
  })
  server.clock.at = Date.parse('2027-03-10T08:00:00Z')
  expect(await latestOf(id)).toMatchObject({ state: 'locked', isVisible: true })
  server.clock.at = Date.parse('2027-03-15T08:00:00Z')
  expect(await latestOf(id)).toMatchObject({ state: 'ended', isVisible: false })
})

test('what breaks a rule, is late or is no longer meant for the partner is not submitted', async () => {
  await savePartners(market({}, { minReduction: 2500 }))
  const id = await create()
  const number = await release()
  expect(reasonOf(await submit(id, number))).toBe('does-not-fit')
  await savePartners(market())
  server.clock.at = Date.parse('2027-03-08T23:00:01Z')
  expect(reasonOf(await submit(id, number))).toBe('submission-late')
  expect((await statusOf(id)).obstacle).toBe('submission-late')
  server.clock.at = Date.parse('2027-03-08T23:00:00Z')
  expect((await submit(id, number)).status).toBe(201)
  const elsewhere = await create({ name: 'Elsewhere', partners: [] })
  const draft = await create({ name: 'Draft', state: 'draft' })
  const second = await release()
  expect(reasonOf(await submit(elsewhere, second))).toBe('not-released')
  expect(['not-released', 'not-ready']).toContain(reasonOf(await submit(draft, second)))
  expect((await submit(id, second, 'nowhere')).status).toBe(404)
  expect((await submit('none', second)).status).toBe(404)
  expect(reasonOf(await submit(id, number))).toBe('stale-plan')
})

test('five hours before the start nothing can be changed or withdrawn, and the page says what differs', async () => {
  await savePartners(market())
  const id = await create()
  const number = await release()
  await submit(id, number)
  await server.sending.sendDue()
  await edit(id, { mechanic: { kind: 'markdown', reach: { categories: ['paper'] }, value: { percent: 3000 } } })
  expect(await statusOf(id)).toMatchObject({
    differs: ['prices'],
    unreleased: ['prices'],
    obstacle: 'already-submitted',
  })
  const next = await release()
  expect(await statusOf(id)).toMatchObject({ differs: ['prices'], unreleased: [], obstacle: null })
  server.clock.at = Date.parse('2027-03-09T18:00:00Z')
  expect(await statusOf(id)).toMatchObject({ obstacle: 'channel-locked', latest: { state: 'locked', isLocked: true } })
  expect(reasonOf(await submit(id, next))).toBe('channel-locked')
  expect((await withdraw(id)).body.error).toMatchObject({
    code: 'channel-locked',
    facts: { at: '2027-03-09T18:00:00.000Z' },
  })
  server.clock.at = Date.parse('2027-03-09T17:59:59Z')
  expect((await submit(id, next)).status).toBe(201)
  await server.sending.sendDue()
  expect(await statusOf(id)).toMatchObject({ differs: [], latest: { release: next } })
  expect(await withdraw(id)).toMatchObject({ status: 200, body: { state: 'withdrawing' } })
  await server.sending.sendDue()
  await server.standIn.workAll()
  expect(await latestOf(id)).toMatchObject({ state: 'withdrawn' })
  expect((await withdraw(id)).status).toBe(404)
  const [desk] = (await server.request('GET', '/api/simulated-partners')).body
  expect(desk.received.map(({ state }: { state: string }) => state)).toEqual(['withdrawn', 'replaced', 'replaced'])
})

test('the partner refuses by rules that it doesn’t write down, with a cause at each row of the file', async () => {
  await savePartners(market({}, {}))
  const id = await create()
  await submit(id, await release())
  await server.sending.sendDue()
  await pass(24)
  const refused = await latestOf(id)
  expect(refused).toMatchObject({ state: 'refused', causeCount: 2 })
  expect(refused.causes).toEqual([
    { code: 'no-least-price', sku: 'PAD-1', text: '' },
    { code: 'no-least-price', sku: 'PAD-2', text: '' },
  ])
  const { body } = await server.request('GET', `/api/submissions/${refused.id}/file`)
  const rows = Papa.parse<Record<string, string>>(String(body).replace('\ufeff', ''), {
    header: true,
    skipEmptyLines: true,
  }).data
  expect(rows.map(({ sku, price, decision, cause }) => [sku, price, decision, cause])).toEqual([
    ['PAD-1', '8.00', 'refused', 'no least price'],
    ['PAD-2', '20.00', 'refused', 'no least price'],
  ])
  // The partner takes the same file as a submission, and keeps it apart by its key.
  const secret = await loadSecret(server.database, 'stand-in')
  const upload = (text: string, key: string) => {
    const headers = {
      'content-type': 'text/csv',
      'idempotency-key': key,
      'novalex-signature': writeSignature(secret, Date.now(), text),
    }
    return server.request('POST', '/simulated-partner/market/submissions', text, headers)
  }
  expect(await upload(String(body), 'by-file')).toMatchObject({ status: 202, body: { state: 'under-review' } })
  expect(await upload('promotion,type\n', 'empty')).toMatchObject({ status: 422 })
  expect(await upload(String(body).replace('8.00', 'cheap').replace('10.00', ''), 'odd')).toMatchObject({ status: 422 })
  const [filed, sent] = await server.database('stand_in_submissions').orderBy('number', 'desc')
  expect(JSON.parse(filed.content)).toEqual(JSON.parse(sent.content))
  // With the gap in the rules, the least price is reported, and the same release is accepted.
  await savePartners(market())
  await submit(id, refused.release)
  await server.sending.sendDue()
  await pass(24)
  expect(await latestOf(id)).toMatchObject({ state: 'accepted' })
})

test('two that overlap are on hold a day after they were accepted, until one of them moves', async () => {
  await savePartners(market())
  const first = await create({ schedule: { start: '2027-04-10T00:00', end: '2027-04-15T00:00' } })
  const second = await create({ name: 'Second', schedule: { start: '2027-04-12T00:00', end: '2027-04-20T00:00' } })
  const number = await release()
  await submit(first, number)
  await submit(second, number)
  await server.sending.sendDue()
  await pass(24)
  expect([(await latestOf(first)).state, (await latestOf(second)).state]).toEqual(['accepted', 'accepted'])
  await pass(23)
  expect((await latestOf(second)).state).toBe('accepted')
  await pass(1)
  const held = await latestOf(second)
  expect(held).toMatchObject({ state: 'on-hold', isVisible: false, causes: [{ code: 'overlap', text: 'Pads, 20 %' }] })
  expect((await latestOf(first)).state).toBe('on-hold')
  await edit(second, { schedule: { start: '2027-04-15T00:00', end: '2027-04-20T00:00' } })
  await submit(second, await release())
  await server.sending.sendDue()
  await pass(24)
  expect([(await latestOf(first)).state, (await latestOf(second)).state]).toEqual(['accepted', 'accepted'])
})

test('a partner that is down, slow or answers twice gets and tells everything once', async () => {
  await savePartners(market())
  const id = await create()
  const number = await release()
  await setDesk({ mode: 'down' })
  await submit(id, number)
  await server.sending.sendDue()
  expect(await latestOf(id)).toMatchObject({ state: 'sending', note: 'answered 503', attempts: 1, sentAt: null })
  await server.sending.sendDue()
  expect(await latestOf(id)).toMatchObject({ attempts: 1 })
  const attemptNow = () =>
    server
      .database('submissions')
      .whereNotNull('due_at')
      .update({ due_at: new Date(0) })
  await setDesk({ mode: 'slow' })
  await attemptNow()
  const impatient = await createTestServer(inject('databaseUrl'), { besides: server.databaseUrl, partnerAnswerMs: 200 })
  await impatient.sending.sendDue()
  expect(await latestOf(id)).toMatchObject({ state: 'sending', note: 'no answer within 0.2 seconds', attempts: 2 })
  await setDesk({ mode: 'twice' })
  await attemptNow()
  await Promise.all([server.sending.sendDue(), impatient.sending.sendDue()])
  await server.sending.sendDue()
  expect(await server.database('stand_in_submissions')).toHaveLength(1)
  await setDesk({ mode: 'twice', advanceHours: 24 })
  await server.standIn.workAll()
  await server.sending.poll()
  expect(await latestOf(id)).toMatchObject({ state: 'accepted', attempts: 3 })
  const decided = await server.database('activity').where({ action: 'decide-submission' })
  expect(decided).toHaveLength(1)
  await impatient.close()
})

test('answers are fetched where messages don’t arrive, and an attempt that was cut off is made again under its key', async () => {
  await savePartners(market())
  const id = await create()
  await submit(id, await release())
  await server.sending.sendDue()
  // As if the process had died after the partner took it, before that was noted.
  await server.database('submissions').update({ sent_at: null, due_at: new Date(0) })
  await server.sending.sendDue()
  expect(await server.database('stand_in_submissions')).toHaveLength(1)
  await setDesk({ advanceHours: 24 })
  await server.sending.poll()
  expect(await latestOf(id)).toMatchObject({ state: 'accepted' })
})

test('what isn’t signed, is old, or is about something unknown changes nothing', async () => {
  await savePartners(market())
  const id = await create()
  await submit(id, await release())
  await server.sending.sendDue()
  const { id: submission } = await latestOf(id)
  const secret = await loadSecret(server.database, 'stand-in')
  const send = (answers: object[], signed = true, channel = 'market') => {
    const body = JSON.stringify(answers)
    const headers = {
      'content-type': 'application/json',
      ...(signed ? { 'novalex-signature': writeSignature(secret, Date.now(), body) } : {}),
    }
    return server.request('POST', `/api/partner-answers/${channel}`, body, headers)
  }
  const answer = (number: number, decision: string, of = submission) => ({
    number,
    submission: of,
    decision,
    causes: [],
  })
  expect((await send([answer(1, 'accepted')], false)).status).toBe(404)
  expect((await send([answer(1, 'accepted')], true, 'other')).status).toBe(204)
  expect((await send([answer(3, 'accepted', 'unknown')])).status).toBe(204)
  expect((await latestOf(id)).decision).toBeNull()
  expect((await send([answer(5, 'accepted'), answer(4, 'refused')])).status).toBe(204)
  expect((await send([answer(5, 'on-hold'), answer(2, 'refused')])).status).toBe(204)
  expect((await latestOf(id)).decision).toBe('accepted')
  expect((await send([answer(6, 'perhaps')])).status).toBe(422)
  const unsigned = await fetch(`${server.url}/simulated-partner/market/answers?after=0`)
  expect(unsigned.status).toBe(401)
})

test('without a connection, someone enters what was submitted and answered', async () => {
  const { isSimulated: _simulated, ...byHand } = market()
  await savePartners(byHand)
  const id = await create()
  const made = (await submit(id, await release())).body
  expect(made).toMatchObject({ state: 'submitted', sentAt: '2027-03-08T09:00:00.000Z' })
  await server.sending.sendDue()
  const decide = (decision: string, cause = '') =>
    server.request('PUT', `/api/submissions/${made.id}/decision`, { decision, cause })
  expect((await decide('refused', 'Wrong photo')).body).toMatchObject({
    state: 'refused',
    causes: [{ code: 'other', sku: null, text: 'Wrong photo' }],
  })
  expect((await decide('accepted')).body).toMatchObject({ state: 'accepted', causes: [] })
  expect((await withdraw(id)).body).toMatchObject({ state: 'withdrawn' })
  expect((await decide('refused')).body.error.code).toBe('submission-settled')
  expect(
    (await server.request('PUT', '/api/submissions/none/decision', { decision: 'accepted', cause: '' })).status,
  ).toBe(404)
})

test('a missing answer is pointed out after one, two and five days until it comes or is dismissed', async () => {
  await savePartners(market())
  const id = await create({ schedule: { start: '2027-04-10T00:00', end: '2027-04-15T00:00' } })
  await submit(id, await release())
  await server.sending.sendDue()
  const start = server.clock.at
  const reminders = []
  for (const hours of [0, 23, 24, 47, 48, 119, 120, 500]) {
    server.clock.at = start + hours * HOUR_MS
    reminders.push((await latestOf(id)).reminder)
  }
  expect(reminders).toEqual([null, null, 1, 1, 2, 2, 5, 5])
  const { id: submission } = await latestOf(id)
  expect((await server.request('DELETE', `/api/submissions/${submission}/reminder`)).status).toBe(204)
  expect(await latestOf(id)).toMatchObject({ reminder: null, isDismissed: true })
  await pass(24)
  expect(await latestOf(id)).toMatchObject({ state: 'accepted', isDismissed: false })
})

test('an event is submitted before its dates are known, and shows from when they are', async () => {
  await savePartners(market())
  const event = { name: 'Market days', dates: null, partner: { channel: 'market', key: 'MD27' } }
  const { body: occasion } = await server.request('POST', '/api/occasions', event)
  const id = await create({ occasion: occasion.id, schedule: { open: true } })
  const number = await release()
  expect((await submit(id, number)).status).toBe(201)
  await server.sending.sendDue()
  await pass(24)
  expect(await latestOf(id)).toMatchObject({
    state: 'accepted',
    event: 'MD27',
    startsAt: null,
    locksAt: null,
    isVisible: false,
  })
  const setDates = async (start: string, end: string, version: number) =>
    server.request('PUT', `/api/occasions/${occasion.id}`, { ...event, dates: { start, end }, version })
  await setDates('2027-05-01T00:00', '2027-05-08T00:00', 1)
  expect(await statusOf(id)).toMatchObject({
    differs: [],
    latest: { startsAt: '2027-04-30T22:00:00.000Z', locksAt: '2027-04-30T17:00:00.000Z', state: 'accepted' },
  })
  await setDates('2027-05-08T00:00', '2027-05-15T00:00', 2)
  expect(await latestOf(id)).toMatchObject({ startsAt: '2027-05-07T22:00:00.000Z', endsAt: '2027-05-14T22:00:00.000Z' })
  server.clock.at = Date.parse('2027-05-07T18:00:00Z')
  expect(await latestOf(id)).toMatchObject({ state: 'locked' })
})

test('what is to be submitted is listed until the partner holds it', async () => {
  await savePartners(market())
  const id = await create()
  const number = await release()
  const list = async () => (await server.request('GET', '/api/submissions')).body
  expect(await list()).toMatchObject({
    submissions: [],
    due: [{ promotion: id, channel: 'market', submitBy: '2027-03-08T23:00:00.000Z' }],
    names: { [id]: 'Pads, 20 %' },
  })
  await submit(id, number)
  expect(await list()).toMatchObject({ submissions: [{ promotion: id, state: 'sending' }], due: [] })
})
