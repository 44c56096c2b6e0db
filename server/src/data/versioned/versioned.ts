import { readingState, type Reading } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'

interface Versioned {
  readonly version: number
}

/** A row of a table whose column `version` counts its changes. */
export interface VersionedRow {
  readonly table: string
  readonly id: string | number
  /** The version that the change was made from. */
  readonly version: number
  /** Returns the stored record, for the refusal. Throws `not-found`. */
  readonly find: (connection: Connection) => Promise<Versioned>
}

/** Throws `stale-version`, with the stored record, if a change was made from another version of it. */
export function refuseStale(present: Versioned, version: number): void {
  if (present.version !== version) throw new AppError('stale-version', { facts: { present } })
}

/** Updates a row that still has its version, and counts the version up. Throws `stale-version`, with the stored record, or `not-found`. */
export async function updateVersioned(transaction: Connection, row: VersionedRow, cells: object): Promise<void> {
  const { table, id, version } = row
  const updated = await transaction(table)
    .where({ id, version })
    .update({ ...cells, version: version + 1 })
  if (updated === 0) await refuse(transaction, row)
}

/** Deletes a row that still has its version. Throws `stale-version`, with the stored record, or `not-found`. */
export async function deleteVersioned(transaction: Connection, row: VersionedRow): Promise<void> {
  const { table, id, version } = row
  const deleted = await transaction(table).where({ id, version }).delete()
  if (deleted === 0) await refuse(transaction, row)
}

async function refuse(transaction: Connection, { find }: VersionedRow): Promise<never> {
  throw new AppError('stale-version', { facts: { present: await find(transaction) } })
}

/** Reads a text that changes whenever a row of a versioned table is inserted, changed or deleted. */
export function readingVersions(table: string): Reading<string> {
  return readingState(`select concat(count(*), '.', coalesce(sum(version), 0)) as state from ${table}`)
}
