import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const create = async (changes = {}) => (await server.request('POST', '/api/promotions', createDraft(changes))).body

describe('a promotion', () => {
  test('is kept, changed, deleted and brought back', async () => {
    const created = await server.request('POST', '/api/promotions', createDraft(), { 'x-actor': 'somebody else' })
    expect(created).toMatchObject({
      status: 201,
      body: { version: 1, updatedBy: 'Tester', promotion: { name: 'Pads, 20 %' } },
    })
    const { promotion } = created.body
    const path = `/api/promotions/${promotion.id}`

    const update = { ...createDraft({ name: 'Pads, 25 %' }), version: 1 }
    expect(await server.request('PUT', path, update)).toMatchObject({ status: 200, body: { version: 2 } })
    expect((await server.request('GET', path)).body.promotion).toEqual({ ...promotion, name: 'Pads, 25 %' })

    expect(await server.request('DELETE', `${path}?version=1`)).toMatchObject({ status: 409 })
    expect(await server.request('DELETE', `${path}?version=2`)).toMatchObject({ status: 204 })
    expect(await server.request('GET', path)).toMatchObject({ status: 404, body: { error: { code: 'not-found' } } })
    expect((await server.request('GET', path)).body.error.facts.version).toBe(3)
    expect((await server.request('POST', `${path}/restore?version=2`)).status).toBe(409)
    expect(await server.request('POST', `${path}/restore?version=3`)).toMatchObject({
      status: 200,
      body: { version: 4 },
    })
    expect(await server.request('POST', `${path}/restore?version=3`)).toMatchObject({
      status: 409,
      body: { error: { facts: { present: { version: 4 } } } },
    })
    expect((await server.request('GET', '/api/promotions')).body).toHaveLength(1)

    const { body: activity } = await server.request('GET', '/api/activity')
    expect(activity.entries.map(({ action }: { action: string }) => action)).toEqual([
      'restore-promotion',
      'delete-promotion',
      'change-promotion',
      'create-promotion',
    ])
    expect(activity.entries[2]).toMatchObject({
      by: 'Tester',
      at: '2027-03-08T09:00:00.000Z',
      detail: { name: 'Pads, 25 %' },
    })
  })

  test('that someone else changed meanwhile is not overwritten; the answer shows what is there', async () => {
    const { promotion } = await create()
    const path = `/api/promotions/${promotion.id}`
    const both = await Promise.all(
      ['One', 'Two'].map((name) => server.request('PUT', path, { ...createDraft({ name }), version: 1 })),
    )
    const [kept, refused] = both.toSorted((a, b) => a.status - b.status)
    expect([kept!.status, refused!.status]).toEqual([200, 409])
    expect(refused!.body.error).toMatchObject({ code: 'stale-version', facts: { present: { version: 2 } } })
    expect((await server.request('GET', path)).body.promotion.name).toBe(kept!.body.promotion.name)
  })

  test('counts the plan’s revision with each change, and only then', async () => {
    const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
    const before = await revision()
    await create()
    await server.request('POST', '/api/promotions', createDraft({ name: '' }))
    expect(await revision()).toBe(before + 1)
  })
})

describe('bad input is refused at its field, and nothing is kept', () => {
  const markdown = (changes: object) => ({ mechanic: { kind: 'markdown' as const, reach: {}, ...changes } })
  test.each<[string, object, [string, string]]>([
    [
      'ends before it starts',
      { schedule: { start: '2027-03-10T00:00', end: '2027-03-09T00:00' } },
      ['ends-before-start', 'schedule.end'],
    ],
    ['120 %', markdown({ value: { percent: 12_000 } }), ['percent-range', 'mechanic.value.percent']],
    [
      'a price above the regular one',
      markdown({ value: { price: 9000 } }),
      ['price-not-lower', 'mechanic.value.price'],
    ],
    [
      'a category that is gone',
      markdown({ reach: { categories: ['gone'] }, value: { percent: 100 } }),
      ['unknown-category', 'mechanic.reach.categories.0'],
    ],
    ['a campaign that is gone', { campaign: 'gone' }, ['unknown-campaign', 'campaign']],
    ['10,000 characters', { name: 'x'.repeat(10_000) }, ['too-long', 'name']],
    ['only blanks', { name: '   ' }, ['malformed', 'name']],
    ['a blank title for shoppers', { display: { title: '  ' } }, ['malformed', 'display.title']],
    ['two lines as a label', { display: { label: 'a\nb' } }, ['malformed', 'display.label']],
    ['a blank description', { display: { description: ' \n ' } }, ['malformed', 'display.description']],
    ['an unknown key', { colour: 'red' }, ['unknown-key', 'colour']],
    ['a float', markdown({ value: { percent: 12.5 } }), ['wrong-type', 'mechanic.value.percent']],
    ['another mechanic', { mechanic: { kind: 'nothing' } }, ['not-in-list', 'mechanic.kind']],
    [
      'a cart condition on a shelf price',
      { when: { test: 'quantity', reach: {}, op: '>=', count: 2 } },
      ['not-allowed', 'when.test'],
    ],
    ['a date in words', { schedule: { start: 'Monday' } }, ['malformed', 'schedule.start']],
  ])('%s', async (_label, changes, [code, path]) => {
    const before = (await server.request('GET', '/api/promotions')).body.length
    const answer = await server.request('POST', '/api/promotions', { ...createDraft(), ...changes })
    expect(answer).toMatchObject({ status: 422, body: { error: { code: 'invalid-input' } } })
    const problems = answer.body.error.problems.map((problem: { code: string; path: string }) => [
      problem.code,
      problem.path,
    ])
    expect(problems).toContainEqual([code, path])
    expect((await server.request('GET', '/api/promotions')).body).toHaveLength(before)
  })

  test('markup in a name is text like any other', async () => {
    const name = '<script>alert(1)</script>'
    expect((await create({ name })).promotion.name).toBe(name)
  })

  test('a price that lowers nothing may stay a draft', async () => {
    const answer = await server.request(
      'POST',
      '/api/promotions',
      createDraft({ state: 'draft', ...markdown({ value: { price: 9000 } }) }),
    )
    expect(answer.status).toBe(201)
  })
})

test('campaigns', async () => {
  const { body: campaign } = await server.request('POST', '/api/campaigns', {
    name: 'Spring',
    goal: 'Room for new stock',
  })
  expect((await server.request('GET', '/api/campaigns')).body).toEqual([campaign])
  expect((await create({ campaign: campaign.id })).campaign).toBe(campaign.id)
})

test('a plan to price carts elsewhere has the products that its promotions add, and no others', async () => {
  const buy = { reach: { categories: ['pads'] }, quantity: 2 }
  const get = { reach: { skus: ['INK-1'] }, quantity: 1, value: { percent: 10_000 } }
  const mechanic = { kind: 'buy-get', buy, get, gift: true, repeat: 'once' }
  const answer = await server.request('POST', '/api/promotions', {
    ...createDraft({ name: 'Ink with pads' }),
    mechanic,
  })
  expect(answer.status).toBe(201)
  const { body } = await server.request('GET', '/api/plan?plan=working')
  expect(body.gifts.map(({ sku }: { sku: string }) => sku)).toEqual(['INK-1'])
})
