import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { WebhookDraft, WebhookRecord } from '@novalex/contract'
import { afterAll, afterEach, beforeAll, beforeEach, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { createOrderBody, offerParcels, place, visit } from '../../testing/placeOrders.ts'
import { isPrivateHost } from '../../platform/net/privateAddress.ts'
import { signBody } from '../../platform/net/signature.ts'

interface Received {
  readonly body: string
  readonly headers: IncomingMessage['headers']
}

let server: TestServer
let url: string
let received: Received[]
/** How the receiver answers. */
let answer: (response: ServerResponse, index: number) => void

const receiver = createServer((request, response) => {
  const pieces: Buffer[] = []
  request.on('data', (piece: Buffer) => pieces.push(piece))
  request.on('end', () => {
    received.push({ body: Buffer.concat(pieces).toString(), headers: request.headers })
    answer(response, received.length)
  })
})

beforeAll(async () => {
  await new Promise<void>((resolve) => receiver.listen(0, '127.0.0.1', resolve))
  url = `http://127.0.0.1:${(receiver.address() as AddressInfo).port}/hook`
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
  await offerParcels(server)
})
afterAll(async () => {
  receiver.closeAllConnections()
  await new Promise((resolve) => receiver.close(resolve))
  await server.close()
})
beforeEach(() => {
  received = []
  answer = (response) => response.writeHead(204).end()
})
afterEach(() => server.database('webhooks').delete())

const create = (changes: Partial<WebhookDraft> = {}, asked = server) =>
  asked.request('POST', '/api/webhooks', { url, events: ['release.published', 'order.cancelled'], ...changes })
const list = async (): Promise<WebhookRecord[]> => (await server.request('GET', '/api/webhooks')).body
const latest = async () => (await list())[0]!.deliveries[0]!
async function release(): Promise<number> {
  await server.request('POST', '/api/promotions', createDraft())
  const { planRevision } = (await server.request('GET', '/api/store')).body
  const { status, body } = await server.request('POST', '/api/releases', { note: '', planRevision })
  expect(status).toBe(201)
  return body.number
}
/** As if the time until the next attempt had passed. */
const passTime = () =>
  server
    .database('webhook_deliveries')
    .whereNotNull('due_at')
    .update({ due_at: new Date(0) })

test('a release and a cancelled order are told, signed, once', async () => {
  const { status, body } = await create()
  expect(status).toBe(201)
  const number = await release()
  const visitor = await visit(server)
  const { body: placed } = await place(server, visitor, createOrderBody({ 'PAD-2': 1 }, 99_999))
  await server.request('POST', `/api/orders/${placed.order.id}/cancel`)
  await server.request('POST', `/api/orders/${placed.order.id}/cancel`)
  expect(await latest()).toMatchObject({ event: 'order.cancelled', state: 'waiting', attempts: 0 })
  await server.webhooks.sendDue()
  await server.webhooks.sendDue()
  const told = received.map((one) => JSON.parse(one.body)).toSorted((a, b) => (a.event < b.event ? 1 : -1))
  expect(told).toEqual([
    { event: 'release.published', at: '2027-03-08T09:00:00.000Z', data: { release: number } },
    {
      event: 'order.cancelled',
      at: '2027-03-08T09:00:00.000Z',
      data: { id: String(placed.order.id), number: placed.order.number },
    },
  ])
  for (const { body: text, headers } of received) {
    const [, seconds, signature] = /^t=(\d+),v1=([0-9a-f]{64})$/.exec(String(headers['novalex-signature']))!
    expect(signature).toBe(signBody(body.secret, Number(seconds), text))
    expect(Math.abs(Number(seconds) * 1000 - Date.now())).toBeLessThan(300_000)
  }
  expect(await latest()).toMatchObject({ state: 'delivered', status: 204, attempts: 1, dueAt: null })
})

test('only events that are asked for are told', async () => {
  await create({ events: ['order.cancelled'] })
  await release()
  expect((await list())[0]!.deliveries).toEqual([])
})

test('a refusal is tried again, and given up after the seventh attempt', async () => {
  await create()
  await release()
  answer = (response, index) => response.writeHead(index < 3 ? 503 : 200).end()
  await server.webhooks.sendDue()
  expect(await latest()).toMatchObject({ state: 'waiting', status: 503, note: 'answered 503', attempts: 1 })
  await server.webhooks.sendDue()
  expect(received).toHaveLength(1)
  for (let round = 0; round < 2; round++) {
    await passTime()
    await server.webhooks.sendDue()
  }
  expect(await latest()).toMatchObject({ state: 'delivered', attempts: 3 })
  expect(new Set(received.map(({ headers }) => headers['novalex-delivery'])).size).toBe(1)
  await release()
  answer = (response) => response.writeHead(500).end()
  for (let round = 0; round < 8; round++) {
    await passTime()
    await server.webhooks.sendDue()
  }
  expect(await latest()).toMatchObject({ state: 'failed', attempts: 7, dueAt: null })
})

test('a redirect is not followed, a long answer is cut, a closed port is told', async () => {
  await create()
  await release()
  answer = (response) => response.writeHead(302, { location: url }).end()
  await server.webhooks.sendDue()
  expect(await latest()).toMatchObject({ note: 'answered 302' })
  expect(received).toHaveLength(1)
  answer = (response) => response.writeHead(200).end(Buffer.alloc(10_000_000))
  await passTime()
  await server.webhooks.sendDue()
  expect(await latest()).toMatchObject({ state: 'delivered', status: 200 })
  await create({ url: 'http://127.0.0.1:1/hook' })
  await release()
  await server.webhooks.sendDue()
  const closed = (await list()).find((one) => one.url.includes(':1/'))!
  expect(closed.deliveries[0]).toMatchObject({ status: null, note: 'ECONNREFUSED', state: 'waiting' })
})

test('two processes send each message once', async () => {
  const other = await createTestServer(inject('databaseUrl'), { besides: server.databaseUrl })
  await create()
  for (let round = 0; round < 5; round++) await release()
  await Promise.all([server.webhooks.sendDue(), other.webhooks.sendDue()])
  await server.webhooks.sendDue()
  expect(received.map(({ headers }) => headers['novalex-delivery']).toSorted()).toHaveLength(5)
  expect(new Set(received.map(({ headers }) => headers['novalex-delivery'])).size).toBe(5)
  await other.close()
})

test('an address in a private network is refused unless the server allows it, and never connected to', async () => {
  const strict = await createTestServer(inject('databaseUrl'), {
    besides: server.databaseUrl,
    allowsPrivateWebhooks: false,
  })
  const cookie = { cookie: server.cookie }
  const refused = await strict.request('POST', '/api/webhooks', { url, events: ['order.cancelled'] }, cookie)
  expect(refused.body.error.problems).toMatchObject([{ code: 'private-address', path: 'url' }])
  await create()
  await release()
  await strict.webhooks.sendDue()
  expect(received).toEqual([])
  expect(await latest()).toMatchObject({ status: null, note: 'private address' })
  await strict.close()
})

test.each([
  ['http://127.0.0.1/x', true],
  ['http://[::1]:80/', true],
  ['http://10.1.2.3/', true],
  ['http://172.31.0.1/', true],
  ['http://192.168.1.1/', true],
  ['http://169.254.169.254/latest', true],
  ['http://[fd00::1]/', true],
  ['http://[::ffff:127.0.0.1]/', true],
  ['http://0x7f000001/', true],
  ['http://2130706433/', true],
  ['http://localhost:3000/', true],
  ['http://shop.localhost/', true],
  ['http://intranet/', true],
  ['https://shop.example/hook', false],
  ['https://203.0.113.9/hook', false],
])('%s is private: %s', (address, isPrivate) => {
  expect(isPrivateHost(address)).toBe(isPrivate)
})
