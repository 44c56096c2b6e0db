import { AppError } from '../../platform/errors/AppError.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { readNames } from '../../platform/db/readNames.ts'
import { deleteVersioned, readingVersions, refuseStale, updateVersioned } from './versioned.ts'

/** A small record with a name; its content is stored as JSON. */
export interface NamedRecord<C> {
  readonly id: string
  readonly name: string
  readonly content: C
  readonly version: number
}

interface Row {
  id: string
  name: string
  content: string
  version: number
}

/** The rows of one table of named records. */
export function createNamedRecords<C>(table: string, kind: string) {
  const toRecord = ({ id, name, content, version }: Row): NamedRecord<C> => {
    return { id, name, content: JSON.parse(content), version }
  }
  const toRow = (record: NamedRecord<C>): Row => ({ ...record, content: JSON.stringify(record.content) })

  async function get(connection: Connection, id: string): Promise<NamedRecord<C>> {
    const row = await connection<Row>(table).where({ id }).first()
    if (!row) throw new AppError('not-found', { facts: { kind, id } })
    return toRecord(row)
  }
  async function getAt(connection: Connection, id: string, version: number): Promise<NamedRecord<C>> {
    const present = await get(connection, id)
    refuseStale(present, version)
    return present
  }
  return {
    /** Reads a text that changes whenever a record is inserted, changed or deleted. */
    readingState: () => readingVersions(table),
    /** Returns a short text for the content of each record, which changes with every edit; unknown ids are absent. */
    readStamps: async (connection: Connection, ids: readonly string[]): Promise<Map<string, string>> => {
      const stamp = connection.raw("sha1(concat_ws('|', name, content)) as stamp")
      const rows: { id: string; stamp: string }[] = await connection(table)
        .whereIn('id', [...ids])
        .select('id', stamp)
      return new Map(rows.map((row) => [row.id, row.stamp]))
    },
    /** Returns names by id; unknown ids are absent. */
    listNames: (connection: Connection, ids: readonly string[]) => readNames(connection, { table, key: 'id' }, ids),
    get,
    /** Refused as `stale-version`, with the present record, if the version is not the present one. */
    getAt,
    list: async (connection: Connection): Promise<NamedRecord<C>[]> =>
      (await connection<Row>(table).orderBy('name').orderBy('id')).map(toRecord),
    insert: async (connection: Connection, record: NamedRecord<C>): Promise<void> => {
      await connection(table).insert(toRow(record))
    },
    /** Deletes a record. Throws `stale-version` or `not-found`. */
    remove: (connection: Connection, { id, version }: NamedRecord<C>): Promise<void> =>
      deleteVersioned(connection, { table, id, version, find: (again) => get(again, id) }),
    /** Replaces a record and returns it with its new version. Throws `stale-version` or `not-found`. */
    replace: async (connection: Connection, record: NamedRecord<C>): Promise<NamedRecord<C>> => {
      const { id, version } = record
      await updateVersioned(connection, { table, id, version, find: (again) => get(again, id) }, toRow(record))
      return { ...record, version: version + 1 }
    },
  }
}
