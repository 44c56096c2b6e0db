import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('regular_prices', (table) => {
    table.string('sku', 64).collate('utf8mb4_bin').notNullable()
    table.datetime('since', { precision: 3 }).notNullable()
    table.bigInteger('price').unsigned().notNullable()
    table.primary(['sku', 'since'])
  })
  await knex.schema.createTable('past_prices', (table) => {
    table.string('sku', 64).collate('utf8mb4_bin').notNullable()
    table.datetime('from', { precision: 3 }).notNullable()
    table.datetime('until', { precision: 3 }).notNullable()
    table.bigInteger('price').unsigned().notNullable()
    table.bigInteger('regular').unsigned().notNullable()
    table.primary(['sku', 'from'])
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const name of ['past_prices', 'regular_prices']) await knex.schema.dropTable(name)
}
