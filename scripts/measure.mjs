import { execFileSync } from 'node:child_process'
import { createReadStream, mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT, run } from './lib/system.mjs'

const IMPORTED = 100_000
const LISTED = 50_000
const ROUNDS = 3
const PAGE_ROUNDS = 31

/** Prints the figures of files and tables of many products, each against what the database does by itself, and lines of code. */
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
      session = await signInToDemo(server.url, 'administrator')
      await measureImport(server, { folder, database })
      await measureTable(server, { folder, database })
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
  countLines()
}

async function writeProducts(folder, count, name) {
  const path = join(folder, name)
  await run(process.execPath, [
    '--import',
    'tsx',
    join(ROOT, 'scripts', 'demo', 'writeProductFile.ts'),
    path,
    String(count),
  ])
  return path
}

/** Brings a file in and accepts it; tells how long reading and writing took. */
async function bringIn(url, body) {
  const startedAt = performance.now()
  const { id } = await ask(`${url}/api/imports`, { method: 'POST', body, headers: { 'content-type': 'text/csv' } })
  await settle(url, id, 'reading')
  const readAt = performance.now()
  await ask(`${url}/api/imports/${id}/accept`, { method: 'POST' })
  const { state } = await settle(url, id, 'writing')
  if (state !== 'done') throw new Error(`the import is ${state}`)
  return { readMs: readAt - startedAt, writtenMs: performance.now() - readAt }
}

/** An import of new products each round, against `LOAD DATA LOCAL INFILE` of the same file into a table of the same shape. */
async function measureImport({ url, pid }, { folder, database }) {
  const path = await writeProducts(folder, IMPORTED, 'products.csv')
  const text = readFileSync(path, 'utf8')
  const connection = await createConnection({ uri: database.url, infileStreamFactory: () => createReadStream(path) })
  const idleMb = peakMb(pid)
  const answers = watchAnswers(url)
  const rounds = []
  let slowest
  try {
    for (let round = 0; round < ROUNDS; round++) {
      // Other SKUs each time, so that each round adds 100,000 products.
      const body = Buffer.from(text.replaceAll(/^([A-Z])/gm, `R${round}$1`))
      await connection.query('create or replace table loaded like products')
      await connection.query('set @row = 0')
      // Each round adds to the same catalogue.
      await connection.query("delete from products where sku regexp '^R[0-9]'")
      await connection.query("delete from regular_prices where sku regexp '^R[0-9]'")
      await connection.query('update store set catalogue_revision = catalogue_revision + 1')
      const loadedAt = performance.now()
      await connection.query({
        sql: `load data local infile 'products.csv' into table loaded fields terminated by ',' optionally enclosed by '"'
            lines terminated by '\\r\\n' ignore 1 lines
            (sku, name, family, categories, tags, @regular, @cost, @minimum, @rate, @stock)
            set position = (@row := @row + 1), regular_price = @regular * 100, unit_cost = @cost * 100,
            minimum_price = nullif(@minimum, '') * 100, tax_rate = @rate * 100, stock = nullif(@stock, '')`,
        infileStreamFactory: () => createReadStream(path),
      })
      const loadMs = performance.now() - loadedAt
      const [[{ loaded }]] = await connection.query('select count(*) as loaded from loaded')
      if (loaded !== IMPORTED) throw new Error(`loaded ${loaded} rows`)
      rounds.push({ loadMs, ...(await bringIn(url, body)) })
    }
  } finally {
    slowest = await answers.stop()
    await connection.end()
  }
  const [load, read, written] = ['loadMs', 'readMs', 'writtenMs'].map((key) => median(rounds.map((one) => one[key])))
  const ratio = median(rounds.map((one) => (one.readMs + one.writtenMs) / one.loadMs))
  say(`Import of ${IMPORTED} products (${(text.length / 2 ** 20).toFixed(1)} MB), median of ${ROUNDS} rounds:`)
  say(`  ${ratio.toFixed(2)} × the time of LOAD DATA LOCAL INFILE (at most 6)`)
  say(`  read and compared ${seconds(read)} s, written ${seconds(written)} s; LOAD DATA ${seconds(load)} s`)
  say(`  server's memory ${peakMb(pid)} MB at its peak (at most 300), ${idleMb} MB before`)
  say(`  slowest answer to another request meanwhile ${Math.round(slowest)} ms`)
}

/** The first page of the table, asked for at another moment each time so that nothing is at hand, against the query behind it. */
async function measureTable({ url }, { folder, database }) {
  const connection = await createConnection(database.url)
  await connection.query("delete from products where sku regexp '^R[0-9]'")
  await connection.query('update store set catalogue_revision = catalogue_revision + 1')
  await bringIn(url, readFileSync(await writeProducts(folder, LISTED, 'listed.csv')))
  const fields =
    'sku, name, family, categories, tags, regular_price, unit_cost, minimum_price, tax_rate, stock, sold_30_days'
  const cases = [
    ['as in the catalogue', [], null, '1 = 1', 'position'],
    ['dearest first', [], { column: 'regular', descending: true }, '1 = 1', 'regular_price desc'],
    [
      'words in the name',
      [{ column: 'name', text: 'oil set' }],
      null,
      "name like '%oil%' and name like '%set%'",
      'position',
    ],
    ['stock at most 5', [{ column: 'stock', to: 5 }], null, 'stock <= 5', 'position'],
  ]
  say(
    `First page of the table of ${LISTED} products (100 rows and their number), against the bare queries, median of ${PAGE_ROUNDS} rounds:`,
  )
  for (const [what, filters, order, where, by] of cases) {
    const bare = [
      `select ${fields} from products where ${where} order by ${by} limit 100`,
      `select count(*) as total from products where ${where}`,
    ]
    const rounds = []
    for (let round = 0; round < PAGE_ROUNDS; round++) {
      const at = new Date(Date.now() + round * 60_000).toISOString()
      const body = JSON.stringify({ at, filters, order, from: 0, count: 100 })
      const askedAt = performance.now()
      const page = await ask(`${url}/api/products/table`, {
        method: 'POST',
        body,
        headers: { 'content-type': 'application/json' },
      })
      const pageMs = performance.now() - askedAt
      const queriedAt = performance.now()
      await connection.query(bare[0])
      const [[{ total }]] = await connection.query(bare[1])
      rounds.push({ pageMs, sqlMs: performance.now() - queriedAt })
      if (total !== page.total) throw new Error(`${what}: ${page.total} rows, the query finds ${total}`)
    }
    const [page, plain] = ['pageMs', 'sqlMs'].map((key) => median(rounds.map((one) => one[key])))
    say(`  ${(page / plain).toFixed(2)} × (at most 3; ${page.toFixed(1)} ms, ${plain.toFixed(1)} ms)  ${what}`)
  }
  await connection.end()
}

function median(values) {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]
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

/** Of the administrator. */
let session = {}

/** Each on a connection of its own: one that was kept may have been closed while this process was busy. */
async function ask(url, options = {}) {
  const response = await fetch(url, { ...options, headers: { ...session, ...options.headers, connection: 'close' } })
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
