import type { Knex } from 'knex'

/** Why the codes of a batch can't be written at present, as an error's code. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('code_batches', (table) => {
    table.string('trouble', 64).nullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('code_batches', (table) => {
    table.dropColumn('trouble')
  })
}
