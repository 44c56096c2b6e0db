import { randomBytes } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { PersonRole, PromotionDraft } from '@novalex/contract'
import { createProduct, createStore } from '@novalex/core/testing'
import { pino } from 'pino'
import { inject } from 'vitest'
import { loadSecret } from '../data/secrets/index.ts'
import { createApp } from '../app/createApp.ts'
import { createServices } from '../app/createServices.ts'
import type { ChangeFeed } from '../features/changes/changeFeed.ts'
import { insertCategories, saveProducts } from '../data/catalogue/index.ts'
import type { CodesService } from '../features/codes/codes.service.ts'
import type { SendingService } from '../features/submissions/sending.service.ts'
import type { StandInService } from '../features/standIn/standIn.service.ts'
import type { WebhooksService } from '../features/webhooks/webhooks.service.ts'
import { readConfig } from '../platform/config.ts'
import { openDatabase, type Database } from '../platform/db/openDatabase.ts'
import { insertStore } from '../data/store/index.ts'
import { createThreads, LIMITS, type Threads } from '../jobs/threads.ts'
import { createPoolHere } from './createPoolHere.ts'
import { signInAs } from './signInAs.ts'
import { cloneDatabase } from '../../../scripts/lib/cloneDatabase.ts'

export interface Answer {
  readonly status: number
  // Tests look into whatever came back.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly body: any
  readonly headers: Headers
}

