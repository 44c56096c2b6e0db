import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { ImportKind, PersonRole, SetUpRequest, StoreAnswer } from '@novalex/contract'
import { createConnection } from 'mysql2/promise'
import { inject, vi } from 'vitest'
import { cloneDatabase, createReset } from '../../../../scripts/lib/cloneDatabase.ts'
import { fillWithDemo, startServer } from '../../../../scripts/lib/serve.mjs'
import { findFreePort } from '../../../../scripts/lib/system.mjs'
import { waitUntil } from '../waitUntil.ts'

const NOW = '2027-03-10T08:41:00Z'

const STORE: SetUpRequest = {
  store: { name: 'Test shop', currency: 'EUR', timeZone: 'Europe/Vienna', pricesIncludeTax: true },
  person: { name: 'Tess Tester', email: 'tess@test.example', password: 'only-for-tests-of-screens' },
}

/** Three products at round prices, so that limits can be met to the cent. */
const GOODS = [
  'sku;name;categories;regular_price;unit_cost;tax_rate',
  'TEN;Ten;Tests;10,00;2,00;20',
  'ODD;Odd;Tests;49,99;2,00;20',
  'FIVE;Five;Tests;5,00;1,00;20',
].join('\n')

/** A server and database of its own for screens without a browser. */
export interface Desk {
  /** Lets every `fetch` from now on go to the server. */
  connect(): void
  /** Signs in as one of the demo's people, or as the only person of the other shop; with null signs out. */
  signIn(role: PersonRole | null): Promise<void>
  /** Sends a request beside the screen. Throws for one that is refused. */
  ask<T>(method: string, path: string, body?: unknown, type?: string): Promise<T>
  bringIn(kind: ImportKind, content: string): Promise<void>
  /** Fetches a file by its address. Throws for one that is refused. */
  read(address: string): Promise<string>
  /** Puts the shop back as it was at first, once everything that a screen asked is answered. */
  reset(): Promise<void>
}

/** Hears nothing: what a screen does is answered to it, and nobody else writes. */
class SilentSource extends EventTarget {
  readonly close = () => undefined
}

/** Starts the built server with the demo shop, or a shop of three products. */
export async function startDesk({ hasDemo = false } = {}): Promise<Desk> {
  const name = `novalex_desk_${randomBytes(6).toString('hex')}`
  const url = new URL(inject('databaseUrl'))
  url.pathname = `/${name}`
  await cloneDatabase(url.href, inject('template'), name)
  const built = (file: string) => fileURLToPath(new URL(file, inject('threadFile')))
  if (hasDemo) await fillWithDemo({ databaseUrl: url.href, now: NOW, seed: built('seed.mjs') })
  const folder = mkdtempSync(join(tmpdir(), 'novalex-desk-'))
  const port = await findFreePort()
  const { send, rest, forget } = createSender(`http://127.0.0.1:${port}`)
  function connect(): void {
    vi.stubGlobal('EventSource', SilentSource)
    vi.stubGlobal('fetch', async (address: string, { method = 'GET', body, headers }: RequestInit = {}) => {
      const { status, text } = await send(method, address, body, headers as Record<string, string>)
      return new Response(status === 204 ? null : text, { status })
    })
  }
  connect()
  const server = await startServer({
    main: built('main.mjs'),
    databaseUrl: url.href,
    port,
    folder,
    now: NOW,
    settings: { NOVALEX_CHECK_ANSWERS: '1', NOVALEX_DEMO: hasDemo ? '1' : '' },
  })

  const ask: Desk['ask'] = async (method, path, body, type = 'application/json') => {
    const content = typeof body === 'string' || body === undefined ? body : JSON.stringify(body)
    const { status, text } = await send(
      method,
      `/api${path}`,
      content,
      content === undefined ? {} : { 'content-type': type },
    )
    if (status >= 400) throw new Error(`${method} ${path}: ${status} ${text}`)
    return (text === '' ? undefined : JSON.parse(text)) as never
  }
  async function bringIn(kind: ImportKind, content: string): Promise<void> {
    const { id } = await ask<{ id: string }>('POST', `/imports?kind=${kind}`, content, 'text/csv')
    const reach = (state: string) =>
      waitUntil(async () => {
        if ((await ask<{ state: string }>('GET', `/imports/${id}`)).state !== state) throw new Error(`not ${state} yet`)
      })
    await reach('ready')
    await ask('POST', `/imports/${id}/accept`)
    await reach('done')
  }

  async function signIn(role: PersonRole | null): Promise<void> {
    forget()
    if (role === null) return
    if (hasDemo) await ask('POST', '/session/demo', { email: `${role}@fennmoor.example` })
    else await ask('POST', '/session', { email: STORE.person.email, password: STORE.person.password })
  }

  if (!hasDemo) {
    await ask('POST', '/set-up', STORE)
    const { version } = await ask<StoreAnswer>('GET', '/store')
    const options = [{ id: 'parcel', name: 'Parcel', prices: [{ country: 'AT', price: 490 }] }]
    await ask('PUT', '/store/delivery', { options, version })
    await bringIn('products', GOODS)
    await bringIn('shoppers', 'id;name;groups;orders;spent\ns1;Sam S.;club;3;240\n')
  }
  // Vitest does not report the last file of a process. The global teardown drops the databases.
  process.once('SIGTERM', () => process.exit())
  process.once('exit', () => {
    process.kill(server.pid)
    rmSync(folder, { recursive: true })
  })
  const first = `${name}_first`
  await cloneDatabase(url.href, name, first)
  const resetDatabase = createReset(await createConnection({ uri: url.href, multipleStatements: true }), name, first)
  return {
    ask,
    bringIn,
    async read(address) {
      const { status, text } = await send('GET', address)
      if (status >= 400) throw new Error(`${address}: ${status} ${text}`)
      return text
    },
    signIn,
    connect,
    async reset() {
      await rest()
      await resetDatabase()
    },
  }
}

/** Sends requests to a server, with the cookies that it gave before. */
function createSender(base: string) {
  const cookies = new Map<string, string>()
  const pending = new Set<unknown>()

  function sendOnce(method: string, path: string, body: unknown, headers: Readonly<Record<string, string>>) {
    return new Promise<{ status: number; text: string }>((resolve, reject) => {
      const cookie = [...cookies.values()].join('; ')
      const asked = request(new URL(path, base), { method, headers: { ...headers, cookie } }, (response) => {
        for (const given of response.headers['set-cookie'] ?? []) {
          const own = given.split(';')[0]!
          cookies.set(own.split('=')[0]!, own)
        }
        let text = ''
        response.setEncoding('utf8')
        response.on('data', (piece: string) => (text += piece))
        response.on('end', () => {
          resolve({ status: response.statusCode!, text })
        })
      })
      asked.on('error', reject)
      asked.end(body)
    })
  }

  return {
    async send(method: string, path: string, body?: unknown, headers: Readonly<Record<string, string>> = {}) {
      // A file is sent as its bytes.
      const content = body instanceof Blob ? Buffer.from(await body.arrayBuffer()) : body
      const answer = sendOnce(method, path, content, headers)
      pending.add(answer)
      try {
        return await answer
      } finally {
        pending.delete(answer)
      }
    },
    /** Drops the cookies. */
    forget: () => {
      cookies.clear()
    },
    /** Settles once no answer is awaited. */
    rest: () =>
      waitUntil(() => {
        if (pending.size > 0) throw new Error(`${pending.size} requests are not answered yet`)
      }),
  }
}
