import type { Knex } from 'knex'

/** What deserves a look in a plan, by the state in which it was checked; and what was set aside. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('findings', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_nopad_bin')
    // The working plan, or a release.
    table.string('plan', 32).primary()
    table.string('state', 255).notNullable()
    table.bigInteger('revision').unsigned().notNullable()
    table.datetime('checked_at', { precision: 3 }).notNullable()
    // How often it was checked.
    table.bigInteger('checks').unsigned().notNullable()
    table.specificType('content', 'longtext not null')
  })
  await knex.schema.createTable('set_asides', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_nopad_bin')
    table.string('id', 64).primary()
    // What its subjects looked like, and how bad it was: another look, or worse, and it lapses.
    table.string('stamp', 64).notNullable()
    table.integer('points').notNullable()
    table.string('why', 500).notNullable()
    table.string('made_by', 80).notNullable()
    table.datetime('made_at', { precision: 3 }).notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('set_asides')
  await knex.schema.dropTable('findings')
}
