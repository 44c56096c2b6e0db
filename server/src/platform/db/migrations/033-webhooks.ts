import type { Knex } from 'knex'

/** Webhooks of shops, and what is sent to each. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('webhooks', (table) => {
    table.specificType('id', 'varchar(64) collate utf8mb4_nopad_bin').primary()
    table.specificType('url', 'varchar(500) collate utf8mb4_nopad_bin not null')
    // Separated by commas.
    table.specificType('events', 'varchar(200) collate utf8mb4_nopad_bin not null')
    table.specificType('secret', 'varchar(100) collate utf8mb4_nopad_bin not null')
    table.specificType('created_at', 'datetime(3) not null')
    table.specificType('created_by', 'varchar(80) collate utf8mb4_nopad_bin not null')
  })
  await knex.schema.createTable('webhook_deliveries', (table) => {
    table.bigIncrements('id')
    table.specificType('webhook', 'varchar(64) collate utf8mb4_nopad_bin not null')
    table.specificType('event', 'varchar(40) collate utf8mb4_nopad_bin not null')
    table.specificType('body', 'text collate utf8mb4_nopad_bin not null')
    table.specificType('created_at', 'datetime(3) not null')
    table.integer('attempts').unsigned().notNullable().defaultTo(0)
    // Null: settled.
    table.specificType('due_at', 'datetime(3)').index()
    table.specificType('status', 'smallint unsigned')
    table.specificType('note', "varchar(200) collate utf8mb4_nopad_bin not null default ''")
    table.foreign('webhook').references('webhooks.id').onDelete('CASCADE')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('webhook_deliveries')
  await knex.schema.dropTable('webhooks')
}
