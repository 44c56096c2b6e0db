import { ask } from './ask.ts'
import type { Connection } from './openDatabase.ts'
import EXPECTED from './schema.json' with { type: 'json' }

/** Each table with its columns, keys and references, in a line of text. */
export type Schema = Readonly<Record<string, string>>

/** The tables of the database as they are, without those that Knex keeps for itself. */
export async function readSchema(connection: Connection): Promise<Schema> {
  const rows = await ask<{ name: string; part: string }>(
    connection,
    `select table_name as name, concat(column_name, ' ', column_type, if(is_nullable = 'YES', ' null', ''),
         ifnull(concat(' ', collation_name), ''), if(extra = '', '', concat(' ', extra))) as part
       from information_schema.columns where table_schema = database()
     union all
     select table_name, concat(if(non_unique = 1, 'index ', 'unique '), group_concat(column_name order by seq_in_index)) as part
       from information_schema.statistics where table_schema = database() group by table_name, index_name, non_unique
     union all
     select table_name, concat('references ', referenced_table_name, ' by ', group_concat(column_name order by ordinal_position)) as part
       from information_schema.key_column_usage
       where table_schema = database() and referenced_table_name is not null
       group by table_name, constraint_name, referenced_table_name`,
  )
  const parts = new Map<string, string[]>()
  for (const { name, part } of rows) {
    if (!name.startsWith('knex_')) parts.set(name, [...(parts.get(name) ?? []), part])
  }
  const tables = [...parts].sort(([a], [b]) => (a < b ? -1 : 1))
  return Object.fromEntries(tables.map(([name, own]) => [name, own.sort().join('; ')]))
}

/** The tables that are not as this version's migrations make them, with what is wrong; empty if all are. */
export async function findSchemaFaults(connection: Connection): Promise<string[]> {
  const found = await readSchema(connection)
  return Object.entries(EXPECTED as Schema).flatMap(([table, expected]) => {
    const own = found[table]
    if (own === undefined) return [`table ${table} is missing`]
    const parts = new Set(own.split('; '))
    return expected
      .split('; ')
      .filter((part) => !parts.has(part))
      .map((part) => `table ${table} lacks: ${part}`)
  })
}
