import { createConnection, format, type RowDataPacket } from 'mysql2/promise'

/** Copies a database, tables and rows, to a new one on the same server. Far faster than migrating or seeding it again. */
export async function cloneDatabase(serverUrl: string, from: string, to: string): Promise<void> {
  const url = new URL(serverUrl)
  url.pathname = '/'
  const connection = await createConnection({ uri: url.href, multipleStatements: true })
  try {
    const [tables] = await connection.query<RowDataPacket[]>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_type = 'BASE TABLE'",
      [from],
    )
    if (tables.length === 0) throw new Error(`there is no database ${from} to copy`)
    const statements = ['SET FOREIGN_KEY_CHECKS = 0, UNIQUE_CHECKS = 0']
    for (const { name } of tables as { name: string }[]) {
      // LIKE would lose the foreign keys.
      const [[row]] = await connection.query<RowDataPacket[]>('SHOW CREATE TABLE ??.??', [from, name])
      statements.push(String(row!['Create Table']), format('INSERT INTO ?? SELECT * FROM ??.??', [name, from, name]))
    }
    await connection.query(
      `${format('CREATE DATABASE ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_general_nopad_ci; USE ??', [to, to])}; ${statements.join('; ')}`,
    )
  } finally {
    await connection.end()
  }
}
