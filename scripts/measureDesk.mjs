/* global document, PerformanceObserver, window -- what runs in the page */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import mysql from 'mysql2/promise'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { ensureBuild, ensureModules, ensurePrograms, findFreePort, ROOT } from './lib/system.mjs'

const NOW = '2027-03-10T08:41:00Z'
const LINES = 20
const KEYSTROKES = 60
const MANY = 2000

/** Prints what the planning desk costs: first load, the till's latency, the calendar's longest task. */
async function main() {
  await ensureModules()
  await ensurePrograms(['chromium'], ['chromium'])
  await ensureBuild()
  const { chromium } = await import('@playwright/test')
  const folder = join(ROOT, '.novalex', 'measure-desk')
  mkdirSync(folder, { recursive: true })
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url, now: NOW })
    const server = await startServer({ databaseUrl: database.url, port: await findFreePort(), folder, now: NOW })
    const browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    })
    try {
      await measureFirstLoads(browser, server.url)
      say(`Till, ${LINES} lines, demo plan: ${await measureTill(browser, server.url)}`)
      const few = await measurePages(browser, server.url, database.url)
      await multiplyPlan(database.url)
      say(`Till, ${LINES} lines, ${MANY} promotions: ${await measureTill(browser, server.url)}`)
      say(`Calendar, ${MANY} promotions, scrolled and zoomed: ${await measureCalendar(browser, server.url)}`)
      comparePages(few, await measurePages(browser, server.url, database.url))
    } finally {
      await browser.close()
      await server.stop()
    }
  } finally {
    await database.stop()
  }
}

/** Requests before the first page shows, for the desk and the shop. */
async function measureFirstLoads(browser, url) {
  const desk = await openPage(browser, url)
  await measureFirstLoad(desk, {
    name: 'the promotions',
    address: `${url}/promotions`,
    landmark: desk.getByRole('link', { name: 'Spring paper: 15% off' }),
    most: 200,
  })
  const shop = await (await browser.newContext()).newPage()
  await measureFirstLoad(shop, {
    name: 'the shop',
    address: `${url}/shop`,
    landmark: shop.getByText('Drawing sheet A4').first(),
    most: 110,
  })
}

async function measureFirstLoad(page, { name, address, landmark, most }) {
  const client = await page.context().newCDPSession(page)
  await client.send('Network.enable')
  const types = new Map()
  const sizes = { script: 0, other: 0 }
  client.on('Network.responseReceived', ({ requestId, type }) => types.set(requestId, type))
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    sizes[types.get(requestId) === 'Script' ? 'script' : 'other'] += encodedDataLength
  })
  await page.goto(address)
  await landmark.waitFor()
  const kb = (bytes) => Math.round(bytes / 1024)
  const mark = kb(sizes.script) <= most ? '✓' : '✕'
  say(
    `${mark} first load of ${name}: ${kb(sizes.script)} kB of script, at most ${most}; ${kb(sizes.other)} kB of all else, compressed`,
  )
  await page.context().close()
}

/** Visible content of a loaded page; slow parts may still show a placeholder. */
const PAGES = [
  ['promotions', '/promotions', (page) => page.locator('td.name a')],
  ['calendar', '/calendar', (page) => page.locator('.bar')],
  ['releases', '/releases', (page) => page.getByRole('heading', { name: 'Next release' })],
  ['stacking', '/stacking', (page) => page.getByRole('heading', { name: 'Ranking' })],
  ['products', '/products', (page) => page.getByRole('row', { name: /Acrylic/ }).first()],
  ['a promotion', '/promotions/demo-11', (page) => page.getByTestId('receipt').getByRole('status')],
]
/** Computed once per revision and shared. */
const ANSWERS = [
  ['/api/moments', '/api/moments'],
  ['/api/deepest', '/api/deepest?from=2027-01-01T00:00:00Z&to=2027-12-31T00:00:00Z'],
  ['/api/releases/review', '/api/releases/review'],
]
/** A window of someone who is signed in. */
async function openPage(browser, url) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  await context.request.post(`${url}/api/session/demo`, { data: { email: 'administrator@fennmoor.example' } })
  return context.newPage()
}

const PAGE_ROUNDS = 5

