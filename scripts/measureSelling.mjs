import { spawn } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import autocannon from 'autocannon'
import mysql from 'mysql2/promise'
import { bundle } from './lib/bundle.mjs'
import { startDatabase } from './lib/database.mjs'
import { startEcho } from './lib/echo.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { endProcess, ensureBuild, ensureModules, findFreePort, pause, ROOT } from './lib/system.mjs'

const CLIENTS = 64
const ROUNDS = 5
const SECONDS = 4
const CODES = 1_000_000
const SETTINGS = { NOVALEX_REQUESTS_PER_MINUTE: '999999999', NOVALEX_LOG: 'error' }
const LIMITED_SKU = 'EST-CRANK'

let session = {}
let keys = 0

/** Prints what selling costs: orders against the same writes by hand, a limit that all share, a million codes against loading them, carts. */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'measure-selling')
  for (const name of ['one', 'two']) mkdirSync(join(folder, name), { recursive: true })
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  const connection = await connect(database.url)
  const ends = []
  try {
    const servers = await serve(database.url, folder, ends)
    session = await signInToDemo(servers[0].url, 'administrator')
    await uncountStock(connection)
    const bare = await startBare(database.url, folder, ends)
    const goods = await prepare(servers[0].url)
    await measureOrders(servers, bare, goods)
    await measureCarts(servers[0], goods, folder)
    await measureCodes(servers[0], connection, folder)
  } finally {
    for (const end of ends.reverse()) await end()
    await connection.end()
    await database.stop()
  }
}

const connect = async (url) => {
  await fillWithDemo({ databaseUrl: url })
  return mysql.createConnection({ uri: url, infileStreamFactory: undefined, multipleStatements: true })
}

async function serve(databaseUrl, folder, ends) {
  const servers = []
  for (const name of ['one', 'two']) {
    const options = { databaseUrl, port: await findFreePort(), folder: join(folder, name), settings: SETTINGS }
    const server = await startServer(options)
    ends.push(server.stop)
    servers.push(server)
  }
  return servers
}

/** As in a shop that counts little: most orders share no stock. */
async function uncountStock(connection) {
  await connection.query(
    'delete from stock; delete from stock_changes; update store set catalogue_revision = catalogue_revision + 1',
  )
}

async function startBare(databaseUrl, folder, ends) {
  const outfile = join(folder, 'bareOrders.mjs')
  await bundle('scripts/measure/bareOrders.ts', outfile)
  const urls = []
  for (let at = 0; at < 2; at++) {
    const port = await findFreePort()
    const env = { ...process.env, DATABASE_URL: databaseUrl, NOVALEX_PORT: String(port) }
    const child = spawn(process.execPath, [outfile], { cwd: ROOT, env, stdio: ['ignore', 'inherit', 'inherit'] })
    const isAlive = () => child.exitCode === null && child.signalCode === null
    ends.push(() => endProcess(child.pid, { isAlive }))
    const url = `http://127.0.0.1:${port}`
    while (!(await fetch(`${url}/readyz`).catch(() => null))?.ok) await pause(50)
    urls.push(url)
  }
  return urls
}

/** Two promotions more, of which one has a limit that all orders of its product share; codes of the other. */
async function prepare(url) {
  const rule = {
    state: 'ready',
    schedule: {},
    when: null,
    ladder: null,
    campaign: null,
    occasion: null,
    archived: false,
    note: '',
    stacking: { group: 'club', mode: 'group' },
  }
  const discount = (skus) => ({
    kind: 'order-discount',
    reach: { skus },
    tiers: [{ from: 0, value: { amount: 100, per: 'once' } }],
  })
  const limits = { uses: 900_000_000 }
  await ask(`${url}/api/promotions`, {
    ...rule,
    name: 'Limited',
    code: null,
    limits,
    mechanic: discount([LIMITED_SKU]),
  })
  const coded = await ask(`${url}/api/promotions`, {
    ...rule,
    name: 'Coded',
    code: { batch: true },
    limits: {},
    mechanic: { ...discount([]), reach: {} },
  })
  const { planRevision } = await ask(`${url}/api/store`)
  await ask(`${url}/api/releases`, { note: '', planRevision })
  const { products } = await ask(`${url}/api/shop/products`)
  const lines = products.slice(0, 5).map(({ sku }) => ({ sku, quantity: 1 }))
  return { lines, coded: coded.promotion.id }
}

async function measureOrders(servers, bare, { lines }) {
  const { headers } = await fetch(`${servers[0].url}/api/shop`)
  const cookie = headers.getSetCookie()[0].split(';')[0]
  const body = (own) => ({
    cart: { lines: own, codes: [], delivery: { option: 'parcel', country: 'AT' } },
    expected: { grand: 99_999_999, gifts: {} },
    buyer: { email: 'mara@example.test', name: 'Mara' },
  })
  const limited = [...lines.slice(1), { sku: LIMITED_SKU, quantity: 1 }]
  const own = servers.map(({ url }) => `${url}/api/shop/orders`)
  const kinds = [
    { urls: bare.map((url) => `${url}/orders`), body: body(lines) },
    { urls: own, body: body(lines) },
    { urls: own, body: body(limited) },
  ]
  for (const kind of kinds) await fire(kind, { cookie }, 2)
  const rounds = []
  for (let round = 0; round < ROUNDS; round++) {
    const rates = []
    for (const kind of kinds) rates.push(await fire(kind, { cookie }))
    rounds.push(rates)
  }
  const share = (at, of) => median(rounds.map((rates) => rates[at] / rates[of]))
  const rate = (at) => median(rounds.map((rates) => rates[at])).toFixed(0)
  say(`POST /api/shop/orders, 5 lines, two processes, ${CLIENTS} clients, medians of ${ROUNDS} interleaved rounds:`)
  say(`  the same writes by hand: ${rate(0)} a second`)
  say(`  an order without limits: ${percent(share(1, 0))} of that (${rate(1)} a second, at least 50 %)`)
  say(`  all on one limit: ${percent(share(2, 1))} of the rate without one (${rate(2)} a second, at least 25 %)`)
}

