import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { migrateTables } from '../server/src/platform/db/migrateDatabase.ts'
import { openDatabase } from '../server/src/platform/db/openDatabase.ts'
import { readSchema } from '../server/src/platform/db/schema.ts'
import { startDatabase } from './lib/database.mjs'
import { ROOT } from './lib/system.mjs'

const FOLDER = join(ROOT, 'server', 'src', 'platform', 'db')

/** `npm run schema`: after a new migration, writes down what it leaves and its checksum. Never edit a migration that was released. */
const checksums = Object.fromEntries(
  readdirSync(join(FOLDER, 'migrations'))
    .filter((name) => /^\d{3}-.*\.ts$/.test(name))
    .sort()
    .map((name) => {
      const text = readFileSync(join(FOLDER, 'migrations', name), 'utf8')
      return [name.slice(0, -'.ts'.length), createHash('sha256').update(text).digest('hex')]
    }),
)
writeFileSync(join(FOLDER, 'migrations', 'checksums.json'), `${JSON.stringify(checksums, null, 2)}\n`)

const server = await startDatabase({ folder: join(ROOT, '.novalex', 'schema'), database: 'novalex_schema' })
try {
  await migrateTables(server.url)
  const database = openDatabase(server.url)
  writeFileSync(join(FOLDER, 'schema.json'), `${JSON.stringify(await readSchema(database), null, 2)}\n`)
  await database.raw('DROP DATABASE ??', ['novalex_schema'])
  await database.destroy()
} finally {
  await server.stop()
}
