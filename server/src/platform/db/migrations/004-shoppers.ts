import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('shoppers', (table) => {
    table.string('id', 64).collate('utf8mb4_bin').primary()
    table.string('name', 120).notNullable().index()
    for (const list of ['groups', 'tags', 'bought']) table.text(list, 'mediumtext').notNullable()
    table.integer('orders').unsigned().notNullable()
    table.bigInteger('spent').unsigned().notNullable()
  })
  await knex.schema.alterTable('imports', (table) => {
    table.string('kind', 16).notNullable().defaultTo('products')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('imports', (table) => {
    table.dropColumn('kind')
  })
  await knex.schema.dropTable('shoppers')
}
