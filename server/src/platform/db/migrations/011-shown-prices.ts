import type { Knex } from 'knex'

/**
 * What the shop showed otherwise than the regular price, up to the instant until which it is written. What it showed since then is worked out from the
 * releases that it followed since.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('shown_prices', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_general_nopad_ci')
    table.string('sku', 64).collate('utf8mb4_nopad_bin').notNullable()
    table.datetime('from', { precision: 3 }).notNullable()
    table.datetime('until', { precision: 3 }).notNullable()
    table.bigInteger('price').unsigned().notNullable()
    table.bigInteger('regular').unsigned().notNullable()
    table.integer('release').unsigned().nullable()
    table.text('promotions').notNullable()
    table.primary(['sku', 'from'])
    table.index('until')
  })
  await knex.schema.alterTable('store', (table) => {
    table.datetime('shown_until', { precision: 3 }).nullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('store', (table) => {
    table.dropColumn('shown_until')
  })
  await knex.schema.dropTable('shown_prices')
}
