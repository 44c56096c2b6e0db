import { AppError } from '../../platform/errors/AppError.ts'
import { refuseStale } from '../../platform/errors/refuseStale.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** What somebody named and edits: its content as JSON, its version for stale writes. */
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
    return { id, name, content: JSON.parse(content) as C, version }
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
    get,
    /** Refused as `stale-version`, with the present record, if the version is not the present one. */
    getAt,
    list: async (connection: Connection): Promise<NamedRecord<C>[]> =>
      (await connection<Row>(table).orderBy('name').orderBy('id')).map(toRecord),
    insert: async (connection: Connection, record: NamedRecord<C>): Promise<void> => {
      await connection(table).insert(toRow(record))
    },
    remove: async (connection: Connection, id: string): Promise<void> => {
      await connection(table).where({ id }).delete()
    },
    /** Refused as `stale-version`, with the present record, if the version is not the present one. */
    replace: async (connection: Connection, record: NamedRecord<C>): Promise<NamedRecord<C>> => {
      await getAt(connection, record.id, record.version)
      const next = { ...record, version: record.version + 1 }
      await connection(table).where({ id: record.id }).update(toRow(next))
      return next
    },
  }
}
