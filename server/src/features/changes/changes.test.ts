import { ChangeEvent } from '@novalex/contract'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../../http/validate.ts'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

/** The changes that a browser is told, one after the other. */
async function* follow(signal: AbortSignal): AsyncGenerator<number> {
  const response = await fetch(`${server.url}/api/changes`, { signal, headers: { cookie: server.cookie } })
  expect(response.headers.get('content-type')).toContain('text/event-stream')
  let text = ''
  for await (const piece of response.body!.pipeThrough(new TextDecoderStream())) {
    text += piece
    const events = text.split('\n\n')
    text = events.pop()!
    for (const event of events) {
      const data = /^data: *(.*)$/m.exec(event)?.[1]
      // Changes have no name; what was sold and what was checked do.
      if (data === undefined || /^event: *(sales|findings)/m.test(event)) continue
      expect(checkShape(ChangeEvent, JSON.parse(data))).toEqual([])
      yield Number(data)
    }
  }
}

const latest = async () => (await server.request('GET', '/api/store')).body.latestChange as number

test('whoever follows is told of each write, whatever was written, and by whichever process', async () => {
  const leaving = new AbortController()
  const [one, other] = [follow(leaving.signal), follow(leaving.signal)]
  const next = async () => [(await one.next()).value, (await other.next()).value]
  const first = await latest()
  expect(await next()).toEqual([first, first])

  await server.request('POST', '/api/promotions', createDraft())
  const second = await latest()
  expect(second).toBeGreaterThan(first)
  expect(await next()).toEqual([second, second])

  const cart = { lines: [{ sku: 'PAD-1', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }
  await server.request('POST', '/api/test-carts', { name: 'One', at: null, cart, expected: null })
  expect(await next()).toEqual([await latest(), await latest()])

  // Another process writes to the same database.
  await server.database('activity').insert({ at: new Date(), actor: 'x', action: 'x', subject: 'x', detail: '{}' })
  expect(await next()).toEqual([await latest(), await latest()])
  leaving.abort()
  await expect(one.next()).rejects.toThrow()
})

test('a write counts whose transaction ends after that of a later one', async () => {
  const transaction = await server.database.transaction()
  const write = (connection: typeof server.database) =>
    connection('activity').insert({ at: new Date(), actor: 'x', action: 'x', subject: 'x', detail: '{}' })
  await write(transaction)
  const before = await latest()
  await write(server.database)
  const between = await latest()
  expect(between).toBeGreaterThan(before)
  await transaction.commit()
  expect(await latest()).toBeGreaterThan(between)
})

test('who follows does not hold the server up when it ends', async () => {
  const own = await createTestServer(inject('databaseUrl'))
  const response = await fetch(`${own.url}/api/changes`, { headers: { cookie: own.cookie } })
  const reader = response.body!.getReader()
  await reader.read()
  own.changes.close()
  expect((await reader.read()).done).toBe(true)
  await own.close()
})
