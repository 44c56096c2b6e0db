import { afterAll, beforeAll, beforeEach, describe, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { createOrderBody, offerParcels, releaseAll, visit } from '../../testing/placeOrders.ts'
import { hashPassword } from './passwords.ts'
import { insertPerson } from '../../data/people/index.ts'

/** Limits on guessing, as attacked: by spellings, by many addresses of one network, in parallel, and on two processes. */

let server: TestServer
let other: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { trustedProxies: 1, isDemo: true })
  other = await createTestServer(inject('databaseUrl'), {
    trustedProxies: 1,
    isDemo: true,
    besides: server.databaseUrl,
  })
})
afterAll(async () => {
  await other.close()
  await server.close()
})
let network = 0
let from: Record<string, string>
beforeEach(() => {
  from = { cookie: '', 'x-forwarded-for': `2001:db8:0:${(++network).toString(16)}::1` }
})
/** Another address of the same network, as anyone with a /64 has them. */
const anotherAddress = (at: number) => ({
  ...from,
  'x-forwarded-for': from['x-forwarded-for']!.replace(/1$/, `${at.toString(16)}`),
})
/** Sent to both processes in turn. */
const send = (at: number, path: string, body: unknown, headers: Record<string, string>) =>
  (at % 2 === 0 ? server : other).request('POST', `/api${path}`, body, headers)
const statuses = (answers: readonly { status: number }[]) =>
  Object.fromEntries(
    [401, 200, 429, 409, 422].map((code) => [code, answers.filter(({ status }) => status === code).length]),
  )

describe('signing in', () => {
  const PASSWORD = 'a long enough password'
  test('spellings with accents or wide letters are one account', async () => {
    const password = await hashPassword(PASSWORD)
    await insertPerson(
      server.database,
      { name: 'Rea', email: 'reader@desk.example', role: 'reader', password },
      Date.now(),
    )
    const spellings = [
      'reader',
      'rèader',
      'rêader',
      'réader',
      'ｒeader',
      'READER',
      'reäder',
      'reader',
      'readér',
      'rëader',
    ]
    const tries = spellings.map((local, at) =>
      send(
        at,
        '/session',
        { email: `${local}@desk.example`, password: `wrong ${at} and wrong again` },
        anotherAddress(at + 1),
      ),
    )
    expect(statuses(await Promise.all(tries))).toMatchObject({ 401: 10 })
    for (const local of ['réader', 'reader', 'rēader'])
      expect(await send(0, '/session', { email: `${local}@desk.example`, password: PASSWORD }, from)).toMatchObject({
        status: 429,
      })
    server.wallClock.aheadMs = other.wallClock.aheadMs = 3_600_000
    // Who types an accent is another person, even with the right password.
    expect((await send(0, '/session', { email: 'rëader@desk.example', password: PASSWORD }, from)).status).toBe(401)
    server.wallClock.aheadMs = other.wallClock.aheadMs = 7_200_000
    expect((await send(0, '/session', { email: 'reader@desk.example', password: PASSWORD }, from)).status).toBe(200)
    server.wallClock.aheadMs = other.wallClock.aheadMs = 0
  })

  test('the addresses of one network are one sender', async () => {
    const tries = []
    for (let at = 0; at < 130; at += 10)
      tries.push(
        ...(await Promise.all(
          Array.from({ length: 10 }, (_none, more) =>
            send(
              more,
              '/session',
              { email: `p${at + more}@desk.example`, password: 'one guess each time' },
              anotherAddress(at + more + 1),
            ),
          ),
        )),
      )
    const { 401: wrong, 429: refused } = statuses(tries)
    expect(wrong).toBeLessThanOrEqual(101)
    expect(refused! + wrong!).toBe(130)
  })
})

describe('codes', () => {
  const order = (codes: string[], at: number, headers: Record<string, string>) =>
    send(at, '/shop/orders', createOrderBody({ 'INK-1': 1 }, 0, { codes }), headers)
  const cart = (codes: string[], at: number, headers: Record<string, string>) =>
    send(at, '/shop/cart', { cart: { lines: [{ sku: 'INK-1', quantity: 1 }], codes, delivery: null } }, headers)

  beforeAll(async () => {
    await offerParcels(server)
    await releaseAll(server, {
      code: { text: 'SPRING' },
      schedule: {},
      mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 100, per: 'once' } }] },
      stacking: { group: 'extra', mode: 'group' },
    })
  })

  test('guesses in refused orders count like those in carts', async () => {
    const { cookie } = await visit(server)
    const answers = []
    for (let at = 0; at < 12; at++)
      answers.push(await order([`GUESS-${at}`], at, { ...from, cookie, 'idempotency-key': `guess-${at}` }))
    expect(answers.filter(({ status }) => status === 429).length).toBeGreaterThanOrEqual(6)
    expect(answers[11]!.body.error.code).toBe('too-many-codes')
  })

  test('a hundred carts at once, on two processes, try five codes', async () => {
    const answers = await Promise.all(
      Array.from({ length: 100 }, (_none, at) => cart([`RACE-${at}`], at, anotherAddress(at + 1))),
    )
    expect(statuses(answers)).toMatchObject({ 200: 5, 429: 95 })
    // A right one would not be answered either.
    expect((await cart(['SPRING'], 1, from)).status).toBe(429)
    expect((await cart([], 1, from)).status).toBe(200)
  })

  test('right ones cost nothing, nor does the same wrong one again', async () => {
    for (let at = 0; at < 20; at++) expect((await cart(['SPRING'], at, anotherAddress(at + 1))).status).toBe(200)
    for (let at = 0; at < 20; at++) expect((await cart(['spr-ing', 'WRONG'], 0, from)).status).toBe(200)
  })
})
