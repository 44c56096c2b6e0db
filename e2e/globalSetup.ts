import { join } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { startDatabase } from '../scripts/lib/database.mjs'
import { fillWithDemo } from '../scripts/lib/serve.mjs'
import { ROOT } from '../scripts/lib/system.mjs'
import { FIRST, NOW } from './first.ts'

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
  process.env.NOVALEX_E2E_DATABASE = database.url
  return async () => {
    await connection.query('DROP DATABASE ??', [FIRST])
    await connection.end()
    await database.stop()
  }
}
