import type { Knex } from 'knex'

/** Which changes a release, or a request for one, takes over: a list of their ids, null for all. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('release_choices', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_nopad_bin')
    table.string('id', 32).primary()
    table.specificType('content', 'mediumtext not null')
    table.datetime('asked_at', { precision: 3 }).notNullable()
  })
  await knex.schema.alterTable('releases', (table) => {
    table.specificType('content', 'mediumtext collate utf8mb4_nopad_bin')
  })
  await knex.schema.alterTable('preparations', (table) => {
    table.specificType('content', 'mediumtext collate utf8mb4_nopad_bin')
    // What the changes looked like when they were put forward, by id.
    table.specificType('stamps', 'mediumtext collate utf8mb4_nopad_bin')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('preparations', (table) => {
    table.dropColumn('stamps')
    table.dropColumn('content')
  })
  await knex.schema.alterTable('releases', (table) => {
    table.dropColumn('content')
  })
  await knex.schema.dropTable('release_choices')
}
