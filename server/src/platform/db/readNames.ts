import type { Connection } from './openDatabase.ts'

/** Returns the names of some rows of a table by their key; unknown keys are absent. */
export async function readNames(
  connection: Connection,
  { table, key }: { readonly table: string; readonly key: string },
  ids: readonly string[],
): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const rows: { id: string; name: string }[] = await connection(table)
    .select({ id: key, name: 'name' })
    .whereIn(key, [...ids])
  return new Map(rows.map(({ id, name }) => [id, name]))
}
