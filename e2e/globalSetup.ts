import { join } from 'node:path'
import { startDatabase } from '../scripts/lib/database.mjs'
import { ROOT } from '../scripts/lib/system.mjs'

/** One MariaDB for all journeys; each journey has a database and a server of its own in it. */
export default async function setUp(): Promise<() => Promise<void>> {
  const database = await startDatabase({ folder: join(ROOT, '.novalex', 'e2e'), database: 'novalex' })
  process.env.NOVALEX_E2E_DATABASE = database.url
  return database.stop
}
