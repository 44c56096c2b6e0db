import type { Knex } from 'knex'

/** Beside the file itself, what undoing an import needs; both in parts. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('import_parts', (table) => {
    table.enum('what', ['file', 'before']).notNullable().defaultTo('file')
  })
  await knex.raw('alter table import_parts drop primary key, add primary key (import, what, part)')
}

export async function down(knex: Knex): Promise<void> {
  await knex('import_parts').where({ what: 'before' }).delete()
  await knex.raw('alter table import_parts drop primary key, add primary key (import, part)')
  await knex.schema.alterTable('import_parts', (table) => {
    table.dropColumn('what')
  })
}
