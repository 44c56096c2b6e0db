import type { Knex } from 'knex'

/** Who may do what: people, their sessions and links, keys of shops, tries that are slowed down, and the stand-in mailbox. */
export async function up(knex: Knex): Promise<void> {
  await createTable(knex, 'people', (table) => {
    exactId(table, 'id').primary()
    table.string('name', 80).notNullable().unique()
    table.string('email', 254).notNullable().unique()
    table.string('role', 16).notNullable()
    table.string('password', 200).nullable()
    table.boolean('is_demo').notNullable()
    table.datetime('created_at', { precision: 3 }).notNullable()
    table.datetime('removed_at', { precision: 3 }).nullable()
  })
  await createTable(knex, 'sessions', (table) => {
    exactId(table, 'id').primary()
    exactId(table, 'person').notNullable().index()
    table.string('agent', 200).notNullable()
    table.datetime('created_at', { precision: 3 }).notNullable()
    table.datetime('seen_at', { precision: 3 }).notNullable()
    table.datetime('expires_at', { precision: 3 }).notNullable().index()
  })
  await createTable(knex, 'links', (table) => {
    exactId(table, 'id').primary()
    exactId(table, 'person').notNullable().index()
    table.string('kind', 16).notNullable()
    table.datetime('expires_at', { precision: 3 }).notNullable()
  })
  await createTable(knex, 'shop_keys', (table) => {
    exactId(table, 'id').primary()
    exactId(table, 'hash').notNullable().unique()
    table.string('name', 80).notNullable()
    table.text('scopes').notNullable()
    table.datetime('created_at', { precision: 3 }).notNullable()
    table.string('created_by', 80).notNullable()
    table.datetime('ends_at', { precision: 3 }).nullable()
    table.datetime('last_used_at', { precision: 3 }).nullable()
    table.datetime('revoked_at', { precision: 3 }).nullable()
  })
  await createTable(knex, 'tries', (table) => {
    exactId(table, 'subject').primary()
    table.integer('count').unsigned().notNullable()
    table.datetime('at', { precision: 3 }).notNullable()
    table.datetime('free_at', { precision: 3 }).notNullable()
  })
  await createTable(knex, 'messages', (table) => {
    exactId(table, 'id').primary()
    table.datetime('at', { precision: 3 }).notNullable().index()
    table.string('recipient', 254).notNullable()
    table.string('subject', 200).notNullable()
    table.text('text', 'longtext').notNullable()
  })
  await createTable(knex, 'secrets', (table) => {
    exactId(table, 'name').primary()
    table.string('value', 200).notNullable()
  })
  await knex.schema.alterTable('store', (table) => {
    table.bigInteger('people_revision').unsigned().notNullable().defaultTo(0)
  })
  await knex.schema.alterTable('activity', (table) => {
    table.index('actor')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('activity', (table) => {
    table.dropIndex('actor')
  })
  await knex.schema.alterTable('store', (table) => {
    table.dropColumn('people_revision')
  })
  for (const name of ['secrets', 'messages', 'tries', 'shop_keys', 'links', 'sessions', 'people'])
    await knex.schema.dropTable(name)
}

async function createTable(knex: Knex, name: string, fill: (table: Knex.CreateTableBuilder) => void): Promise<void> {
  await knex.schema.createTable(name, (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_general_nopad_ci')
    fill(table)
  })
}

function exactId(table: Knex.CreateTableBuilder, name: string): Knex.ColumnBuilder {
  return table.string(name, 64).collate('utf8mb4_nopad_bin')
}
