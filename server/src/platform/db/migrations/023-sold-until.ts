import type { Knex } from 'knex'

/** Up to when the units of 30 days were sold that a file reported; null: it is not known. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('products', (table) => {
    table.datetime('sold_until', { precision: 3 }).nullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('products', (table) => {
    table.dropColumn('sold_until')
  })
}
