import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  for (const name of ['product_sets', 'occasions']) {
    await knex.schema.createTable(name, (table) => {
      table.string('id', 64).collate('utf8mb4_bin').primary()
      table.string('name', 120).notNullable()
      table.text('content', 'longtext').notNullable()
      table.integer('version').unsigned().notNullable()
    })
  }
  await knex.schema.alterTable('promotions', (table) => {
    table.string('occasion', 64).collate('utf8mb4_bin').nullable().references('occasions.id')
    table.boolean('archived').notNullable().defaultTo(false)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('promotions', (table) => {
    table.dropForeign('occasion')
    table.dropColumns('occasion', 'archived')
  })
  for (const name of ['product_sets', 'occasions']) await knex.schema.dropTable(name)
}
