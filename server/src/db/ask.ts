import type { Knex } from 'knex'
import type { Connection } from './openDatabase.ts'

export type Value = string | number | boolean | Date | Buffer | null | readonly Value[]

/** A statement that is yet to be made; a list as a value stands for `(?)`. */
export interface Statement {
  readonly sql: string
  readonly values: readonly Value[]
}

/** Makes statements one after the other, on one way to the database and back; answers the rows of the one among them that has any. */
export async function askTogether<R = unknown>(connection: Connection, statements: readonly Statement[]): Promise<R[]> {
  if (statements.length === 0) return []
  const sql = `begin not atomic ${statements.map((one) => `${one.sql};`).join(' ')} end`
  const values = statements.flatMap((one) => one.values)
  const answers: unknown = await ask(connection, sql, values)
  return Array.isArray(answers) ? (answers[0] as R[]) : []
}

/** A statement as it stands, for what the query builder has no words for; a list as a value stands for `(?)`. Answers its rows. */
export async function ask<R = unknown>(
  connection: Connection,
  sql: string,
  values: readonly Value[] = [],
): Promise<R[]> {
  const [rows] = (await connection.raw(sql, values as unknown as Knex.RawBinding[])) as [R[]]
  return rows
}