/** Each page from its address to what is first needed of it, in a window that was open before; each answer as the first who asks gets it. */
async function measurePages(browser, url, databaseUrl) {
  const found = []
  const connection = await mysql.createConnection(databaseUrl)
  await connection.query('UPDATE store SET plan_revision = plan_revision + 1')
  await connection.end()
  for (const [name, path] of ANSWERS) {
    const askedAt = performance.now()
    const answer = await fetch(`${url}${path}`, { headers: await signInToDemo(url, 'administrator') })
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`)
    await answer.text()
    found.push({ name, ms: performance.now() - askedAt, nodes: null, mostTimes: MANY / 24 })
  }
  const page = await openPage(browser, url)
  const context = page.context()
  await page.goto(`${url}/sets`)
  for (const [name, path, needed] of PAGES) {
    const times = []
    let nodes = 0
    for (let round = 0; round < PAGE_ROUNDS; round++) {
      await page.goto(`${url}/sets`)
      await page.getByRole('heading', { name: 'Product sets' }).waitFor()
      const askedAt = performance.now()
      await page.goto(`${url}${path}`)
      await needed(page).first().waitFor()
      times.push(performance.now() - askedAt)
      nodes = await page.evaluate(() => document.querySelectorAll('*').length)
    }
    found.push({ name, ms: times.sort((a, b) => a - b)[Math.floor(times.length / 2)], nodes, mostTimes: 3 })
  }
  await context.close()
  return found
}

function comparePages(few, many) {
  say(`With ${MANY} promotions against the demo's 24 (pages: median of ${PAGE_ROUNDS}):`)
  for (const [at, { name, ms, nodes, mostTimes }] of many.entries()) {
    const size = nodes === null ? '' : `, ${nodes} nodes`
    const limit = mostTimes.toFixed(0)
    say(
      `  ${(ms / few[at].ms).toFixed(2)} × (at most ${limit}; ${ms.toFixed(0)} and ${few[at].ms.toFixed(0)} ms${size})  ${name}`,
    )
  }
}

/** A quantity is typed again and again; each time from the change to the receipt that shows it. */
async function measureTill(browser, url) {
  const page = await openPage(browser, url)
  await page.goto(`${url}/promotions/demo-11`)
  await page.getByRole('heading', { name: 'Edge cases' }).waitFor()
  await page.evaluate(async (count) => {
    const answer = await fetch(`/api/products?size=${count}`)
    const { rows } = await answer.json()
    const { $pinia } = document.querySelector('#app').__vue_app__.config.globalProperties
    $pinia.state.value.till.lines = rows.map(({ product }) => ({ product, quantity: 2 }))
  }, LINES)
  const receipt = page.getByTestId('receipt')
  const field = receipt.getByRole('spinbutton').first()
  const status = receipt.getByRole('status')
  await page.waitForTimeout(2000)
  const times = []
  for (let stroke = 0; stroke < KEYSTROKES; stroke++) {
    const before = await status.textContent()
    await field.fill(String(3 + (stroke % 7)))
    await page.waitForFunction(
      ([selector, old]) => document.querySelector(selector).textContent !== old,
      ['[data-testid=receipt] [role=status]', before],
    )
    times.push(Number(await receipt.getAttribute('data-latency')))
  }
  await page.close()
  times.sort((a, b) => a - b)
  const at = (share) => times[Math.floor((times.length - 1) * share)].toFixed(0)
  return `median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms`
}

/** Copies of the demo's promotions, each a few days apart, until there are enough. */
async function multiplyPlan(databaseUrl) {
  const connection = await mysql.createConnection(databaseUrl)
  const [[{ count }]] = await connection.query('SELECT COUNT(*) AS count FROM promotions')
  const [rows] = await connection.query('SELECT * FROM promotions ORDER BY `rank`')
  const shifted = (local, days) => {
    const date = new Date(Date.parse(`${local.slice(0, 10)}T00:00Z`) + days * 86_400_000)
    return `${date.toISOString().slice(0, 10)}${local.slice(10)}`
  }
  const copies = Array.from({ length: MANY - Number(count) }, (_, index) => {
    const row = rows[index % rows.length]
    const days = ((index * 13) % 360) - 180
    const rule = JSON.parse(row.rule)
    const { start, end } = rule.schedule
    if (start) rule.schedule.start = shifted(start, days)
    if (end) rule.schedule.end = shifted(end, days)
    return { ...row, id: `copy-${index}`, rank: 1000 + index, name: `${row.name} ${index}`, rule: JSON.stringify(rule) }
  })
  const columns = Object.keys(copies[0])
  await connection.query('INSERT INTO promotions (??) VALUES ?', [
    columns,
    copies.map((copy) => columns.map((column) => copy[column])),
  ])
  await connection.query('UPDATE store SET plan_revision = plan_revision + 1')
  await connection.end()
}

async function measureCalendar(browser, url) {
  const page = await openPage(browser, url)
  await page.goto(`${url}/calendar`)
  await page.getByRole('heading', { name: 'Deepest discount' }).waitFor()
  await page.waitForTimeout(3000)
  await page.evaluate(() => {
    window.longest = 0
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longest = Math.max(window.longest, entry.duration)
    }).observe({ type: 'longtask' })
  })
  for (const zoom of ['month', 'quarter', 'year', 'week', 'quarter']) {
    await page.getByRole('button', { name: zoom, exact: true }).click()
    await page.waitForTimeout(300)
    await page.mouse.move(700, 400)
    for (let turn = 0; turn < 15; turn++) {
      await page.mouse.wheel(0, 300)
      await page.waitForTimeout(30)
    }
  }
  await page.waitForTimeout(1000)
  const longest = await page.evaluate(() => window.longest)
  await page.close()
  return longest === 0 ? 'no task over 50 ms' : `longest task ${Math.round(longest)} ms`
}

await runMain(main)
