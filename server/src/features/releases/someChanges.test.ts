import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const DURING = '2027-03-12T12:00:00Z'
const markdown = (percent: number) => ({ kind: 'markdown', reach: {}, value: { percent } })
const plan = async (name: string, changes: object = {}) =>
  (await server.request('POST', '/api/promotions', createDraft({ name, ...changes }))).body.promotion.id as string
const edit = async (id: string, changes: object) => {
  const { body } = await server.request('GET', `/api/promotions/${id}`)
  const { promotion, campaign, occasion, archived, note, version } = body
  const { id: _id, rank: _rank, ...fields } = promotion
  const update = { ...fields, campaign, occasion, archived, note, ...changes, version }
  const { status } = await server.request('PUT', `/api/promotions/${id}`, update)
  expect(status).toBe(200)
}
const revision = async () => (await server.request('GET', '/api/store')).body.planRevision as number
const changed = async () =>
  (await server.request('GET', '/api/releases/changes')).body.changes.map(({ id }: { id: string }) => id) as string[]
const choose = (changes: string[]) => server.request('POST', '/api/releases/choices', { changes })
const release = async (changes: string[] | 'all', more: object = {}) =>
  server.request('POST', '/api/releases', { note: '', planRevision: await revision(), changes, ...more })
const livePlan = async (): Promise<{ id: string; name: string }[]> =>
  (await server.request('GET', '/api/plan?plan=live')).body.promotions

