import type { Knex } from 'knex'

/** How a file is read that doesn't say so by itself; and by kind of file what heads mean, as JSON. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('imports', (table) => {
    table.text('reading', 'mediumtext').collate('utf8mb4_nopad_bin').nullable()
  })
  await knex.schema.createTable('import_heads', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_nopad_bin')
    table.string('kind', 16).primary()
    table.text('heads', 'mediumtext').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('import_heads')
  await knex.schema.alterTable('imports', (table) => {
    table.dropColumn('reading')
  })
}
