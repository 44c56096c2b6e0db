import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { clearInterval, setInterval } from 'node:timers'
import { bundle } from './lib/bundle.mjs'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT } from './lib/system.mjs'

const ROUNDS = 9
const LOOK_MS = 10
const MOST_MS = 1000
const RELEASES = 9
const ORDER_EVERY_MS = 50
/** Orders are spread over so many products, so that none sells out meanwhile. */
const MOST_STOCKED = 100
const EDITED = ['demo-1', 'demo-12', 'demo-33', 'demo-37']

/**
 * Prints what findings cost: of the demo, from an edit until they are current, and a release with orders flowing against one without; of a large
 * plan, the bound and an edit against a full check.
 */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'measure-proof')
  mkdirSync(folder, { recursive: true })
  await measureDemo(folder)
  await measureLarge(folder)
}

async function measureDemo(folder) {
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url })
    const server = await startServer({ databaseUrl: database.url, port: await findFreePort(), folder })
    try {
      const session = await signInToDemo(server.url, 'administrator')
      const ask = createAsk(server.url, session)
      await waitUntilCurrent(ask)
      const times = []
      for (let round = 0; round < ROUNDS; round++) times.push(await timeEdit(ask, EDITED[round % EDITED.length]))
      const taken = median(times)
      const mark = taken <= MOST_MS ? '✓' : '✕'
      say(
        `${mark} the demo’s findings, from an edit until they are current: ${Math.round(taken)} ms, at most ${MOST_MS} ms`,
      )
      await measureReleases(ask, server.url)
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
}

const createAsk = (url, headers) => async (method, path, body) => {
  const sent = { ...headers, ...(body === undefined ? {} : { 'content-type': 'application/json' }) }
  const answer = await fetch(url + path, { method, headers: sent, body: body && JSON.stringify(body) })
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
  return answer.json()
}

async function waitUntilCurrent(ask) {
  while ((await ask('GET', '/api/findings')).state !== 'current') await pause(LOOK_MS)
}

/** A release straight after an edit, in turn with orders flowing and without. */
async function measureReleases(ask, url) {
  const { rows } = await ask('GET', '/api/products?size=200')
  const stocked = rows.map(({ product }) => product).toSorted((a, b) => b.stock - a.stock)
  const skus = stocked.slice(0, MOST_STOCKED).map(({ sku }) => sku)
  const shares = []
  const quiet = []
  for (let round = 0; round < RELEASES; round++) {
    const without = await timeRelease(ask, EDITED[round % EDITED.length])
    const orders = startOrders(url, skus)
    const flowing = await timeRelease(ask, EDITED[(round + 1) % EDITED.length]).finally(orders.stop)
    if (orders.refused() > 0) throw new Error(`${orders.refused()} orders were refused`)
    shares.push(flowing / without)
    quiet.push(without)
  }
  const share = median(shares)
  const mark = share <= 2 ? '✓' : '✕'
  say(
    `${mark} a release with ${1000 / ORDER_EVERY_MS} orders a second: ${share.toFixed(2)} × one without, at most 2 (${Math.round(median(quiet))} ms, medians of ${RELEASES} interleaved rounds)`,
  )
}

async function timeRelease(ask, id) {
  await edit(ask, id)
  await waitUntilCurrent(ask)
  const { planRevision } = await ask('GET', '/api/store')
  const startedAt = performance.now()
  await ask('POST', '/api/releases', { note: '', planRevision })
  return performance.now() - startedAt
}

/** Places orders at an even pace, whether those before are answered or not. */
function startOrders(url, skus) {
  let placed = 0
  let refused = 0
  const cookie = fetch(`${url}/api/shop`).then(({ headers }) => headers.getSetCookie()[0].split(';')[0])
  const place = async () => {
    const sku = skus[placed++ % skus.length]
    const answer = await fetch(`${url}/api/shop/orders`, {
      method: 'POST',
      headers: { cookie: await cookie, 'content-type': 'application/json', 'idempotency-key': randomUUID() },
      body: JSON.stringify({
        cart: { lines: [{ sku, quantity: 1 }], codes: [], delivery: { option: 'parcel', country: 'AT' } },
        expected: { grand: 99_999_999, gifts: {} },
        buyer: { email: 'mara@example.test', name: 'Mara' },
      }),
    })
    if (!answer.ok) refused++
  }
  const timer = setInterval(() => void place(), ORDER_EVERY_MS)
  return { stop: () => clearInterval(timer), refused: () => refused }
}

/** From the answer to an edit until findings are current. */
async function timeEdit(ask, id) {
  await edit(ask, id)
  const startedAt = performance.now()
  await waitUntilCurrent(ask)
  return performance.now() - startedAt
}

async function edit(ask, id) {
  const { promotion, campaign, occasion, archived, note, version } = await ask('GET', `/api/promotions/${id}`)
  const { id: _id, rank: _rank, ...rule } = promotion
  const limits = { ...rule.limits, uses: (rule.limits.uses ?? 100_000) + 1 }
  await ask('PUT', `/api/promotions/${id}`, { ...rule, limits, campaign, occasion, archived, note, version })
}

/** In a process of its own, so that nothing else is in its memory. */
async function measureLarge(folder) {
  const outfile = join(folder, 'proof.mjs')
  await bundle('scripts/bench/proof.ts', outfile)
  await new Promise((resolve, reject) => {
    spawn(process.execPath, [outfile], { cwd: ROOT, stdio: 'inherit' }).once('exit', (code) => {
      if (code === 0) resolve()
      else reject(new Error(`the measure ended with ${code}`))
    })
  })
}

const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]

await runMain(main)
