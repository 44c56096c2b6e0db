import type { Knex } from 'knex'

/** By which text of its file each migration was done. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('migration_checksums', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_general_nopad_ci')
    table.string('name', 64).collate('utf8mb4_nopad_bin').primary()
    table.string('checksum', 64).notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('migration_checksums')
}
