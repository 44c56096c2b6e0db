import type { Knex } from 'knex'

/** Several links may confirm one consent, so that asking again does not end those that were sent before. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('consent_links', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_general_nopad_ci')
    table.string('token_hash', 64).collate('utf8mb4_nopad_bin').primary()
    table.string('address', 254).collate('utf8mb4_nopad_bin').notNullable().index()
    table.datetime('asked_at', { precision: 3 }).notNullable()
  })
  await knex.raw(
    `insert into consent_links (token_hash, address, asked_at)
     select token_hash, address, asked_at from contacts where token_hash is not null`,
  )
  await knex.schema.alterTable('contacts', (table) => {
    table.dropColumn('token_hash')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('contacts', (table) => {
    table.string('token_hash', 64).collate('utf8mb4_nopad_bin').nullable().unique()
  })
  await knex.schema.dropTable('consent_links')
}