describe('a release of some changes', () => {
  test('holds the live plan with just these; the others stay changes, and none is released twice', async () => {
    const [one, other] = [await plan('One'), await plan('Other')]
    expect(await changed()).toEqual([`promotion:${one}`, `promotion:${other}`])
    const made = await release([`promotion:${other}`])
    expect(made).toMatchObject({ status: 201, body: { number: 1, promotions: 1, changes: [`promotion:${other}`] } })
    expect((await livePlan()).map(({ name }) => name)).toEqual(['Other'])
    expect(await changed()).toEqual([`promotion:${one}`])
    const since = async (id: string) => (await server.request('GET', `/api/promotions/${id}/live-since`)).body.release
    expect([await since(other), await since(one), await since('no"$.one')]).toEqual([1, null, null])
    expect((await release([`promotion:${other}`])).body.error).toMatchObject({
      code: 'not-found',
      facts: { kind: 'change' },
    })
    expect((await release('all')).body).toMatchObject({ number: 2, changes: null })
    expect([await since(other), await since(one)]).toEqual([1, 2])
    expect(await changed()).toEqual([])
    expect((await release('all')).body.error.code).toBe('nothing-to-release')
  })

  test('is reviewed as it would be, whatever else is half edited', async () => {
    const [good, bad] = [
      await plan('Good', { mechanic: markdown(3000) }),
      await plan('Bad', { mechanic: markdown(9900) }),
    ]
    const { body: choice } = await choose([`promotion:${good}`])
    const { body: review } = await server.request('GET', `/api/releases/review?release=${choice.plan}`)
    expect(review.products[0].shifts[0]).toMatchObject({ after: 700 })
    const { body: all } = await server.request('GET', '/api/releases/review')
    expect(all.products[0].shifts[0].after).toBeLessThan(700)
    const { body: product } = await server.request('GET', `/api/products/PAD-1?plan=${choice.plan}&at=${DURING}`)
    expect(product.shelf).toBe(700)
    expect((await server.request('GET', `/api/findings?release=${choice.plan}`)).status).toBe(200)
    await server.request('DELETE', `/api/promotions/${bad}?version=1`)
    await release('all')
  })

  test('needs the set that it names, and refuses to leave it out, saying which', async () => {
    const { body: set } = await server.request('POST', '/api/sets', { name: 'Pads', content: { skus: ['PAD-1'] } })
    const user = await plan('User', { mechanic: { ...markdown(1000), reach: { sets: [set.id] } } })
    const { body } = await server.request('GET', '/api/releases/changes')
    expect(body.changes).toMatchObject([{ id: `promotion:${user}`, needs: [`set:${set.id}`] }, { id: `set:${set.id}` }])
    for (const answer of [await choose([`promotion:${user}`]), await release([`promotion:${user}`])])
      expect(answer).toMatchObject({
        status: 409,
        body: { error: { code: 'changes-needed', facts: { changes: ['User'], lacks: ['Pads'] } } },
      })
    expect((await release([`promotion:${user}`, `set:${set.id}`])).status).toBe(201)
    // Without its user, the set can't go.
    await edit(user, { mechanic: markdown(1000) })
    expect((await server.request('DELETE', `/api/sets/${set.id}?version=1`)).status).toBe(204)
    expect((await release([`set:${set.id}`])).body.error).toMatchObject({ code: 'changes-needed' })
    expect((await release([`promotion:${user}`])).status).toBe(201)
    expect((await release([`set:${set.id}`])).status).toBe(201)
    expect(await changed()).toEqual([])
  })

  test('of an occasion moves what follows it, and nothing else of it', async () => {
    const dates = { start: '2027-03-10T00:00', end: '2027-03-20T00:00' }
    const { body: fair } = await server.request('POST', '/api/occasions', { name: 'Fair', dates, estimate: null })
    const follower = await plan('Follower', { occasion: fair.id, schedule: dates })
    expect((await release('all')).status).toBe(201)
    const later = { start: '2027-04-10T00:00', end: '2027-04-20T00:00' }
    const moved = { name: 'Fair', dates: later, estimate: null, version: 1 }
    expect((await server.request('PUT', `/api/occasions/${fair.id}`, moved)).status).toBe(200)
    expect(await changed()).toEqual([`occasion:${fair.id}`])
    await edit(follower, { name: 'Half edited', mechanic: markdown(4000) })
    expect(await changed()).toEqual([`promotion:${follower}`, `occasion:${fair.id}`])
    expect((await release([`occasion:${fair.id}`])).status).toBe(201)
    const live = (await livePlan()).find(({ id }) => id === follower)
    expect(live).toMatchObject({ name: 'Follower', schedule: later })
    expect(await changed()).toEqual([`promotion:${follower}`])
    expect((await release('all')).status).toBe(201)
  })

  test('goes live although others are edited meanwhile; not if what was reviewed is', async () => {
    const [one, other] = [await plan('First of two'), await plan('Second of two')]
    const planRevision = await revision()
    const { body: choice } = await choose([`promotion:${one}`])
    await edit(other, { name: 'Edited' })
    const request = { note: '', planRevision, changes: [`promotion:${one}`] }
    expect((await server.request('POST', '/api/releases', request)).body.error.code).toBe('stale-plan')
    const known = { ...request, stamp: choice.stamp }
    await edit(one, { name: 'Edited too' })
    expect((await server.request('POST', '/api/releases', known)).body.error.code).toBe('stale-plan')
    await edit(one, { name: 'First of two' })
    expect((await server.request('POST', '/api/releases', known)).status).toBe(201)
    expect(await changed()).toEqual([`promotion:${other}`])
    await release('all')
  })

  test('is reviewed as it is then released, to the last field, with edited and deleted ones', async () => {
    const [one, two, three] = [await plan('Edited'), await plan('Deleted'), await plan('Left out')]
    expect((await release('all')).status).toBe(201)
    await edit(one, { name: 'Edited once more', limits: { units: 9 } })
    await edit(three, { name: 'Left out still' })
    expect((await server.request('DELETE', `/api/promotions/${two}?version=1`)).status).toBe(204)
    const chosen = [`promotion:${one}`, `promotion:${two}`]
    const { body: choice } = await choose(chosen)
    const { body: reviewed } = await server.request('GET', `/api/plan?plan=${choice.plan}`)
    expect((await release(chosen)).status).toBe(201)
    expect(reviewed.promotions).toEqual(await livePlan())
    expect(await changed()).toEqual([`promotion:${three}`])
    await release('all')
  })

  test('is of changes alone: nothing else can be named', async () => {
    for (const changes of [['promotion:none'], ['stacking'], ['set:x']])
      expect((await choose(changes)).body.error).toMatchObject({ code: 'not-found', facts: { kind: 'change' } })
    for (const changes of [[], ['none'], ['promotion:'], ['stacking', 'stacking'], 'some', [7]])
      expect((await release(changes as string[])).status).toBe(422)
    const id = await plan('Any')
    expect((await release([`promotion:${id}`], { again: 1 })).status).toBe(422)
    expect((await server.request('GET', '/api/releases/review?release=choice-0123456789abcdef')).status).toBe(404)
    expect((await server.request('GET', '/api/findings?release=choice-0123456789abcdef')).status).toBe(404)
    await release('all')
  })
})

