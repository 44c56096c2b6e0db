import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { bundle } from './bundle.mjs'
import { endProcess, findFreePort, pause, ROOT } from './system.mjs'

/**
 * Starts what requests are measured against: an echo behind the middleware that every request of Novalex passes, and
 * one behind nothing but the framework. `settings` are those of the server that is measured.
 */
export async function startEcho({ folder, settings }) {
  const outfile = join(folder, 'echo.mjs')
  await bundle('scripts/measure/echo.ts', outfile)
  const port = await findFreePort()
  const barePort = await findFreePort()
  const env = {
    ...process.env,
    ...settings,
    DATABASE_URL: 'mysql://none',
    NOVALEX_PORT: String(port),
    NOVALEX_BARE_PORT: String(barePort),
  }
  const child = spawn(process.execPath, [outfile], { cwd: ROOT, env, stdio: ['ignore', 'inherit', 'inherit'] })
  const isAlive = () => child.exitCode === null && child.signalCode === null
  const url = `http://127.0.0.1:${port}`
  while (!(await fetch(`${url}/readyz`).catch(() => null))?.ok) {
    if (!isAlive()) throw new Error('The echo does not start')
    await pause(50)
  }
  return {
    url: `${url}/api/echo`,
    bareUrl: `http://127.0.0.1:${barePort}/bare`,
    stop: () => endProcess(child.pid, { isAlive }),
  }
}
