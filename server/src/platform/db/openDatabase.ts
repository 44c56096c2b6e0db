import knex, { type Knex } from 'knex'
import type mysql from 'mysql2'

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
