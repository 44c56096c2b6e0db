import type { Knex } from 'knex'

const CHANNELS = [
  { id: 'web', name: 'Online store', kind: 'own' },
  { id: 'app', name: 'App', kind: 'own' },
  { id: 'counter', name: 'In store', kind: 'own' },
]

/** The store's own channels; the channel of each API key, which loses a scope that opens nothing; shown prices by channel, where they differ by it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('store', (table) => {
    table.specificType('channels', 'mediumtext collate utf8mb4_nopad_bin')
  })
  await knex('store').update({ channels: JSON.stringify(CHANNELS) })
  await knex.schema.alterTable('shop_keys', (table) => {
    table.specificType('channel', "varchar(64) collate utf8mb4_nopad_bin not null default 'web'")
  })
  const keys: { id: string; scopes: string }[] = await knex('shop_keys').select('id', 'scopes')
  for (const { id, scopes } of keys) {
    const kept = (JSON.parse(scopes) as string[]).filter((scope) => scope !== 'feeds')
    await knex('shop_keys')
      .where({ id })
      .update({ scopes: JSON.stringify(kept) })
  }
  await knex.schema.alterTable('shown_prices', (table) => {
    // Empty: of all channels.
    table.specificType('channel', "varchar(64) collate utf8mb4_nopad_bin not null default ''")
  })
  await knex.raw('alter table shown_prices drop primary key, add primary key (sku, `from`, channel)')
}

export async function down(knex: Knex): Promise<void> {
  await knex('shown_prices').whereNot({ channel: '' }).delete()
  await knex.raw('alter table shown_prices drop primary key, add primary key (sku, `from`)')
  await knex.schema.alterTable('shown_prices', (table) => {
    table.dropColumn('channel')
  })
  await knex.schema.alterTable('shop_keys', (table) => {
    table.dropColumn('channel')
  })
  await knex.schema.alterTable('store', (table) => {
    table.dropColumn('channels')
  })
}
