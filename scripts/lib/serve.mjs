import { spawn } from 'node:child_process'
import { closeSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Trouble, say } from './say.mjs'
import { endProcess, isOurProcess, pause, ROOT, run } from './system.mjs'

const START_TIMEOUT_MS = 60_000
const BUILT = join(ROOT, 'server', 'dist')
const MAIN = join(BUILT, 'main.mjs')
const SEED = join(BUILT, 'seed.mjs')

/** Password of the demo's accounts in tests, screenshots and measurements. */
export const TEST_PASSWORD = 'only-for-tests-and-pictures'

/**
 * Fills an empty database with the demo shop. Tells whether it did; a filled one is left as it is, but for people of the demo that are missing.
 * `renews`: those that are there get the password too.
 */
export async function fillWithDemo({ databaseUrl, now = '', password = TEST_PASSWORD, renews = false, seed = SEED }) {
  const env = {
    DATABASE_URL: databaseUrl,
    NOVALEX_NOW: now,
    NOVALEX_DEMO_PASSWORD: password,
    NOVALEX_DEMO_PASSWORD_RENEWS: renews ? '1' : '',
  }
  const output = await run(process.execPath, [seed], { env })
  return output.includes('filled')
}

/** Starts Novalex's server, for the demo unless `settings` say otherwise, and waits until it answers. Its log and process id are kept in `folder`. */
export async function startServer({ databaseUrl, port, folder, now = '', settings = {}, main = MAIN }) {
  const logFile = join(folder, 'server.log')
  const log = openSync(logFile, 'w')
  const child = spawn(process.execPath, ['--enable-source-maps', main], {
    cwd: ROOT,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      NOVALEX_PORT: String(port),
      NOVALEX_NOW: now,
      NOVALEX_DEMO: '1',
      ...settings,
    },
    detached: true,
    stdio: ['ignore', log, log],
  })
  closeSync(log)
  writeFileSync(join(folder, 'server.pid'), String(child.pid))
  const isAlive = () => child.exitCode === null && child.signalCode === null
  const url = `http://127.0.0.1:${port}`
  const until = Date.now() + START_TIMEOUT_MS
  while (!(await isHealthy(url))) {
    if (isAlive() && Date.now() < until) {
      await pause(50)
      continue
    }
    if (isAlive()) process.kill(child.pid, 'SIGKILL')
    const end = readFileSync(logFile, 'utf8').trim().split('\n').slice(-5).join('\n')
    throw new Trouble(`The server does not start. The end of its log, ${logFile}:\n${end}`)
  }
  return { url, pid: child.pid, child, stop: () => endProcess(child.pid, { isAlive }) }
}

/** Ends a server that a killed earlier start left behind. */
export async function endLeftoverServer(folder) {
  const file = join(folder, 'server.pid')
  if (!existsSync(file)) return
  const pid = Number(readFileSync(file, 'utf8'))
  const isAlive = () => isOurProcess(pid, MAIN)
  if (isAlive()) {
    say('Ending the server that an earlier start left running …')
    await endProcess(pid, { isAlive })
  }
  rmSync(file, { force: true })
}

async function isHealthy(url) {
  try {
    const response = await fetch(`${url}/readyz`)
    // A server without a store waits to be set up.
    return response.ok || (await response.json()).status === 'no-store'
  } catch {
    return false
  }
}

/** Signs in as one of the people of the demo; tells the headers of requests that follow. */
export async function signInToDemo(url, role) {
  const response = await fetch(`${url}/api/session/demo`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: `${role}@fennmoor.example` }),
  })
  if (!response.ok) throw new Trouble(`Nobody can sign in to the demo: ${response.status} ${await response.text()}`)
  return { cookie: response.headers.get('set-cookie').split(';')[0] }
}
