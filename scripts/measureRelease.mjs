import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import mysql from 'mysql2/promise'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT } from './lib/system.mjs'

const PROMOTIONS = 2000
const CHANGES = 200
const ROUNDS = 9
const MOST_REVIEW = 0.3
const MOST_PAUSE_MS = 2000
const MOST_LIST = 1.5
const LIST_ROUNDS = 120
const LOOK_MS = 20
const SETTINGS = { NOVALEX_REQUESTS_PER_MINUTE: '999999999', NOVALEX_LOG: 'warn' }

/** Prints the shop list of a signed-in shopper, what a review of one change costs, and how long a pause takes to another process. */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'measure-release')
  mkdirSync(folder, { recursive: true })
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url })
    const connection = await mysql.createConnection(database.url)
    const start = async () =>
      startServer({ databaseUrl: database.url, port: await findFreePort(), folder, settings: SETTINGS })
    const [one, other] = [await start(), await start()]
    try {
      const session = await signInToDemo(one.url, 'administrator')
      const ask = createAsk(one.url, session)
      await measureList(one.url)
      await measurePause(ask, createAsk(other.url, {}))
      await plan(connection)
      await measureReview(ask, connection)
    } finally {
      await connection.end()
      await one.stop()
      await other.stop()
    }
  } finally {
    await database.stop()
  }
}

const createAsk = (url, headers) => async (method, path, body) => {
  const sent = { ...headers, ...(body === undefined ? {} : { 'content-type': 'application/json' }) }
  const answer = await fetch(`${url}/api${path}`, {
    method,
    headers: sent,
    body: body === undefined ? undefined : JSON.stringify(body),
  })
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
  return answer.status === 204 ? null : answer.json()
}

/** The shop list of a signed-in shopper against a guest's: medians of interleaved rounds, page by page. */
async function measureList(url) {
  const guest = createAsk(url, {})
  const [shopper] = await guest('GET', '/shop/shoppers?search=a')
  const signedIn = await fetch(`${url}/api/shop/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ shopper: shopper.id }),
  })
  const member = createAsk(url, { cookie: signedIn.headers.get('set-cookie').split(';')[0] })
  const times = [[], []]
  for (let round = 0; round < LIST_ROUNDS; round++) {
    for (const [at, ask] of [guest, member].entries()) {
      const begun = performance.now()
      await ask('GET', `/shop/products?size=24&page=${1 + (round % 10)}`)
      times[at].push(performance.now() - begun)
    }
  }
  const [alone, own] = times.map((list) => list.sort((a, b) => a - b)[LIST_ROUNDS / 2])
  const ratio = own / alone
  const mark = ratio <= MOST_LIST ? '✓' : '✕'
  say(
    `${mark} shop list for a signed-in shopper ${ratio.toFixed(2)} × a guest's (${own.toFixed(1)} against ${alone.toFixed(1)} ms), at most ${MOST_LIST} ×`,
  )
}

/** From the pause of a promotion by one process until another one's shop has the regular price. */
async function measurePause(ask, askOther) {
  const records = await ask('GET', '/promotions')
  const { promotions } = await ask('GET', '/plan?plan=live')
  const priced = promotions.filter(
    ({ state, mechanic, when, code }) => state === 'ready' && mechanic.kind === 'markdown' && !when && !code,
  )
  const times = []
  for (const { id } of priced) {
    if (times.length === ROUNDS) break
    const sku = await findReduced(ask, id)
    if (sku === null || !records.some(({ promotion }) => promotion.id === id)) continue
    const priceNow = async () => (await askOther('GET', `/shop/products/${encodeURIComponent(sku)}`)).product.price
    const before = await priceNow()
    const begun = performance.now()
    await ask('POST', '/releases', { note: '', planRevision: 0, atOnce: { act: 'pause', promotion: id } })
    while ((await priceNow()) === before) await pause(LOOK_MS)
    times.push(performance.now() - begun)
  }
  const longest = Math.max(...times)
  const mark = longest <= MOST_PAUSE_MS ? '✓' : '✕'
  say(
    `${mark} from a pause to the shop’s next answer by another process: ${Math.round(longest)} ms at most in ${times.length} pauses, at most ${MOST_PAUSE_MS} ms`,
  )
}

/** A product whose shop price follows from this promotion alone; null where there is none. */
async function findReduced(ask, id) {
  const { rows } = await ask('GET', '/products?plan=live&size=200')
  const found = rows.find(
    ({ product, shelf, causes }) => shelf !== product.regularPrice && causes.length === 1 && causes[0].promotion === id,
  )
  return found?.product.sku ?? null
}

