import { createConnection } from 'mysql2/promise'
import CHECKSUMS from './migrations/checksums.json' with { type: 'json' }
import { MIGRATION_NAMES, MIGRATIONS } from './migrations/index.ts'
import { openDatabase, type Database } from './openDatabase.ts'
import { findSchemaFaults } from './schema.ts'

/** A database that this version can't work with; the message says why, and what to do. */
export class UnusableDatabase extends Error {
  override readonly name = 'UnusableDatabase'
}

/** Longer than any migration takes. */
const MIGRATION_WAIT_S = 600

/**
 * Makes the database of the URL unless it is there, brings its tables up to date, and makes sure that they are as this version expects them. Throws
 * `UnusableDatabase` otherwise.
 */
export async function migrateDatabase(url: string): Promise<void> {
  await migrateTables(url)
  const database = openDatabase(url)
  try {
    await refuseChanged(database)
    const faults = await findSchemaFaults(database)
    if (faults.length > 0) {
      const told = `${faults.slice(0, 3).join(', ')}${faults.length > 3 ? `, and ${faults.length - 3} more` : ''}`
      throw new UnusableDatabase(
        `The tables of the database are not as this version of Novalex needs them: ${told}. A restore may have been broken off, or a version between two releases made them. Restore a backup.`,
      )
    }
  } finally {
    await database.destroy()
  }
}

/**
 * Brings the tables up to date. Of several processes that start at once, one does it and the others wait. The database itself lets go of the lock when
 * that process dies, so one that was left behind can't stop a start. Throws `UnusableDatabase` where another process takes longer than ten
 * minutes, or a newer version was here.
 */
export async function migrateTables(url: string): Promise<void> {
  const name = new URL(url).pathname.slice(1)
  const server = await createConnection({ uri: url.slice(0, url.length - name.length) })
  const database = openDatabase(url)
  try {
    const [[row]] = (await server.query('SELECT GET_LOCK(?, ?) AS held', [
      `novalex migrates ${name}`.slice(0, 64),
      MIGRATION_WAIT_S,
    ])) as unknown as [[{ held: number | null }]]
    if (row.held !== 1)
      throw new UnusableDatabase(
        `Another process has been migrating the database ${name} for ${MIGRATION_WAIT_S} seconds. See what it is at, then start again.`,
      )
    await server.query('CREATE DATABASE IF NOT EXISTS ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_general_nopad_ci', [
      name,
    ])
    await refuseNewer(database)
    await database.migrate.forceFreeMigrationsLock({ migrationSource: MIGRATIONS })
    await database.migrate.latest({ migrationSource: MIGRATIONS })
  } finally {
    await database.destroy()
    await server.end()
  }
}

async function refuseNewer(database: Database): Promise<void> {
  if (!(await database.schema.hasTable('knex_migrations'))) return
  const done: string[] = await database('knex_migrations').pluck('name')
  const unknown = done.filter((name) => !MIGRATION_NAMES.includes(name))
  if (unknown.length > 0)
    throw new UnusableDatabase(
      `A newer version of Novalex has brought the database up to date (${unknown.join(', ')}). Start that version, or restore a backup from before.`,
    )
}

/** Remembers by which text each migration was done, and refuses a database where one was done by another. */
async function refuseChanged(database: Database): Promise<void> {
  const rows = Object.entries(CHECKSUMS as Record<string, string>).map(([name, checksum]) => ({ name, checksum }))
  await database('migration_checksums').insert(rows).onConflict('name').ignore()
  const done = (await database('migration_checksums')) as { name: string; checksum: string }[]
  const changed = done.filter(({ name, checksum }) => (CHECKSUMS as Record<string, string>)[name] !== checksum)
  if (changed.length > 0)
    throw new UnusableDatabase(
      `The database was made by another edition of ${changed.map(({ name }) => name).join(', ')} than this version holds. Start the version that made it, or restore a backup.`,
    )
}
