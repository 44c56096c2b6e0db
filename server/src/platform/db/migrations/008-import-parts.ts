import type { Knex } from 'knex'

/** Files in parts, since one statement may not carry a large one whole. What was uploaded before is let go. */
export async function up(knex: Knex): Promise<void> {
  await knex('imports').delete()
  await knex.schema.alterTable('imports', (table) => {
    table.dropColumn('file')
  })
  await knex.schema.createTable('import_parts', (table) => {
    table.string('import', 64).collate('utf8mb4_bin').notNullable().references('imports.id').onDelete('CASCADE')
    table.integer('part').unsigned().notNullable()
    table.specificType('content', 'mediumblob').notNullable()
    table.primary(['import', 'part'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('import_parts')
  await knex('imports').delete()
  await knex.schema.alterTable('imports', (table) => {
    table.specificType('file', 'longblob').notNullable()
  })
}
