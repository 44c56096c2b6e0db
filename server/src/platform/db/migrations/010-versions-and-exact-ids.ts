import type { Knex } from 'knex'

/**
 * Ids and SKUs are told apart byte by byte, spaces at their ends included; other texts are compared without padding, too. The store’s settings have a
 * version of their own.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('store', (table) => {
    table.integer('version').unsigned().notNullable().defaultTo(1)
  })
  await recollate(knex, { utf8mb4_bin: 'utf8mb4_nopad_bin', utf8mb4_general_ci: 'utf8mb4_general_nopad_ci' })
}

export async function down(knex: Knex): Promise<void> {
  await recollate(knex, { utf8mb4_nopad_bin: 'utf8mb4_bin', utf8mb4_general_nopad_ci: 'utf8mb4_general_ci' })
  await knex.schema.alterTable('store', (table) => {
    table.dropColumn('version')
  })
}

interface TextColumn {
  name: string
  column: string
  type: string
  nullable: 'YES' | 'NO'
  fallback: string | null
  collation: string
}

async function recollate(knex: Knex, next: Readonly<Record<string, string>>): Promise<void> {
  const [columns] = (await knex.raw(
    `select table_name as name, column_name as \`column\`, column_type as type, is_nullable as nullable,
       column_default as fallback, collation_name as collation
     from information_schema.columns
     where table_schema = database() and table_name not like 'knex%' and collation_name is not null`,
  )) as [TextColumn[]]
  const tables = new Map<string, string[]>()
  for (const { name, column, type, nullable, fallback, collation } of columns) {
    if (next[collation] === undefined) continue
    const rest = `${nullable === 'YES' ? 'null' : 'not null'}${fallback === null ? '' : ` default ${fallback}`}`
    const part = `modify \`${column}\` ${type} character set utf8mb4 collate ${next[collation]} ${rest}`
    tables.set(name, [...(tables.get(name) ?? []), part])
  }
  // A foreign key lets neither of its ends change.
  const keys = await listForeignKeys(knex)
  for (const { name, key } of keys) await knex.raw(`alter table \`${name}\` drop foreign key \`${key}\``)
  for (const [name, parts] of tables) await knex.raw(`alter table \`${name}\` ${parts.join(', ')}`)
  for (const { name, key, column, toTable, toColumn, rule } of keys) {
    const refers = `foreign key (\`${column}\`) references \`${toTable}\` (\`${toColumn}\`) on delete ${rule}`
    await knex.raw(`alter table \`${name}\` add constraint \`${key}\` ${refers}`)
  }
}

interface ForeignKey {
  name: string
  key: string
  column: string
  toTable: string
  toColumn: string
  rule: string
}

async function listForeignKeys(knex: Knex): Promise<ForeignKey[]> {
  const [keys] = (await knex.raw(
    `select used.table_name as name, used.constraint_name as \`key\`, used.column_name as \`column\`,
       used.referenced_table_name as toTable, used.referenced_column_name as toColumn, rules.delete_rule as rule
     from information_schema.key_column_usage used
     join information_schema.referential_constraints rules
       on rules.constraint_schema = used.constraint_schema and rules.constraint_name = used.constraint_name
     where used.table_schema = database() and used.referenced_table_name is not null`,
  )) as [ForeignKey[]]
  return keys
}
