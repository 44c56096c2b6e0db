import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { holdClaim } from './holdClaim.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

/** Work that goes on until the test says so. */
function createWork() {
  let finish = (): void => undefined
  const finished = new Promise<void>((resolve) => {
    finish = resolve
  })
  let begin = (): void => undefined
  const begun = new Promise<void>((resolve) => {
    begin = resolve
  })
  return { begun, finish, work: () => (begin(), finished) }
}
const nothing = () => Promise.resolve()

test('one of many is at it; after that it is free', async () => {
  const { begun, finish, work } = createWork()
  const holding = holdClaim(server.database, 'a', work)
  await begun
  expect(await holdClaim(server.database, 'a', nothing)).toBe(false)
  expect(await holdClaim(server.database, 'b', nothing)).toBe(true)
  finish()
  expect(await holding).toBe(true)
  expect(await holdClaim(server.database, 'a', nothing)).toBe(true)
  const all = await Promise.all(
    Array.from({ length: 20 }, () => holdClaim(server.database, 'many', () => wait(300).then(() => undefined))),
  )
  expect(all.filter(Boolean)).toHaveLength(1)
})

test('work that breaks gives its claim back', async () => {
  const broken = holdClaim(server.database, 'c', () => Promise.reject(new Error('broken')))
  await expect(broken).rejects.toThrow('broken')
  expect(await holdClaim(server.database, 'c', nothing)).toBe(true)
})

test('a claim lapses whose owner died, and not while its owner renews it', async () => {
  await server.database.raw(`insert into claims values ('dead', 'gone', date_sub(now(3), interval 1 second))`)
  expect(await holdClaim(server.database, 'dead', nothing)).toBe(true)
  await server.database.raw(`insert into claims values ('young', 'other', date_add(now(3), interval 1 hour))`)
  expect(await holdClaim(server.database, 'young', nothing)).toBe(false)

  const { begun, finish, work } = createWork()
  const holding = holdClaim(server.database, 'long', work, { lapseMs: 400, renewMs: 50 })
  await begun
  await wait(1200)
  expect(await holdClaim(server.database, 'long', nothing)).toBe(false)
  finish()
  await holding
})

test('who was taken for dead does not take the claim back', async () => {
  const { begun, finish, work } = createWork()
  const slow = holdClaim(server.database, 'slow', work, { lapseMs: 1, renewMs: 60_000 })
  await begun
  await wait(20)
  const other = createWork()
  const taking = holdClaim(server.database, 'slow', other.work)
  await other.begun
  finish()
  await slow
  expect(await holdClaim(server.database, 'slow', nothing)).toBe(false)
  other.finish()
  await taking
})
