import type { Knex } from 'knex'

/** Who is at what work in the background, and until when that holds unless it is renewed. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('claims', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_nopad_bin')
    table.string('subject', 80).primary()
    table.string('owner', 40).notNullable()
    table.datetime('until', { precision: 3 }).notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('claims')
}
