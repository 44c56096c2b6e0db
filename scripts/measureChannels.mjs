import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { clearInterval, setInterval } from 'node:timers'
import { bundle } from './lib/bundle.mjs'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT, run } from './lib/system.mjs'

const PRODUCTS = 50_000
const MOST_MB = 64
const ROUNDS = 3
const REST_MS = 3000

/** Prints what channels cost: checks against shelf prices, a feed against its rows as CSV, and the memory of a feed that is streamed. */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'measure-channels')
  mkdirSync(folder, { recursive: true })
  await measureCore(folder)
  await measureStream(folder)
}

/** In a process of its own, so that nothing else is in its memory. */
async function measureCore(folder) {
  const outfile = join(folder, 'channels.mjs')
  await bundle('scripts/bench/channels.ts', outfile)
  const code = await new Promise((resolve) => {
    spawn(process.execPath, [outfile], { cwd: ROOT, stdio: 'inherit' }).once('exit', resolve)
  })
  if (code !== 0) process.exitCode = 1
}

async function measureStream(folder) {
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url })
    const server = await startServer({ databaseUrl: database.url, port: await findFreePort(), folder })
    try {
      const session = await signInToDemo(server.url, 'administrator')
      const ask = createAsk(server.url, session)
      await importProducts(ask, folder)
      const feed = await ask('POST', '/api/feeds', FEED)
      const { url } = await ask('POST', `/api/feeds/${feed.id}/addresses`)
      await measureMemory(server.pid, url)
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
}

const FEED = {
  name: 'Everything',
  channel: 'web',
  format: 'csv',
  daysAhead: 14,
  link: null,
  columns: ['sku', 'name', 'link', 'availability', 'price', 'salePrice', 'salePeriod'].map((field) => {
    return { name: field, field }
  }),
}

const createAsk =
  (url, headers) =>
  async (method, path, body, type = 'application/json') => {
    const isText = typeof body === 'string'
    const sent = { ...headers, ...(body === undefined ? {} : { 'content-type': type }) }
    const answer = await fetch(url + path, {
      method,
      headers: sent,
      body: isText ? body : body && JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
    return answer.json()
  }

async function importProducts(ask, folder) {
  const path = join(folder, 'products.csv')
  const script = join(ROOT, 'scripts', 'demo', 'writeProductFile.ts')
  await run(process.execPath, ['--import', 'tsx', script, path, String(PRODUCTS)])
  const { id } = await ask('POST', '/api/imports', readFileSync(path, 'utf8'), 'text/csv')
  const settle = async (state) => {
    for (;;) {
      const status = await ask('GET', `/api/imports/${id}`)
      if (status.state !== state) return status
      await pause(50)
    }
  }
  await settle('reading')
  await ask('POST', `/api/imports/${id}/accept`)
  const { state } = await settle('writing')
  if (state !== 'done') throw new Error(`the import is ${state}`)
}

/** The server's memory while a feed is streamed, over what it takes at rest once it knows the products. */
async function measureMemory(pid, url) {
  // The first two have the threads load the plan.
  for (let round = 0; round < 2; round++) await readAll(url)
  const overs = []
  for (let round = 0; round < ROUNDS; round++) {
    await pause(REST_MS)
    const idle = residentMb(pid)
    let peak = idle
    const watch = setInterval(() => {
      peak = Math.max(peak, residentMb(pid))
    }, 10)
    const startedAt = performance.now()
    const rows = await readAll(url)
    clearInterval(watch)
    overs.push({ over: peak - idle, ms: performance.now() - startedAt, rows })
  }
  const { over, ms, rows } = overs.toSorted((a, b) => a.over - b.over)[Math.floor(ROUNDS / 2)]
  const mark = over <= MOST_MB ? '✓' : '✕'
  if (over > MOST_MB) process.exitCode = 1
  say(
    `${mark} a feed of ${rows} rows, streamed: ${over} MB over the idle server, at most ${MOST_MB} (${Math.round(ms)} ms; median of ${ROUNDS} rounds)`,
  )
}

/** Reads a feed piece by piece without keeping it; tells its rows. */
async function readAll(url) {
  const { body } = await fetch(url)
  let rows = -1
  for await (const piece of body) for (const byte of piece) if (byte === 10) rows++
  return rows
}

function residentMb(pid) {
  const [, kb] = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? []
  return Math.round(Number(kb) / 1024)
}

await runMain(main)
