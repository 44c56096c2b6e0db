import knex, { type Knex } from 'knex'
import type mysql from 'mysql2'
import { createConnection } from 'mysql2/promise'
import { MIGRATIONS } from './migrations/index.ts'

export type Database = Knex
/** The database, or a transaction in it. */
export type Connection = Knex | Knex.Transaction

/** Connects lazily: a database that is away shows at the first query, and one that comes back is found again. */
export function openDatabase(url: string, { connections = 20 } = {}): Database {
  return knex({
    client: 'mysql2',
    connection: { uri: url, timezone: 'Z', charset: 'utf8mb4', connectTimeout: 5000 } as Knex.MySql2ConnectionConfig,
    pool: { min: 0, max: connections, afterCreate: readCommitted },
    acquireConnectionTimeout: 8000,
    // What an error says holds no values, which may be people's.
    compileSqlOnError: false,
  })
}

/**
 * Each statement sees what others have committed: rows are locked one after the other, and what is read after a lock is what holds then. What needs
 * one snapshot asks for it.
 */
function readCommitted(
  connection: mysql.Connection,
  done: (error: Error | null, connection: mysql.Connection) => void,
) {
  connection.query('set session transaction isolation level read committed', (error) => done(error, connection))
}

/** Longer than any migration takes. */
const MIGRATION_WAIT_S = 600

/**
 * Makes the database of the URL unless it is there, and brings its tables up to date. Of several processes that start at once, one does it and the
 * others wait. The database itself lets go of the lock when that process dies, so one that was left behind can't stop a start. Throws
 * where another process takes longer than ten minutes.
 */
export async function migrateDatabase(url: string): Promise<void> {
  const name = new URL(url).pathname.slice(1)
  const server = await createConnection({ uri: url.slice(0, url.length - name.length) })
  const database = openDatabase(url)
  try {
    const [[row]] = (await server.query('SELECT GET_LOCK(?, ?) AS held', [
      `novalex migrates ${name}`.slice(0, 64),
      MIGRATION_WAIT_S,
    ])) as unknown as [[{ held: number | null }]]
    if (row.held !== 1)
      throw new Error(`another process has been migrating the database ${name} for ${MIGRATION_WAIT_S} seconds`)
    await server.query('CREATE DATABASE IF NOT EXISTS ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_general_nopad_ci', [
      name,
    ])
    await database.migrate.forceFreeMigrationsLock({ migrationSource: MIGRATIONS })
    await database.migrate.latest({ migrationSource: MIGRATIONS })
  } finally {
    await database.destroy()
    await server.end()
  }
}
