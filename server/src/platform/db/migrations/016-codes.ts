import type { Knex } from 'knex'

/** Codes in batches, what became of each, and the pages that hand them out. */
export async function up(knex: Knex): Promise<void> {
  await createTable(knex, 'code_batches', (table) => {
    table.increments('id')
    exactId(table, 'promotion').notNullable().index()
    table.string('name', 120).notNullable()
    table.string('prefix', 16).notNullable()
    table.integer('length').unsigned().notNullable()
    table.integer('wanted').unsigned().notNullable()
    table.integer('made').unsigned().notNullable()
    table.string('state', 16).notNullable()
    table.datetime('created_at', { precision: 3 }).notNullable()
    table.string('created_by', 80).notNullable()
    table.index(['state'])
  })
  // As short as can be: there are a million in a batch.
  await createTable(knex, 'codes', (table) => {
    table.specificType('code', 'varchar(40) character set ascii collate ascii_nopad_bin not null primary key')
    table.integer('batch').unsigned().notNullable()
    table.specificType('state', 'tinyint unsigned not null')
    table.boolean('is_handed').notNullable()
    table.bigInteger('order_id').unsigned().nullable()
    table.index(['batch', 'state', 'is_handed'])
  })
  await createTable(knex, 'code_hands', (table) => {
    table.specificType('code', 'varchar(40) character set ascii collate ascii_nopad_bin not null primary key')
    table.string('kind', 16).notNullable()
    table.string('recipient', 254).notNullable().index()
    table.datetime('at', { precision: 3 }).notNullable()
    table.string('made_by', 80).notNullable()
  })
  await createTable(knex, 'hand_outs', (table) => {
    exactId(table, 'id').primary()
    exactId(table, 'slug').notNullable().unique()
    exactId(table, 'promotion').notNullable().index()
    table.string('title', 120).notNullable()
    table.text('text').notNullable()
    table.text('wording').notNullable()
    // On the store's clock.
    table.string('starts', 16).nullable()
    table.string('ends', 16).nullable()
    table.integer('most').unsigned().nullable()
    table.boolean('shows_at_once').notNullable()
    table.integer('given').unsigned().notNullable()
    table.integer('version').unsigned().notNullable()
  })
  // One code of a promotion for an address, ever.
  await createTable(knex, 'handed_codes', (table) => {
    exactId(table, 'promotion').notNullable()
    table.string('address', 254).collate('utf8mb4_nopad_bin').notNullable().index()
    table.specificType('code', 'varchar(40) character set ascii collate ascii_nopad_bin null')
    exactId(table, 'hand_out').notNullable().index()
    table.datetime('at', { precision: 3 }).notNullable()
    table.date('sent_on').nullable()
    table.integer('sent').unsigned().notNullable()
    table.primary(['promotion', 'address'])
  })
  await createTable(knex, 'contacts', (table) => {
    table.string('address', 254).collate('utf8mb4_nopad_bin').primary()
    table.string('email', 254).notNullable()
    table.string('name', 120).notNullable()
    table.text('wording').notNullable()
    table.datetime('asked_at', { precision: 3 }).notNullable()
    table.datetime('confirmed_at', { precision: 3 }).nullable()
    exactId(table, 'token_hash').nullable().unique()
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const name of ['contacts', 'handed_codes', 'hand_outs', 'code_hands', 'codes', 'code_batches'])
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
