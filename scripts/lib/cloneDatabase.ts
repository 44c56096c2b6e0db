import { createConnection, format, type Connection, type RowDataPacket } from 'mysql2/promise'

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

/**
 * Returns what puts every table of a database back to what it is in `first`, of which it is a copy. The plan's revision goes on, and the catalogue's
 * after a change of it or a release, so that nothing that a running server keeps in memory is taken for true. `connection`: to the copy, for several statements
 * at once.
 */
export function createReset(connection: Connection, name: string, first: string): () => Promise<void> {
  let catalogueBefore: number | null = null
  return async () => {
    const [revisions] = await connection.query<RowDataPacket[]>('SELECT plan_revision, catalogue_revision FROM store')
    const [tables] = await connection.query<RowDataPacket[]>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_name NOT LIKE 'knex%' AND table_name <> 'secrets'",
      [name],
    )
    // A year of orders takes long to copy, and few journeys order anything.
    const pairs = tables.flatMap(({ name: table }) => [format('??', [table]), format('??', [`${first}.${table}`])])
    const [sums] = await connection.query<RowDataPacket[]>(`CHECKSUM TABLE ${pairs.join(', ')}`)
    const isChanged = tables.map((_table, at) => sums[2 * at]!.Checksum !== sums[2 * at + 1]!.Checksum)
    const changed = tables.filter((_table, at) => isChanged[at])
    const copies = changed.map(({ name: table }) =>
      format('DELETE FROM ??; INSERT INTO ?? SELECT * FROM ??;', [table, table, `${first}.${table}`]),
    )
    await connection.query(`SET FOREIGN_KEY_CHECKS = 0; ${copies.join('')} SET FOREIGN_KEY_CHECKS = 1`)
    const catalogue = Number(revisions[0]!.catalogue_revision)
    // The same catalogue need not be compiled and checked again, which is most of what a reset would cost. The number of a release comes again.
    const isSame = catalogue === catalogueBefore && !changed.some(({ name: table }) => table === 'releases')
    catalogueBefore = isSame ? catalogue : catalogue + 1
    const plan = Number(revisions[0]!.plan_revision) + 1
    await connection.query('UPDATE store SET plan_revision = ?, catalogue_revision = ?', [plan, catalogueBefore])
  }
}