export interface TestServer {
  readonly database: Database
  readonly threads: Threads
  readonly changes: ChangeFeed
  readonly codes: CodesService
  readonly webhooks: WebhooksService
  readonly sending: SendingService
  readonly standIn: StandInService
  readonly url: string
  readonly databaseUrl: string
  /** The present; tests move it. */
  readonly clock: { at: number }
  /** By how much the clock that ends waits, links and sessions is ahead; tests move it. */
  readonly wallClock: { aheadMs: number }
  /** The cookie of the administrator as whom `request` asks unless its headers name another, or ''. */
  readonly cookie: string
  /** The cookie of someone signed in with that role. */
  signIn(role: PersonRole, name?: string): Promise<string>
  request(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Answer>
  /** Deletes a product or a category as someone does who sees the present catalogue. */
  removeGoods(path: string): Promise<Answer>
  /** Settles once nothing is done to a file any more. */
  restImports(): Promise<void>
  /** As at the start of another process. */
  resumeImports(): Promise<void>
  close(): Promise<void>
}

export const STORE = createStore()

const product = (sku: string, name: string, regularPrice: number, categories: string[]) =>
  createProduct(sku, regularPrice, { name, categories, stock: 10 })

export const PRODUCTS = [
  product('PAD-1', 'Drawing pad', 1000, ['pads']),
  product('PAD-2', 'Büttenpad', 2500, ['pads']),
  product('INK-1', 'Ink', 700, ['ink']),
]

/** Since when the test shop sells its products. */
export const LAUNCHED = Date.parse('2026-06-01T00:00:00Z')

/** A server on a port and a database of its own, with a store of three products. */
export async function createTestServer(
  serverUrl: string,
  {
    connectTo = '',
    maxRequests = 100_000,
    trustedProxies = 0,
    uploads = { atOnce: 4, idleMs: 15_000 },
    limits = LIMITS,
    isDemo = false,
    isShopOpen = true,
    isEmpty = false,
    allowsPrivateWebhooks = true,
    // How long a partner may take to answer.
    partnerAnswerMs = 10_000,
    // With jobs done by threads, as they really are.
    hasThreads = false,
    // Another server on the database of the one whose URL this is; it is that one's to drop.
    besides = '',
  } = {},
): Promise<TestServer> {
  const url = new URL(besides || serverUrl)
  if (!besides) url.pathname = `/novalex_test_${randomBytes(6).toString('hex')}`
  if (!besides) await cloneDatabase(url.href, inject('template'), url.pathname.slice(1))
  const setUp = openDatabase(url.href)
  if (!isEmpty && !besides) await fillStore(setUp)
  const reached = new URL(url)
  if (connectTo) reached.host = connectTo
  const database = openDatabase(reached.href)
  const clock = { at: Date.parse('2027-03-08T09:00:00Z') }
  const threads = createThreads(
    reached.href,
    hasThreads ? { limits, filename: inject('threadFile') } : { limits, pool: createPoolHere(reached.href) },
  )
  const config = {
    ...readConfig({ DATABASE_URL: reached.href }),
    webFolder: '/nowhere',
    requestsPerMinute: maxRequests,
    trustedProxies,
    uploads,
    isDemo,
    isShopOpen,
    allowsPrivateWebhooks,
    checksAnswers: true,
  }
  const wallClock = { aheadMs: 0 }
  const cookie = isEmpty || besides ? '' : await signInAs(setUp, 'administrator', 'Tester')
  // No request of a test on a busy machine goes into a connection that is being closed.
  const server = createServer({ keepAliveTimeout: 120_000 })
  const address = await listen(server)
  const services = createServices({
    ownOrigin: address,
    partnerAnswerMs,
    config,
    database,
    threads,
    clock: { now: () => clock.at, isFixed: true },
    wallClock: { now: () => Date.now() + wallClock.aheadMs, isFixed: false },
    logger: pino({ level: 'silent' }),
  })
  const { changes, codes, imports, webhooks, sending, standIn } = services
  const app = createApp(services, await loadSecret(setUp, 'cookies'))
  server.on('request', app)
  return {
    database,
    threads,
    changes,
    codes,
    webhooks,
    sending,
    standIn,
    url: address,
    databaseUrl: reached.href,
    clock,
    wallClock,
    cookie,
    signIn: (role, name = `Some ${role}`) => signInAs(setUp, role, name),
    request: (method, path, body, headers = {}) =>
      send(address + path, { method, body, headers: { cookie, ...headers } }),
    async removeGoods(path) {
      const headers = { cookie }
      const { body } = await send(`${address}/api/store`, { method: 'GET', body: undefined, headers })
      const { catalogueRevision } = body as { catalogueRevision: number }
      return send(`${address}${path}?revision=${catalogueRevision}`, { method: 'DELETE', body: undefined, headers })
    },
    restImports: () => imports.rest(),
    async resumeImports() {
      await imports.rest()
      await imports.resume()
    },
    async close() {
      changes.close()
      server.closeAllConnections()
      await imports.rest()
      await new Promise((resolve) => server.close(resolve))
      await threads.close()
      await database.destroy()
      if (!besides) await setUp.raw('DROP DATABASE ??', [url.pathname.slice(1)])
      await setUp.destroy()
    },
  }
}

async function fillStore(setUp: Database): Promise<void> {
  await insertStore(setUp, { name: 'Test shop', store: STORE })
  await insertCategories(setUp, [
    { id: 'paper', name: 'Paper', parent: null },
    { id: 'pads', name: 'Pads', parent: 'paper' },
    { id: 'ink', name: 'Ink', parent: null },
    { id: 'spare', name: 'Spare', parent: null },
  ])
  await saveProducts(setUp, PRODUCTS, { at: LAUNCHED })
}

/** A percentage sale on a category, as a window would send it. */
export function createDraft(changes: Partial<PromotionDraft> = {}): PromotionDraft {
  return {
    name: 'Pads, 20 %',
    state: 'ready',
    schedule: { start: '2027-03-10T00:00', end: '2027-03-15T00:00' },
    code: null,
    when: null,
    mechanic: { kind: 'markdown', reach: { categories: ['paper'] }, value: { percent: 2000 } },
    stacking: { group: 'sale', mode: 'group' },
    limits: {},
    ladder: null,
    campaign: null,
    occasion: null,
    archived: false,
    note: '',
    ...changes,
  }
}

async function send(
  url: string,
  { method, body, headers }: { method: string; body: unknown; headers: Record<string, string> },
): Promise<Answer> {
  const isText = typeof body === 'string' || body instanceof Uint8Array
  const content = body === undefined || isText ? body : JSON.stringify(body)
  const type: Record<string, string> = body === undefined || isText ? {} : { 'content-type': 'application/json' }
  // An empty cookie header is not what a first visit sends.
  const sent = Object.entries({ ...type, ...headers }).filter(([name, value]) => name !== 'cookie' || value !== '')
  const response = await fetch(url, { method, body: content as string | Uint8Array | undefined, headers: sent })
  const text = await response.text()
  const isJson = /^application\/(problem\+)?json/.test(response.headers.get('content-type') ?? '')
  return { status: response.status, headers: response.headers, body: isJson ? (JSON.parse(text) as unknown) : text }
}

async function listen(server: Server): Promise<string> {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
}
