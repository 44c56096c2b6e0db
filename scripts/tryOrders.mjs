import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { startDatabase } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, signInToDemo, startServer } from './lib/serve.mjs'
import { endProcess, ensureBuild, ensureModules, findFreePort, ROOT, run } from './lib/system.mjs'
import { createPlan, placeAll, readCounts } from './lib/orderTrial.mjs'
import { createRandom } from './lib/random.mjs'

const SEED = Number(process.env.NOVALEX_SEED ?? 20_270_310)
const CLIENTS = 64
const KILLS = 6
const SETTINGS = { NOVALEX_REQUESTS_PER_MINUTE: '999999999', NOVALEX_LOG: 'fatal' }

/**
 * 64 clients that ask again with their keys, on two servers, against limits of uses, shopper, units, budget and one code, while servers and the
 * database are killed at moments that follow from a seed. Prints what became of it, and fails where anything that was promised does not hold.
 */
async function main() {
  await ensureModules()
  await ensureBuild()
  const folder = join(ROOT, '.novalex', 'try-orders')
  for (const name of ['one', 'two']) mkdirSync(join(folder, name), { recursive: true })
  let database = await startDatabase({ folder, database: 'novalex', fresh: true })
  const servers = []
  try {
    await fillWithDemo({ databaseUrl: database.url })
    for (const name of ['one', 'two'])
      servers.push(await serve({ name, folder, port: await findFreePort() }, database.url))
    const session = await signInToDemo(servers[0].server.url, 'administrator')
    const plan = await createPlan(servers[0].server.url, session)
    const random = createRandom(SEED)
    let isOver = false
    let kills = 0
    const killDatabase = async () => {
      process.kill(database.pid, 'SIGKILL')
      database = await startDatabase({ folder, database: 'novalex' })
      // Its port is another one after each start; servers are told by starting anew.
      for (const one of servers) await restart(one, database.url)
    }
    const killing = killSome({ servers, random, isOver: () => isOver, count: () => ++kills, killDatabase })
    const urls = () => servers.map(({ server }) => server?.url ?? null)
    const outcome = await placeAll({ urls, plan, clients: CLIENTS, random })
    isOver = true
    await killing
    const faults = [...outcome.faults, ...(await readCounts(servers[0].server.url, session, plan))]
    say(`Seed ${SEED}: ${CLIENTS} clients, ${outcome.asked} requests for ${outcome.keys} keys, ${kills} kills.`)
    say(
      `${outcome.placed} orders placed, ${outcome.refused} refused, ${outcome.unknown} answers lost or unknown and asked again.`,
    )
    const counted = await run('npm', ['run', '-s', 'recount'], { env: { DATABASE_URL: database.url } })
    say(counted.trim().split('\n').at(-1))
    if (!counted.includes('Nothing differs')) faults.push('the recount differs')
    say(faults.length === 0 ? 'Every limit was reached exactly, and nothing was lost.' : faults.join('\n'))
    if (faults.length > 0) process.exitCode = 1
  } finally {
    for (const { server } of servers) await server?.stop().catch(() => undefined)
    await database.stop()
  }
}

/** Kills now a server, now the database, until the clients are done. */
async function killSome({ servers, random, isOver, count, killDatabase }) {
  for (let kill = 1; kill <= KILLS && !isOver(); kill++) {
    await wait(400 + random() * 900)
    if (isOver()) return
    count()
    if (kill % 3 === 0) await killDatabase()
    else await restart(servers[Math.floor(random() * servers.length)])
  }
}

async function serve({ name, folder, port }, databaseUrl) {
  const options = { port, folder: join(folder, name), settings: SETTINGS }
  return { options, databaseUrl, server: await startServer({ databaseUrl, ...options }) }
}

/** Killed as by a power cut, and started again on the same port. */
async function restart(one, databaseUrl = one.databaseUrl) {
  one.databaseUrl = databaseUrl
  const { pid, stop } = one.server
  one.server = null
  process.kill(pid, 'SIGKILL')
  await endProcess(pid, { isAlive: () => false }).catch(() => undefined)
  await stop().catch(() => undefined)
  one.server = await startServer({ databaseUrl, ...one.options })
}

await runMain(main)
