import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { findLatestCheck } from '../../data/findings/index.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

interface Told {
  readonly id: string
  readonly kind: string
  readonly severity: string
  readonly facts: Record<string, unknown>
  readonly proof: {
    readonly revision: number
    readonly carts: { readonly order: { readonly now: string }; readonly total: number }[]
  }
  readonly setAside: { readonly why: string; readonly by: string } | null
}

/** Findings, once they are current. */
async function find(query = '', asked: TestServer = server, { cookie } = server): Promise<Told[]> {
  let answer: { state: string; findings: Told[] } | null = null
  await expect
    .poll(
      async () => {
        answer = (await asked.request('GET', `/api/findings${query}`, undefined, { cookie })).body
        return answer!.state
      },
      { timeout: 20_000 },
    )
    .toBe('current')
  return answer!.findings
}

const findStack = async (query = '') => (await find(query)).find(({ kind }) => kind === 'deepest-stack')
const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
const release = async () => server.request('POST', '/api/releases', { note: '', planRevision: await revision() })

const dates = { schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } }
const sale = (percent: number) =>
  createDraft({ ...dates, name: 'Sale', mechanic: { kind: 'markdown', reach: {}, value: { percent } } })
const coupon = createDraft({
  ...dates,
  name: 'Coupon',
  code: { text: 'EXTRA-2027' },
  mechanic: { kind: 'item-discount', reach: {}, value: { percent: 3000 } },
  stacking: { group: 'extra', mode: 'group' },
})

test('two that pile up below cost: found with a proof, the release held back, set aside, made, and open again when edited', async () => {
  await server.database('products').where({ sku: 'PAD-1' }).update({ unit_cost: 600 })
  await server.database('store').increment('catalogue_revision', 1)
  const store = (await server.request('GET', '/api/store')).body
  const rules = { floor: { enforce: false, minMargin: 0 }, priorDays: 30, longestSaleDays: 90, version: store.version }
  expect((await server.request('PUT', '/api/store/price-rules', rules)).status).toBe(204)
  const { promotion } = (await server.request('POST', '/api/promotions', sale(3000))).body
  await server.request('POST', '/api/promotions', coupon)

  const found = await findStack()
  // 1000 less 30 % and less 30 % is 490, 408 without tax, for what costs 600.
  expect(found).toMatchObject({
    severity: 'blocker',
    facts: { total: 490, regular: 1000, isLoss: true },
    setAside: null,
  })
  const [cart] = found!.proof.carts
  const { now, ...order } = cart!.order
  const quote = await server.request('POST', '/api/quote', { plan: 'working', at: now, ...order })
  expect(quote.body.totals.grand).toBe(cart!.total)

  const held = await release()
  expect(held).toMatchObject({ status: 409, body: { error: { code: 'blocking-findings' } } })
  expect(held.body.error.facts.findings).toContain(found!.id)
  for (const why of ['', '   ']) {
    expect((await server.request('POST', `/api/findings/${found!.id}/set-aside`, { why })).status).toBe(422)
  }
  expect((await server.request('POST', '/api/findings/none/set-aside', { why: 'x' })).status).toBe(404)
  for (const { id } of (await find()).filter(({ severity }) => severity === 'blocker')) {
    expect((await server.request('POST', `/api/findings/${id}/set-aside`, { why: 'To clear the shelf' })).status).toBe(
      204,
    )
  }
  expect((await findStack())!.setAside).toMatchObject({ why: 'To clear the shelf' })
  expect((await release()).status).toBe(201)
  const { entries } = (await server.request('GET', '/api/activity?thing=release')).body
  expect(entries[0].detail.setAside).toContainEqual({ finding: found!.id, why: 'To clear the shelf', by: 'Tester' })
  expect(await find('?release=next')).toEqual([])

  const { version } = (await server.request('GET', `/api/promotions/${promotion.id}`)).body
  await server.request('PUT', `/api/promotions/${promotion.id}`, { ...sale(3500), version })
  expect((await findStack())!.setAside).toBeNull()
  expect((await findStack('?release=next'))!.id).toBe(found!.id)
  expect((await release()).body.error.code).toBe('blocking-findings')
  await server.request('PUT', `/api/promotions/${promotion.id}`, { ...sale(2000), version: version + 1 })
  expect((await release()).status).toBe(201)
})

test('another process tells the same, and what is about a product goes with it', async () => {
  const other = await createTestServer(inject('databaseUrl'), { besides: server.databaseUrl })
  try {
    const own = await find()
    expect((await find('', other)).map(({ id }) => id)).toEqual(own.map(({ id }) => id))
    const open = await findStack()
    expect(open).toBeDefined()
    await server.removeGoods('/api/products/PAD-1')
    const left = await find('', other)
    expect(left.filter(({ facts }) => facts['sku'] === 'PAD-1')).toEqual([])
  } finally {
    await other.close()
  }
})

test('what was set aside is taken up again; thresholds decide what is found', async () => {
  const { version } = (await server.request('GET', '/api/store')).body
  const alarm = { margin: 0, reduction: 4000, smallest: 500, noEndDays: 30, openDays: 14 }
  expect((await server.request('PUT', '/api/store/finding-thresholds', { alarm, version })).status).toBe(204)
  const deep = await findStack()
  expect(deep).toMatchObject({ severity: 'warning', facts: { reduction: 4400 } })
  await server.request('POST', `/api/findings/${deep!.id}/set-aside`, { why: 'A goodbye' })
  expect((await findStack())!.setAside).toMatchObject({ why: 'A goodbye' })
  expect((await server.request('DELETE', `/api/findings/${deep!.id}/set-aside`)).status).toBe(204)
  expect((await findStack())!.setAside).toBeNull()
  expect((await server.request('DELETE', `/api/findings/${deep!.id}/set-aside`)).status).toBe(404)
  const stale = await server.request('PUT', '/api/store/finding-thresholds', { alarm, version })
  expect(stale.body.error.code).toBe('stale-version')
  await server.request('PUT', '/api/store/finding-thresholds', {
    alarm: { ...alarm, reduction: 5000 },
    version: version + 1,
  })
  expect(await findStack()).toBeUndefined()
})

