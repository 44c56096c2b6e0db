import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { startDatabase } from './lib/database.mjs'
import { runMain, say, Trouble } from './lib/say.mjs'
import { endLeftoverServer, fillWithDemo, startServer } from './lib/serve.mjs'
import { checkMachine, ensureBuild, ensureModules, isPortTaken, ROOT } from './lib/system.mjs'
import { takeTurn } from './lib/turn.mjs'

const DEFAULT_PORT = 8471
const HELP = `npm run demo                      starts Novalex with the demo shop
npm run demo -- --fresh           starts over with fresh data
npm run demo -- --port 9000       listens on another port than ${DEFAULT_PORT}`

const startedAt = performance.now()

async function main() {
  const options = readOptions()
  if (options.help) {
    say(HELP)
    return
  }
  checkMachine()
  const folder = join(ROOT, '.novalex', 'demo')
  const giveTurnBack = takeTurn(folder, 'scripts/demo.mjs')
  try {
    await endLeftoverServer(folder)
    if (await isPortTaken(options.port)) {
      throw new Trouble(
        `Port ${options.port} is taken by another program. Choose another one:  npm run demo -- --port ${options.port + 1}`,
      )
    }
    await ensureModules()
    await ensureBuild()
    await serve(folder, options)
  } finally {
    giveTurnBack()
  }
}

async function serve(folder, { port, fresh }) {
  const database = await startDatabase({ folder, database: 'novalex', fresh })
  try {
    const now = process.env.NOVALEX_NOW ?? ''
    const given = process.env.NOVALEX_DEMO_PASSWORD
    const password = given || ensurePeoplePassword(folder)
    if (await fillWithDemo({ databaseUrl: database.url, now, password, renews: Boolean(given) }))
      say('Filled the database with the demo shop.')
    const server = await startServer({ databaseUrl: database.url, port, folder, now })
    const seconds = ((performance.now() - startedAt) / 1000).toFixed(1)
    say(`\n  Novalex is at ${server.url}   (after ${seconds} s; Ctrl-C ends it)`)
    say('  Sign in with one click, or as reader@, planner@, releaser@ or administrator@fennmoor.example')
    say(given ? '  with the password of NOVALEX_DEMO_PASSWORD.\n' : `  with the password ${password}\n`)
    const reason = await waitForEnd(server.child)
    say(reason)
    await server.stop()
  } finally {
    await database.stop()
  }
  say('Server and database have ended; the data are kept.')
}

/** The password of the people of the demo, made at the first start and kept for the next. */
function ensurePeoplePassword(folder) {
  const file = join(folder, 'people-password')
  if (!existsSync(file)) writeFileSync(file, randomBytes(9).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}

/** Waits for a signal to stop, or until the server exits. */
function waitForEnd(server) {
  return new Promise((resolve) => {
    process.on('SIGINT', () => resolve('\nEnding …'))
    process.on('SIGTERM', () => resolve('Ending …'))
    server.on('exit', (code) => {
      process.exitCode = code === 0 ? 0 : 1
      resolve(`The server has ended with ${code}; its log is .novalex/demo/server.log.`)
    })
  })
}

function readOptions() {
  let values
  try {
    ;({ values } = parseArgs({
      options: { fresh: { type: 'boolean' }, port: { type: 'string' }, help: { type: 'boolean' } },
    }))
  } catch (error) {
    throw new Trouble(`${error.message}\n\n${HELP}`)
  }
  const port = Number(values.port ?? DEFAULT_PORT)
  if (!Number.isInteger(port) || port < 1024 || port > 65_535) {
    throw new Trouble(`--port wants a number from 1024 to 65535; given was ${values.port}.`)
  }
  return { fresh: values.fresh ?? false, help: values.help ?? false, port }
}

await runMain(main)