/** Orders a second, half of the clients at each address, each order with a key of its own. */
async function fire({ urls, body }, headers, seconds = SECONDS) {
  const results = await Promise.all(
    urls.map((url) =>
      autocannon({
        url,
        method: 'POST',
        connections: CLIENTS / urls.length,
        duration: seconds,
        requests: [
          {
            setupRequest: (request) => ({
              ...request,
              headers: { ...headers, 'content-type': 'application/json', 'idempotency-key': `key-${++keys}` },
              body: JSON.stringify(body),
            }),
          },
        ],
      }),
    ),
  )
  const refused = results.reduce((sum, { non2xx }) => sum + non2xx, 0)
  if (refused > 0) throw new Error(`${refused} orders of ${urls[0]} were refused`)
  return results.reduce((sum, { requests }) => sum + requests.average, 0)
}

/** A guest's cart, and one of a shopper with a code of a batch, against an echo behind the same middleware. */
async function measureCarts(server, { lines, coded }, folder) {
  const pattern = { prefix: 'CART', length: 8 }
  const batch = await ask(`${server.url}/api/code-batches`, { promotion: coded, name: 'Carts', count: 100, pattern })
  while ((await ask(`${server.url}/api/code-batches/${batch.id}`)).state === 'making') await wait(50)
  const file = await fetch(`${server.url}/api/code-batches/${batch.id}/codes.csv`, { headers: session })
  const code = (await file.text()).split('\r\n')[1].split(',')[0]
  const { key } = await ask(`${server.url}/api/keys`, {
    name: 'Measured',
    scopes: ['quote'],
    channel: 'web',
    endsAt: null,
  })
  const url = `${server.url}/api/shop/cart`
  const cart = { lines, codes: [], delivery: null }
  const bearer = { authorization: `Bearer ${key}` }
  const echo = await startEcho({ folder, settings: SETTINGS })
  try {
    const kinds = [
      { url: echo.url, cart, headers: {} },
      { url, cart, headers: {} },
      { url, cart: { ...cart, codes: [code], shopper: 's-0005' }, headers: bearer },
    ]
    const one = async ({ url: address, headers, cart: own }) => {
      const result = await autocannon({
        url: address,
        method: 'POST',
        connections: 16,
        duration: SECONDS,
        body: JSON.stringify({ cart: own }),
        headers: { 'content-type': 'application/json', ...headers },
      })
      if (result.non2xx > 0) throw new Error(`${result.non2xx} of ${address} were no answers`)
      return result.requests.average
    }
    for (const kind of kinds) await one(kind)
    const rounds = []
    for (let round = 0; round < ROUNDS; round++) {
      const rates = []
      for (const kind of kinds) rates.push(await one(kind))
      rounds.push(rates)
    }
    const share = (at) => percent(median(rounds.map((rates) => rates[at] / rates[0])))
    say(`POST /api/shop/cart, 5 lines, against an echo of the same body behind the same middleware:`)
    say(`  a guest: ${share(1)} (at least 50 %)`)
    say(`  a shopper with a code of a batch, by a key: ${share(2)} (at least 25 %)`)
  } finally {
    await echo.stop()
  }
}

/** A million codes, against loading that many ready-made rows into a table with the same unique index. */
async function measureCodes(server, connection, folder) {
  const promotions = await ask(`${server.url}/api/promotions`)
  const { promotion } = promotions.find(({ promotion: { code } }) => code?.batch)
  const startedAt = performance.now()
  const pattern = { prefix: 'MILLION', length: 10 }
  const batch = await ask(`${server.url}/api/code-batches`, {
    promotion: promotion.id,
    name: 'Million',
    count: CODES,
    pattern,
  })
  while ((await ask(`${server.url}/api/code-batches/${batch.id}`)).state === 'making') await wait(250)
  const made = performance.now() - startedAt
  const [rows] = await connection.query('select code from codes where batch = ? order by rand()', [Number(batch.id)])
  const file = join(folder, 'codes.txt')
  writeFileSync(file, rows.map(({ code }) => `${code}\t${batch.id}\t0\t0\n`).join(''))
  await connection.query(`create table ready_made (
    code varchar(40) character set ascii collate ascii_nopad_bin not null primary key, batch int unsigned not null,
    state tinyint unsigned not null, is_handed tinyint not null)`)
  const { createReadStream } = await import('node:fs')
  const loadedAt = performance.now()
  await connection.query({
    sql: `load data local infile 'rows' into table ready_made (code, batch, state, is_handed)`,
    infileStreamFactory: () => createReadStream(file),
  })
  const loaded = performance.now() - loadedAt
  say(
    `A batch of ${CODES.toLocaleString('en')} codes: ${(made / loaded).toFixed(1)} × loading that many ready-made rows`,
  )
  say(`  (${(made / 1000).toFixed(1)} and ${(loaded / 1000).toFixed(1)} s, at most 4 ×)`)
}

async function ask(url, body) {
  const headers = { ...session, ...(body === undefined ? {} : { 'content-type': 'application/json' }) }
  const method = body === undefined ? 'GET' : 'POST'
  const response = await fetch(url, { method, headers, ...(body === undefined ? {} : { body: JSON.stringify(body) }) })
  if (!response.ok) throw new Error(`${url} answered ${response.status}: ${await response.text()}`)
  return response.json()
}

const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]
const percent = (share) => `${(100 * share).toFixed(0)} %`

await runMain(main)