test('an older release that would bring back what is grave is held back too, and set aside as well', async () => {
  await server.database('products').where({ sku: 'PAD-2' }).update({ unit_cost: 1800 })
  await server.database('store').increment('catalogue_revision', 1)
  const listed = (await server.request('GET', '/api/releases')).body as { number: number }[]
  const { promotion } = (await server.request('POST', '/api/promotions', { ...sale(6000), name: 'Too deep' })).body
  const grave = (await find('?release=next')).filter(({ severity }) => severity === 'blocker')
  expect(grave.length).toBeGreaterThan(0)
  for (const { id } of grave) await server.request('POST', `/api/findings/${id}/set-aside`, { why: 'Meant' })
  expect((await release()).status).toBe(201)
  const deep = listed[0]!.number + 1
  const path = `/api/promotions/${promotion.id}`
  expect((await server.request('DELETE', `${path}?version=${promotion.version ?? 1}`)).status).toBe(204)
  for (const { id } of await find()) await server.request('POST', `/api/findings/${id}/set-aside`, { why: 'Meant' })
  expect((await release()).status).toBe(201)
  await server.database('set_asides').delete()

  const again = async () =>
    server.request('POST', '/api/releases', { note: '', planRevision: await revision(), again: deep })
  expect((await again()).body.error.code).toBe('blocking-findings')
  const back = (await find(`?release=${deep}`)).filter(({ severity }) => severity === 'blocker')
  expect(back.map(({ id }) => id)).toEqual(grave.map(({ id }) => id))
  for (const { id } of back)
    expect((await server.request('POST', `/api/findings/${id}/set-aside`, { why: 'Again' })).status).toBe(204)
  expect((await again()).status).toBe(201)
  expect((await server.request('GET', '/api/findings?release=999')).status).toBe(404)
  expect((await server.request('GET', '/api/findings?release=last')).status).toBe(422)
})

test('what was found in a release that nobody looks at is let go of, and each check makes the number of checks another one', async () => {
  const plans = async () => (await server.database('findings').orderBy('plan')).map(({ plan }) => plan as string)
  const live = String((await server.request('GET', '/api/releases')).body[0].number)
  await find()
  await find('?release=1')
  await find('?release=2')
  server.clock.at += 2 * 3_600_000
  const before = await findLatestCheck(server.database)
  await find('?release=next')
  expect(await plans()).toEqual([live, 'working'])
  expect(await findLatestCheck(server.database)).toBeGreaterThan(before)
})

test('a code that is voided makes findings anew', async () => {
  const draft = { ...coupon, name: 'By letter', code: { batch: true } }
  const { promotion } = (await server.request('POST', '/api/promotions', draft)).body
  const made = { promotion: promotion.id, name: 'Ten', count: 10, pattern: { prefix: 'TEN', length: 8 } }
  const { id } = (await server.request('POST', '/api/code-batches', made)).body
  const batch = async () => (await server.request('GET', `/api/code-batches/${id}`)).body.state
  await expect.poll(batch, { timeout: 10_000 }).toBe('ready')
  await find()
  const [, row] = String((await server.request('GET', `/api/code-batches/${id}/codes.csv`)).body).split('\r\n')
  const code = row!.split(',')[0]!
  expect((await server.request('POST', `/api/codes/${code}/void`)).status).toBe(200)
  expect((await server.request('GET', '/api/findings')).body.state).toBe('checking')
  await find()
})

test('tells when the plan was read, although what nobody edited is judged a few minutes earlier', async () => {
  await find()
  server.clock.at += 4 * 60_000
  const { promotion } = (await server.request('POST', '/api/promotions', { ...coupon, name: 'Later', code: null })).body
  await find()
  const { checkedAt } = (await server.request('GET', '/api/findings')).body
  expect(Date.parse(checkedAt)).toBe(server.clock.at)
  await server.request('DELETE', `/api/promotions/${promotion.id}?version=1`)
})

test('what only another channel sells below its floor is found there', async () => {
  const channels = [
    { id: 'web', name: 'Online store', kind: 'own' },
    { id: 'app', name: 'App', kind: 'own' },
  ]
  const own = await createTestServer(inject('databaseUrl'))
  await own.database('products').where({ sku: 'INK-1' }).update({ unit_cost: 500 })
  await own.database('store').increment('catalogue_revision', 1)
  const { version } = (await own.request('GET', '/api/store')).body as { version: number }
  expect((await own.request('PUT', '/api/store/channels', { channels, version })).status).toBe(204)
  const floor = { enforce: false, minMargin: 0 }
  const rules = { floor, priorDays: 30, longestSaleDays: 90, version: version + 1 }
  expect((await own.request('PUT', '/api/store/price-rules', rules)).status).toBe(204)
  const inApp = createDraft({
    ...dates,
    mechanic: { kind: 'markdown', reach: { skus: ['INK-1'] }, value: { percent: 5000 } },
    when: { test: 'channel', in: ['app'] },
  })
  await own.request('POST', '/api/promotions', inApp)
  const below = (await find('', own, own)).find(({ kind }) => kind === 'below-floor')
  const cart = { lines: [{ sku: 'INK-1', quantity: 1 }], channel: 'app' }
  expect(below?.proof.carts).toMatchObject([{ order: { cart }, total: 350 }])
  await own.close()
})
