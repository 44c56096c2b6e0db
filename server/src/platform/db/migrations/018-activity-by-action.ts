import type { Knex } from 'knex'

/** What was done last of a kind is looked up often. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('activity', (table) => {
    table.index(['action', 'id'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('activity', (table) => {
    table.dropIndex(['action', 'id'])
  })
}
