import { randomBytes } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { runMain, say } from '../lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from '../lib/serve.mjs'
import { ensureBuild, ensureModules, findFreePort, pause, ROOT } from '../lib/system.mjs'
import { startCluster } from './nodes.mjs'
import { orderMeanwhile } from './orders.mjs'

const DATABASE = 'novalex'
const ROUNDS = 20
const RIVALS = 16
const ROWS = 20_000
const PACE_MS = 40
const PATIENCE_MS = 180_000

/**
 * Two servers on two of three nodes: rival saves of one promotion, then orders against limits, then a stream of writes and two files, while a
 * node is killed in the middle and comes back. Prints what was answered and what was lost, and fails where anything was.
 */
async function main() {
  await ensureModules()
  await ensureBuild()
  say('Starting three nodes …')
  const { nodes, stop } = await startCluster(randomBytes(12).toString('hex'))
  const servers = []
  try {
    await fillWithDemo({ databaseUrl: nodes[0].url(DATABASE) })
    for (const [at, node] of nodes.slice(0, 2).entries()) servers.push(await serve(node, at))
    session = await signInToDemo(servers[0].url, 'administrator')
    await settled(nodes)
    const orders = () => orderMeanwhile({ nodes, servers, session, database: DATABASE, settled: () => settled(nodes) })
    const faults = [...(await rival(servers)), ...(await orders()), ...(await killOne(nodes, servers))]
    say(faults.length === 0 ? '\nNothing was lost.' : `\n${faults.join('\n')}`)
    if (faults.length > 0) process.exitCode = 1
  } finally {
    for (const server of servers) await server.stop()
    await stop()
  }
}

async function serve(node, at) {
  const folder = join(ROOT, '.novalex', 'cluster', `server-${at + 1}`)
  mkdirSync(folder, { recursive: true })
  const settings = { NOVALEX_REQUESTS_PER_MINUTE: '999999999', NOVALEX_LOG: 'error' }
  return startServer({ databaseUrl: node.url(DATABASE), port: await findFreePort(), folder, settings })
}

let session = {}

/** The status and the answer; 0 where none came. */
async function ask({ url }, method, path, body, type = 'application/json') {
  const headers = { ...session, ...(body === undefined ? {} : { 'content-type': type }) }
  const content = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
  try {
    const response = await fetch(`${url}/api${path}`, { method, headers, body: content })
    const text = await response.text()
    return { status: response.status, body: text === '' ? null : JSON.parse(text) }
  } catch {
    return { status: 0, body: null }
  }
}

/** Many save the same version of the same promotion at once, half of them through each server: one wins. */
async function rival(servers) {
  const statuses = new Map()
  const faults = []
  const id = 'demo-1'
  for (let round = 1; round <= ROUNDS; round++) {
    const { body: record } = await ask(servers[round % 2], 'GET', `/promotions/${id}`)
    const { promotion, campaign, occasion, archived, note, version } = record
    const { id: _id, rank: _rank, ...rule } = promotion
    const save = (at) =>
      ask(servers[at % 2], 'PUT', `/promotions/${id}`, {
        ...rule,
        name: `Rival ${round}.${at}`,
        campaign,
        occasion,
        archived,
        note,
        version,
      })
    const answers = await Promise.all(Array.from({ length: RIVALS }, (_none, at) => save(at)))
    for (const { status } of answers) statuses.set(status, (statuses.get(status) ?? 0) + 1)
    const winners = answers.filter(({ status }) => status === 200)
    if (winners.length !== 1) faults.push(`round ${round} had ${winners.length} winners`)
    await until(async () => {
      const seen = await Promise.all(servers.map((server) => ask(server, 'GET', `/promotions/${id}`)))
      return seen.every(
        ({ body }) => body.version === version + 1 && body.promotion.name === winners[0]?.body.promotion.name,
      )
    }, `round ${round} to be on both servers`)
  }
  const others = [...statuses].filter(([status]) => status !== 200 && status !== 409)
  for (const [status, count] of others) faults.push(`${count} rival saves were answered ${status}`)
  const counted = [...statuses].map(([status, count]) => `${count} × ${status}`).join(', ')
  say(`Rival saves: ${ROUNDS} rounds of ${RIVALS}, answered ${counted}; one winner in each.`)
  return faults
}

/** Campaigns are made through both servers, one after the other, until `isOver`; what was acknowledged must be there for good. */
async function keepWriting(servers, isOver) {
  const acknowledged = []
  const statuses = new Map()
  await Promise.all(
    servers.map(async (server, at) => {
      for (let count = 0; !isOver(); count++) {
        const name = `Stream ${at}.${count}`
        const { status } = await ask(server, 'POST', '/campaigns', { name, goal: '' })
        statuses.set(status, (statuses.get(status) ?? 0) + 1)
        if (status === 201) acknowledged.push(name)
        await pause(PACE_MS)
      }
    }),
  )
  return { acknowledged, statuses }
}

