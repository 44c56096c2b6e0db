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
  const answers: unknown = await ask(connection, ...join(statements))
  return Array.isArray(answers) ? answers[0] : []
}

/** SQL statements and the function that turns their rows into a result. */
export interface Reading<T> {
  readonly statements: readonly Statement[]
  read(rows: readonly (readonly unknown[])[]): T
}

/** Reads several things on one way to the database and back. */
export async function readTogether<T extends readonly unknown[]>(
  connection: Connection,
  readings: { readonly [K in keyof T]: Reading<T[K]> },
): Promise<T> {
  const all: readonly Reading<unknown>[] = readings
  const statements = all.flatMap((one) => one.statements)
  const rows = statements.length === 0 ? [] : await askRows(connection, statements)
  let from = 0
  const answers = all.map((one) => one.read(rows.slice(from, (from += one.statements.length))))
  return answers as unknown as T
}

/** Joins readings of texts into one. */
export function joinReadings(readings: readonly Reading<string>[]): Reading<string> {
  return {
    statements: readings.flatMap(({ statements }) => statements),
    read(rows) {
      let from = 0
      return readings.map((one) => one.read(rows.slice(from, (from += one.statements.length)))).join(' ')
    },
  }
}

/** Reads the column `state` of a single row, as text. */
export function readingState(sql: string, values: readonly Value[] = []): Reading<string> {
  return { statements: [{ sql, values }], read: ([rows = []]) => String((rows[0] as { state: unknown }).state) }
}

/** The rows of each of some statements. */
async function askRows(connection: Connection, statements: readonly Statement[]): Promise<unknown[][]> {
  const [only] = statements
  if (statements.length === 1) return [await ask(connection, only!.sql, only!.values)]
  return (await ask(connection, ...join(statements))) as unknown[][]
}

function join(statements: readonly Statement[]): [string, Value[]] {
  const sql = `begin not atomic ${statements.map((one) => `${one.sql};`).join(' ')} end`
  return [sql, statements.flatMap(({ values }) => values)]
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
