import type { Knex } from 'knex'

/** The locale in which the store's numbers, money and dates are written. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('store', (table) => {
    table.string('locale', 35).collate('utf8mb4_nopad_bin').notNullable().defaultTo('en-GB')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('store', (table) => {
    table.dropColumn('locale')
  })
}