/** A file of products through a server, up to the moment at which it is being written. */
async function beginImport(server, prefix) {
  const rows = Array.from({ length: ROWS }, (_none, at) => `${prefix}-${at};${prefix} ${at};1.00;20`)
  const file = ['sku;name;regular_price;tax_rate', ...rows].join('\n')
  const { body } = await ask(server, 'POST', '/imports?kind=products', file, 'text/csv')
  await until(
    async () => (await ask(server, 'GET', `/imports/${body.id}`)).body?.state === 'ready',
    'a file to be read',
  )
  await ask(server, 'POST', `/imports/${body.id}/accept`, { rows: 'all' })
  return body.id
}

async function isWritten(server, id) {
  let state
  const isDone = async () => (state = (await ask(server, 'GET', `/imports/${id}`)).body?.state) === 'done'
  await until(isDone, () => `a file to be written; it is ${state}`)
}

/** The first node, on which the first server stands, is killed in the middle of writing; the others go on, and it comes back. */
async function killOne(nodes, servers) {
  const [first, second] = servers
  const before = (await ask(second, 'GET', '/store')).body.products
  let isOver = false
  const writing = keepWriting(servers, () => isOver)
  const one = await beginImport(first, 'ONE')
  await nodes[0].kill()
  say('Killed node 1 in the middle of writing a file.')
  const goesOn = async () => (await ask(second, 'POST', '/campaigns', { name: 'Goes on', goal: '' })).status === 201
  await until(goesOn, 'the others to go on')
  await isWritten(second, one)
  await isWritten(second, await beginImport(second, 'TWO'))
  await nodes[0].start()
  await until(async () => (await ask(first, 'GET', '/store')).status === 200, 'the first server to answer again')
  await pause(2000)
  isOver = true
  const { acknowledged, statuses } = await writing
  await settled(nodes)
  const counted = [...statuses].map(([status, count]) => `${count} × ${status || 'no answer'}`).join(', ')
  say(`Node 1 is back. Writes meanwhile: ${counted}.`)
  return check(nodes, servers, { acknowledged, statuses, products: before + 2 * ROWS })
}

async function check(nodes, servers, { acknowledged, statuses, products }) {
  const faults = []
  if (statuses.has(500)) faults.push(`${statuses.get(500)} writes were answered 500`)
  for (const node of nodes) {
    const names = new Set((await node.ask(`SELECT name FROM ${DATABASE}.campaigns`)).map(({ name }) => name))
    const lost = acknowledged.filter((name) => !names.has(name))
    if (lost.length > 0) faults.push(`${node.name} lacks ${lost.length} acknowledged writes, ${lost[0]} for one`)
    const [{ count }] = await node.ask(`SELECT COUNT(*) AS count FROM ${DATABASE}.products`)
    if (Number(count) !== products) faults.push(`${node.name} holds ${count} products instead of ${products}`)
  }
  for (const server of servers) {
    const { body } = await ask(server, 'GET', '/store')
    if (body?.products !== products) faults.push(`a server sees ${body?.products} products instead of ${products}`)
  }
  const differing = await compareNodes(nodes)
  faults.push(...differing.map((table) => `the nodes differ in ${table}`))
  say(
    `${acknowledged.length} acknowledged writes and ${products} products on each of ${nodes.length} nodes; tables that differ: ${differing.length}.`,
  )
  return faults
}

/** The tables of which not every node has the same content. */
async function compareNodes(nodes) {
  const rows = await nodes[0].ask(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = '${DATABASE}'`,
  )
  const differing = []
  for (const { name } of rows) {
    const sums = await Promise.all(
      nodes.map(async (node) => (await node.ask(`CHECKSUM TABLE ${DATABASE}.${name}`))[0].Checksum),
    )
    if (new Set(sums.map(String)).size > 1) differing.push(name)
  }
  return differing
}

/** All nodes are one cluster, and have applied what the others wrote. */
function settled(nodes) {
  return until(async () => {
    const members = await Promise.all(nodes.map(async (node) => ((await node.isSynced()) ? node.members() : 0)))
    return members.every((count) => count === nodes.length)
  }, 'all nodes to be one cluster')
}

async function until(isSo, what) {
  const end = Date.now() + PATIENCE_MS
  while (!(await isSo().catch(() => false))) {
    if (Date.now() > end) throw new Error(`waited in vain for ${typeof what === 'function' ? what() : what}`)
    await pause(200)
  }
}

await runMain(main)
