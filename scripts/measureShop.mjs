import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import autocannon from 'autocannon'
import mysql from 'mysql2/promise'
import { startDatabase } from './lib/database.mjs'
import { startEcho } from './lib/echo.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, ROOT } from './lib/system.mjs'

const CONNECTIONS = 16
const ROUNDS = 5
const SECONDS = 4
const LIST_ROUNDS = 41
const RELEASES = 300
/** Of the administrator, for what is set up. */
let session = {}
const SETTINGS = { NOVALEX_REQUESTS_PER_MINUTE: '999999999', NOVALEX_LOG: 'warn' }

/** Prints what the shop costs at the door: a cart against a bare echo behind the same middleware, and a list after many releases. */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'measure-shop')
  mkdirSync(folder, { recursive: true })
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url })
    const server = await startServer({
      databaseUrl: database.url,
      port: await findFreePort(),
      folder,
      settings: SETTINGS,
    })
    try {
      session = await signInToDemo(server.url, 'administrator')
      await measureCart(server, folder)
      await measureReleases(server, database.url)
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
}

/** A cart as a guest's browser asks, as a shop's server asks for a shopper, and as someone of the desk does. */
async function measureCart(server, folder) {
  const echo = await startEcho({ folder, settings: SETTINGS })
  try {
    const { products } = await ask(`${server.url}/api/shop/products`)
    const lines = products.slice(0, 5).map(({ sku }, at) => ({ sku, quantity: 1 + at }))
    const cart = { lines, codes: [], delivery: null }
    const draft = { name: 'Measured', scopes: ['quote'], channel: 'web', endsAt: null }
    const { key } = await ask(`${server.url}/api/keys`, { method: 'POST', body: draft })
    const shop = `${server.url}/api/shop/cart`
    const kinds = [
      { name: 'an echo behind the same middleware', url: echo.url, cart, headers: {} },
      { name: 'a bare echo', url: echo.bareUrl, cart, headers: {} },
      { name: 'a guest', url: shop, cart, headers: {} },
      {
        name: 'a shopper, named by the holder of a key',
        url: shop,
        cart: { ...cart, shopper: 's-0005' },
        headers: { authorization: `Bearer ${key}` },
      },
      { name: 'somebody who is signed in to the desk', url: shop, cart, headers: session },
    ]
    const fire = async ({ url, headers, cart: own }) => {
      const result = await autocannon({
        url,
        method: 'POST',
        body: JSON.stringify({ cart: own }),
        headers: { 'content-type': 'application/json', ...headers },
        connections: CONNECTIONS,
        duration: SECONDS,
      })
      if (result.non2xx > 0) throw new Error(`${result.non2xx} of ${url} were no answers`)
      return result.requests.average
    }
    for (const kind of kinds) await fire(kind)
    const rounds = []
    for (let round = 0; round < ROUNDS; round++) {
      const rates = []
      for (const kind of kinds) rates.push(await fire(kind))
      rounds.push(rates)
    }
    say(
      `POST /api/shop/cart, ${lines.length} lines, sessions and keys on, ${CONNECTIONS} connections, median of ${ROUNDS} interleaved rounds:`,
    )
    for (const [at, { name }] of kinds.entries()) {
      const rate = median(rounds.map((round) => round[at]))
      const share = median(rounds.map((round) => round[at] / round[0]))
      const bare = median(rounds.map((round) => round[at] / round[1]))
      const bound = name === 'a guest' ? '; at least 50 % and 35 %' : ''
      say(
        `  ${name}: ${(100 * share).toFixed(0)} % of the echo, ${(100 * bare).toFixed(0)} % of the bare one (${rate.toFixed(0)} a second${bound})`,
      )
    }
  } finally {
    await echo.stop()
  }
}

/** The first page of the shop after one release and after many, each of which moves some prices. */
async function measureReleases({ url }, databaseUrl) {
  const list = async () => {
    const times = []
    for (let round = 0; round < LIST_ROUNDS; round++) {
      const askedAt = performance.now()
      await ask(`${url}/api/shop/products`)
      times.push(performance.now() - askedAt)
    }
    return median(times)
  }
  await list()
  const before = await list()
  const connection = await mysql.createConnection(databaseUrl)
  const [[{ count }]] = await connection.query('SELECT COUNT(*) AS count FROM releases')
  await connection.end()
  const promotions = await ask(`${url}/api/promotions`)
  let record = promotions.find(({ promotion }) => promotion.mechanic.kind === 'markdown' && promotion.state === 'ready')
  for (let release = Number(count); release < RELEASES; release++) {
    const { promotion, campaign, occasion, archived, note, version } = record
    const { id, rank: _rank, ...rule } = promotion
    const value = { percent: 1000 + (release % 20) * 100 }
    const body = { ...rule, mechanic: { ...rule.mechanic, value }, campaign, occasion, archived, note, version }
    record = await ask(`${url}/api/promotions/${id}`, { method: 'PUT', body })
    const { planRevision } = await ask(`${url}/api/store`)
    await ask(`${url}/api/releases`, { method: 'POST', body: { note: '', planRevision } })
  }
  await list()
  const after = await list()
  say(`GET /api/shop/products, 24 products, median of ${LIST_ROUNDS}:`)
  say(
    `  after ${RELEASES} releases ${(after / before).toFixed(2)} × what it takes after ${count} (at most 1.3; ${after.toFixed(1)} and ${before.toFixed(1)} ms)`,
  )
}

async function ask(url, { method = 'GET', body } = {}) {
  const headers = { ...session, ...(body === undefined ? {} : { 'content-type': 'application/json' }) }
  const response = await fetch(url, { method, headers, ...(body === undefined ? {} : { body: JSON.stringify(body) }) })
  if (!response.ok) throw new Error(`${url} answered ${response.status}: ${await response.text()}`)
  return response.json()
}

const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]

await runMain(main)
