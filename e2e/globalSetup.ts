import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { startDatabase } from '../scripts/lib/database.mjs'
import { fillWithDemo, signInToDemo, startServer } from '../scripts/lib/serve.mjs'
import { findFreePort, pause, ROOT } from '../scripts/lib/system.mjs'
import { FIRST, NOW } from './first.ts'

/** Checks the demo's plan and its release, so that no journey waits for findings of what it has not edited. */
async function checkPlan(databaseUrl: string): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'novalex-first-'))
  const { url, stop } = await startServer({ databaseUrl, port: await findFreePort(), folder, now: NOW })
  try {
    const headers = await signInToDemo(url, 'planner')
    const isCurrent = async () => {
      const answer = await fetch(`${url}/api/findings?release=next`, { headers })
      return ((await answer.json()) as { state: string }).state === 'current'
    }
    while (!(await isCurrent())) await pause(200)
  } finally {
    await stop()
    rmSync(folder, { recursive: true })
  }
}

/** One MariaDB for all journeys, with the demo seeded once; each worker has a copy and a server of its own. */
export default async function setUp(): Promise<() => Promise<void>> {
  const database = await startDatabase({ folder: join(ROOT, '.novalex', 'e2e'), database: 'novalex' })
  const url = new URL(database.url)
  url.pathname = '/'
  const connection = await createConnection({ uri: url.href })
  // One that an earlier run was killed in.
  await connection.query('DROP DATABASE IF EXISTS ??', [FIRST])
  url.pathname = `/${FIRST}`
  await fillWithDemo({ databaseUrl: url.href, now: NOW })
  await checkPlan(url.href)
  // Nobody was here before the journeys.
  await connection.query('DELETE FROM ??.sessions', [FIRST])
  process.env.NOVALEX_E2E_DATABASE = database.url
  return async () => {
    await connection.query('DROP DATABASE ??', [FIRST])
    await connection.end()
    await database.stop()
  }
}
