import type { Knex } from 'knex'
import type { Connection } from './openDatabase.ts'

export type Value = string | number | boolean | Date | Buffer | null | readonly Value[]

/** A statement as it stands, for what the query builder has no words for; a list as a value stands for `(?)`. Answers its rows. */
export async function ask<R = unknown>(
  connection: Connection,
  sql: string,
  values: readonly Value[] = [],
): Promise<R[]> {
  const [rows] = (await connection.raw(sql, values as unknown as Knex.RawBinding[])) as [R[]]
  return rows
}
