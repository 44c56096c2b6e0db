import type { Knex } from 'knex'

/** What is submitted to partner channels, and the store of the simulated partner. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('submissions', (table) => {
    table.bigIncrements('number')
    table.specificType('id', 'varchar(64) collate utf8mb4_nopad_bin not null').unique()
    table.specificType('promotion', 'varchar(64) collate utf8mb4_nopad_bin not null')
    table.specificType('channel', 'varchar(64) collate utf8mb4_nopad_bin not null')
    // 1 for the latest of a promotion in a channel, else null.
    table.specificType('latest', 'tinyint unsigned')
    table.specificType('action', 'varchar(20) collate utf8mb4_nopad_bin not null')
    table.integer('release').unsigned().notNullable()
    table.specificType('content', 'longtext collate utf8mb4_nopad_bin not null')
    table.specificType('starts_at', 'datetime(3)')
    table.specificType('ends_at', 'datetime(3)')
    table.specificType('locks_at', 'datetime(3)')
    table.specificType('submitted_at', 'datetime(3) not null')
    table.specificType('submitted_by', 'varchar(80) collate utf8mb4_nopad_bin not null')
    table.specificType('sent_at', 'datetime(3)')
    table.integer('attempts').unsigned().notNullable().defaultTo(0)
    // Null: no attempt is due.
    table.specificType('due_at', 'datetime(3)').index()
    table.specificType('note', "varchar(200) collate utf8mb4_nopad_bin not null default ''")
    table.specificType('decision', 'varchar(20) collate utf8mb4_nopad_bin')
    table.specificType('decided_at', 'datetime(3)')
    table.specificType('causes', 'longtext collate utf8mb4_nopad_bin')
    // Number of the partner's answer that counts.
    table.bigInteger('answer').unsigned()
    table.specificType('dismissed_at', 'datetime(3)')
    table.unique(['promotion', 'channel', 'latest'])
    table.index(['channel', 'answer'])
  })
  await knex.schema.createTable('stand_in_desks', (table) => {
    table.specificType('channel', 'varchar(64) collate utf8mb4_nopad_bin').primary()
    // Its clock showed `clock_at` at `wall_at` and has run `factor` times as fast since.
    table.specificType('clock_at', 'datetime(3) not null')
    table.specificType('wall_at', 'datetime(3) not null')
    table.integer('factor').unsigned().notNullable()
    table.specificType('mode', 'varchar(20) collate utf8mb4_nopad_bin not null')
    table.integer('review_hours').unsigned().notNullable()
    // Basis points.
    table.integer('gap').unsigned().notNullable()
  })
  await knex.schema.createTable('stand_in_submissions', (table) => {
    table.bigIncrements('number')
    table.specificType('channel', 'varchar(64) collate utf8mb4_nopad_bin not null')
    table.specificType('idempotency_key', 'varchar(64) collate utf8mb4_nopad_bin not null')
    table.specificType('promotion', 'varchar(64) collate utf8mb4_nopad_bin not null')
    table.specificType('content', 'longtext collate utf8mb4_nopad_bin not null')
    table.specificType('received_at', 'datetime(3) not null')
    table.specificType('state', 'varchar(20) collate utf8mb4_nopad_bin not null')
    table.specificType('decided_at', 'datetime(3)')
    table.unique(['channel', 'idempotency_key'])
    table.index(['channel', 'state'])
  })
  await knex.schema.createTable('stand_in_answers', (table) => {
    table.bigIncrements('number')
    table.specificType('channel', 'varchar(64) collate utf8mb4_nopad_bin not null')
    table.specificType('content', 'longtext collate utf8mb4_nopad_bin not null')
    table.boolean('is_sent').notNullable().defaultTo(false)
    table.index(['channel', 'number'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('stand_in_answers')
  await knex.schema.dropTable('stand_in_submissions')
  await knex.schema.dropTable('stand_in_desks')
  await knex.schema.dropTable('submissions')
}
