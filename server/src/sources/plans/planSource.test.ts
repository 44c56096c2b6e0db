import { afterEach, beforeEach, describe, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { createPlanSource, type PlanSource } from './planSource.ts'

let server: TestServer
let plans: PlanSource
beforeEach(async () => {
  server = await createTestServer(inject('databaseUrl'))
  plans = createPlanSource(server.database)
})
afterEach(() => server.close())

const namesOf = async (name: string) => (await plans.get(name)).plan.promotions.map(({ promotion }) => promotion.name)
async function release(note: string): Promise<void> {
  const { body } = await server.request('GET', '/api/releases/review')
  const { status } = await server.request('POST', '/api/releases', { note, planRevision: body.planRevision })
  expect(status).toBe(201)
}
const plan = (name: string) => server.request('POST', '/api/promotions', createDraft({ name }))

describe('a compiled plan', () => {
  test('is made once for all who ask at the same time, and kept until something changes', async () => {
    const [one, two] = await Promise.all([plans.get('working'), plans.get('working')])
    expect(two).toBe(one)
    expect(await plans.get('working')).toBe(one)
    await plan('First')
    const changed = await plans.get('working')
    expect(changed).not.toBe(one)
    expect(changed.key).not.toBe(one.key)
    expect(await namesOf('working')).toEqual(['First'])
  })
  test('of a release stays what it was, with the products of today', async () => {
    await plan('First')
    await release('one')
    await plan('Second')
    expect(await namesOf('live')).toEqual(['First'])
    expect((await plans.get('live')).release).toBe(1)
    await release('two')
    expect(await namesOf('live')).toEqual(['First', 'Second'])
    expect(await namesOf('1')).toEqual(['First'])
    await server.removeGoods('/api/products/INK-1')
    expect((await plans.get('1')).plan.catalogue.bySku.has('INK-1')).toBe(false)
  })
  test('before the first release, the live one is empty', async () => {
    await plan('First')
    expect(await plans.get('live')).toMatchObject({ release: null, plan: { promotions: [] } })
  })
  test('of a release that there is not is refused each time, and nothing of it is kept', async () => {
    await expect(plans.get('7')).rejects.toMatchObject({ code: 'not-found', facts: { kind: 'release', id: '7' } })
    await expect(plans.get('7')).rejects.toMatchObject({ code: 'not-found' })
    expect(await namesOf('working')).toEqual([])
  })
  test('agrees between processes: another source sees a change at once', async () => {
    const other = createPlanSource(server.database)
    await other.get('working')
    await plan('First')
    const [mine, theirs] = await Promise.all([plans.get('working'), other.get('working')])
    expect(theirs.key).toBe(mine.key)
    expect(theirs.plan.promotions).toHaveLength(1)
  })
})
