import { spawn } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT } from './lib/system.mjs'

const ROUNDS = 9
const LOOK_MS = 10
const MOST_MS = 1000
const EDITED = ['demo-1', 'demo-12', 'demo-33', 'demo-37']

/** Prints what findings cost: of the demo, from an edit until they are current; of a large plan, the bound and an edit against a full check. */
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
      const median = times.toSorted((a, b) => a - b)[Math.floor(ROUNDS / 2)]
      const mark = median <= MOST_MS ? '✓' : '✕'
      say(
        `${mark} the demo’s findings, from an edit until they are current: ${Math.round(median)} ms, at most ${MOST_MS} ms`,
      )
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

/** From the answer to an edit until findings are current. */
async function timeEdit(ask, id) {
  const { promotion, campaign, occasion, archived, note, version } = await ask('GET', `/api/promotions/${id}`)
  const { id: _id, rank: _rank, ...rule } = promotion
  const limits = { ...rule.limits, uses: (rule.limits.uses ?? 100_000) + 1 }
  await ask('PUT', `/api/promotions/${id}`, { ...rule, limits, campaign, occasion, archived, note, version })
  const startedAt = performance.now()
  await waitUntilCurrent(ask)
  return performance.now() - startedAt
}

/** In a process of its own, so that nothing else is in its memory. */
async function measureLarge(folder) {
  const outfile = join(folder, 'proof.mjs')
  await build({
    entryPoints: [join(ROOT, 'scripts', 'bench', 'proof.ts')],
    ...{ outfile, bundle: true, platform: 'node', format: 'esm', logLevel: 'warning' },
  })
  await new Promise((resolve, reject) => {
    spawn(process.execPath, [outfile], { cwd: ROOT, stdio: 'inherit' }).once('exit', (code) => {
      if (code === 0) resolve()
      else reject(new Error(`the measure ended with ${code}`))
    })
  })
}

await runMain(main)
