import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('test_carts', (table) => {
    table.string('id', 64).collate('utf8mb4_bin').primary()
    table.string('name', 120).notNullable()
    table.datetime('priced_at', { precision: 3 }).nullable()
    table.text('cart', 'longtext').notNullable()
    table.bigInteger('expected').unsigned().nullable()
    table.integer('version').unsigned().notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('test_carts')
}