/** Fills the working plan and the live release with sales of one product each, then edits some of them. */
async function plan(connection) {
  const [products] = await connection.query('select sku from products order by sku')
  const [[{ rank }]] = await connection.query('select max(`rank`) as `rank` from promotions')
  const [[{ count }]] = await connection.query('select count(*) as count from promotions where deleted_at is null')
  const rule = (at, percent) =>
    JSON.stringify({
      schedule: { start: '2030-01-01T00:00', end: '2030-02-01T00:00' },
      code: null,
      when: null,
      mechanic: { kind: 'markdown', reach: { skus: [products[at % products.length].sku] }, value: { percent } },
      stacking: { group: 'sale', mode: 'group' },
      limits: {},
      ladder: null,
    })
  const rows = Array.from({ length: PROMOTIONS - count }, (_, at) => [
    `many-${at}`,
    rank + 1 + at,
    `Sale ${at}`,
    'ready',
    '',
    rule(at, 500 + (at % 20) * 100),
    1,
    new Date(),
    'Measured',
  ])
  const columns = 'id, `rank`, name, state, note, rule, version, updated_at, updated_by'
  await connection.query(`insert into promotions (${columns}) values ?`, [rows])
  const [kept] = await connection.query(
    'select id, name, `rank`, state, rule, occasion from promotions where deleted_at is null and archived = 0 order by `rank`',
  )
  const [[store]] = await connection.query('select settings from store')
  const [sets] = await connection.query('select id, name, content, version from product_sets')
  const [occasions] = await connection.query('select id, name, content from occasions')
  const content = {
    store: JSON.parse(store.settings),
    promotions: kept.map(({ rule: own, occasion: _occasion, ...fields }) => ({ ...fields, ...JSON.parse(own) })),
    sets: sets.map((set) => ({ ...set, content: JSON.parse(set.content) })),
    occasions: occasions.map(({ id, name, content: when }) => {
      const { start, end } = JSON.parse(when) ?? {}
      return { id, name, dates: start === undefined ? null : { start, end } }
    }),
    follows: Object.fromEntries(kept.flatMap(({ id, occasion }) => (occasion === null ? [] : [[id, occasion]]))),
  }
  const [[{ number }]] = await connection.query('select max(number) as number from releases')
  await connection.query('insert into releases set ?', {
    number: number + 1,
    released_at: new Date(),
    released_by: 'Measured',
    note: '',
    promotion_count: kept.length,
    plan: JSON.stringify(content),
  })
  for (let at = 0; at < CHANGES; at++)
    await connection.query('update promotions set rule = ?, version = version + 1 where id = ?', [
      rule(at, 3000 + at),
      `many-${at}`,
    ])
  await connection.query('update store set plan_revision = plan_revision + 1')
}

/** Each round after an edit, so that nothing is known yet. */
async function measureReview(ask, connection) {
  const ratios = []
  const edit = (percent) =>
    connection
      .query("update promotions set rule = json_set(rule, '$.mechanic.value.percent', ?) where id = 'many-0'", [
        percent,
      ])
      .then(() => connection.query('update store set plan_revision = plan_revision + 1'))
  const time = async (work) => {
    const begun = performance.now()
    await work()
    return performance.now() - begun
  }
  for (let round = 0; round < ROUNDS; round++) {
    await edit(4000 + round)
    const { plan: chosen } = await ask('POST', '/releases/choices', { changes: ['promotion:many-0'] })
    const works = [() => ask('GET', '/releases/review'), () => ask('GET', `/releases/review?release=${chosen}`)]
    // Each first in every other round.
    const [first, second] = round % 2 === 0 ? works : works.toReversed()
    const times = [await time(first), await time(second)]
    const [all, one] = round % 2 === 0 ? times : times.toReversed()
    if (round === 0)
      say(`${(await ask('GET', '/releases/changes')).changes.length} changes of ${PROMOTIONS} promotions`)
    if (round > 0) ratios.push({ ratio: one / all, one, all })
  }
  ratios.sort((a, b) => a.ratio - b.ratio)
  const { ratio, one, all } = ratios[Math.floor(ratios.length / 2)]
  const mark = ratio <= MOST_REVIEW ? '✓' : '✕'
  say(
    `${mark} a review of one change against one of all: ${ratio.toFixed(2)} × (${Math.round(one)} ms against ${Math.round(all)} ms), at most ${MOST_REVIEW} ×`,
  )
}

await runMain(main)