describe('a request for approval', () => {
  const request = async (changes: string[] | 'all') =>
    (await server.request('POST', '/api/releases/requests', { note: '', planRevision: await revision(), changes })).body
  const approve = (id: string) => server.request('POST', `/api/releases/requests/${id}/approve`)
  const listed = async () => (await server.request('GET', '/api/releases/requests')).body[0]

  test('stays valid while what it names is as it was, whatever else is edited', async () => {
    const [one, other] = [await plan('Asked for'), await plan('Not asked for')]
    const { id } = await request([`promotion:${one}`])
    await edit(other, { name: 'Edited' })
    expect(await listed()).toMatchObject({ id, changes: [`promotion:${one}`], edited: [] })
    expect(await approve(id)).toMatchObject({ status: 201, body: { changes: [`promotion:${one}`] } })
    expect(await changed()).toEqual([`promotion:${other}`])
  })
  test('is invalid once that is edited again, and says so', async () => {
    const one = await plan('Edited later')
    const { id } = await request('all')
    const later = await plan('Planned later')
    expect((await listed()).changes).not.toContain(`promotion:${later}`)
    await edit(one, { name: 'Edited' })
    expect((await listed()).edited).toEqual([`promotion:${one}`])
    expect((await approve(id)).body.error).toMatchObject({
      code: 'changes-edited',
      facts: { changes: [`promotion:${one}`] },
    })
    await edit(one, { name: 'Edited later' })
    expect((await approve(id)).status).toBe(201)
    expect(await changed()).toEqual([`promotion:${later}`])
    await release('all')
  })
})

const RIVALS = process.env.NOVALEX_RUNS === 'full' ? 64 : 8

describe('many who release and edit at once', () => {
  test('every release that is acknowledged is there once, without gaps, and nothing is lost', async () => {
    const ids = await Promise.all(Array.from({ length: RIVALS }, (_, index) => plan(`Rival ${index}`)))
    const before = (await server.request('GET', '/api/releases')).body[0].number as number
    const answers = await Promise.all(
      ids.map(async (id, index) => {
        const changes = [`promotion:${id}`, `promotion:${ids[(index + 1) % ids.length]}`]
        const { body } = await choose(changes)
        await edit(ids[(index + 5) % ids.length]!, { note: `Seen by ${index}` }).catch(() => null)
        return server.request('POST', '/api/releases', {
          note: String(index),
          planRevision: body.planRevision ?? 1,
          changes,
          stamp: body.stamp,
        })
      }),
    )
    const made = answers.filter(({ status }) => status === 201).map(({ body }) => body)
    expect(made.length).toBeGreaterThan(0)
    const numbers = made.map(({ number }) => number as number).sort((a, b) => a - b)
    expect(numbers).toEqual(numbers.map((_, index) => before + 1 + index))
    const taken = made.flatMap(({ changes }) => changes as string[])
    expect(new Set(taken).size).toBe(taken.length)
    const live = new Set((await livePlan()).map(({ id }) => id))
    for (const id of ids) expect(live.has(id)).toBe(taken.includes(`promotion:${id}`))
    const left = await changed()
    expect(new Set([...left, ...taken])).toEqual(new Set(ids.map((id) => `promotion:${id}`)))
    for (const { status, body } of answers)
      if (status !== 201)
        expect(['stale-plan', 'not-found', 'check-superseded', 'nothing-to-release']).toContain(body.error.code)
  })
})
