import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('imports', (table) => {
    table.renameColumn('catalogue_revision', 'revision')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('imports', (table) => {
    table.renameColumn('revision', 'catalogue_revision')
  })
}
