import { execFileSync } from 'node:child_process'
import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT, run } from './lib/system.mjs'

const ROWS = 50_000

/** Prints the figures of an import of 50,000 rows, and lines of code and tests. */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'measure')
  mkdirSync(folder, { recursive: true })
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url })
    const server = await startServer({ databaseUrl: database.url, port: await findFreePort(), folder })
    try {
      await measureImport(server, folder)
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
  countLines()
}

async function measureImport({ url, pid }, folder) {
  const path = join(folder, 'products.csv')
  await run(process.execPath, [
    '--import',
    'tsx',
    join(ROOT, 'scripts', 'demo', 'writeProductFile.ts'),
    path,
    String(ROWS),
  ])
  const body = readFileSync(path)
  const before = peakMb(pid)
  const answers = watchAnswers(url)
  const startedAt = performance.now()
  const { id } = await ask(`${url}/api/imports`, { method: 'POST', body, headers: { 'content-type': 'text/csv' } })
  await settle(url, id, 'reading')
  const readAt = performance.now()
  await ask(`${url}/api/imports/${id}/accept`, { method: 'POST' })
  const { state } = await settle(url, id, 'writing')
  const doneAt = performance.now()
  const slowest = await answers.stop()
  say(`Import of ${ROWS} products (${(body.length / 2 ** 20).toFixed(1)} MB): ${state}`)
  say(`  read and compared  ${seconds(readAt - startedAt)} s`)
  say(`  written            ${seconds(doneAt - readAt)} s`)
  say(`  server's memory    ${peakMb(pid)} MB at its peak, ${before} MB before`)
  say(`  slowest answer to another request meanwhile  ${Math.round(slowest)} ms`)
}

/** Asks for the store all the while; tells the slowest answer. */
function watchAnswers(url) {
  let isOn = true
  let slowest = 0
  const loop = (async () => {
    while (isOn) {
      const askedAt = performance.now()
      await ask(`${url}/api/store`)
      slowest = Math.max(slowest, performance.now() - askedAt)
      await pause(20)
    }
  })()
  return {
    stop: async () => {
      isOn = false
      await loop
      return slowest
    },
  }
}

async function settle(url, id, state) {
  for (;;) {
    const status = await ask(`${url}/api/imports/${id}`)
    if (status.state !== state) return status
    await pause(50)
  }
}

async function ask(url, options) {
  const response = await fetch(url, options)
  if (!response.ok) throw new Error(`${url} answered ${response.status}: ${await response.text()}`)
  return response.json()
}

function peakMb(pid) {
  const [, kb] = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? []
  return Math.round(Number(kb) / 1024)
}

function seconds(ms) {
  return (ms / 1000).toFixed(1)
}

function countLines() {
  const files = execFileSync('git', ['ls-files'], { cwd: ROOT, encoding: 'utf8' }).trim().split('\n')
  const sources = files.filter((file) => /\.(ts|vue|mjs|css)$/.test(file))
  const isTest = (file) => /\.(test|spec)\.ts$|^e2e\/|\/testing\//.test(file)
  const count = (list) =>
    list.reduce((sum, file) => sum + readFileSync(join(ROOT, file), 'utf8').split('\n').length - 1, 0)
  const tests = count(sources.filter(isTest))
  const code = count(sources) - tests
  say(`Lines: ${code} of code, ${tests} of tests (${Math.round((100 * tests) / (code + tests))} % of all)`)
}

await runMain(main)
