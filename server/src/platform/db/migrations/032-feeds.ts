import type { Knex } from 'knex'

/** Feeds, and the keys that are their addresses. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('feeds', (table) => {
    table.specificType('id', 'varchar(64) collate utf8mb4_nopad_bin').primary()
    table.specificType('name', 'varchar(120) collate utf8mb4_nopad_bin not null')
    table.specificType('content', 'mediumtext collate utf8mb4_nopad_bin not null')
    table.integer('version').unsigned().notNullable()
  })
  await knex.schema.alterTable('shop_keys', (table) => {
    table.specificType('feed', 'varchar(64) collate utf8mb4_nopad_bin')
    table.foreign('feed').references('feeds.id').onDelete('SET NULL')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('shop_keys', (table) => {
    table.dropForeign('feed')
    table.dropColumn('feed')
  })
  await knex.schema.dropTable('feeds')
}
