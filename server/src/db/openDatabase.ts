import knex, { type Knex } from 'knex'
import { createConnection } from 'mysql2/promise'
import { MIGRATIONS } from './migrations/index.ts'

export type Database = Knex
/** The database, or a transaction in it. */
export type Connection = Knex | Knex.Transaction

/** Connects lazily: a database that is away shows at the first query, and one that comes back is found again. */
export function openDatabase(url: string, { connections = 8 } = {}): Database {
  return knex({
    client: 'mysql2',
    connection: { uri: url, timezone: 'Z', charset: 'utf8mb4', connectTimeout: 5000 } as Knex.MySql2ConnectionConfig,
    pool: { min: 0, max: connections },
    acquireConnectionTimeout: 8000,
  })
}

/** Makes the database of the URL unless it is there, and brings its tables up to date. */
export async function migrateDatabase(url: string): Promise<void> {
  const name = new URL(url).pathname.slice(1)
  const server = await createConnection({ uri: url.slice(0, url.length - name.length) })
  await server.query('CREATE DATABASE IF NOT EXISTS ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci', [name])
  await server.end()
  const database = openDatabase(url)
  try {
    await database.migrate.latest({ migrationSource: MIGRATIONS })
  } finally {
    await database.destroy()
  }
}
