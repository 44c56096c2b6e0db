import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('store', (table) => {
    table.integer('id').unsigned().primary()
    table.string('name', 120).notNullable()
    table.text('settings', 'longtext').notNullable()
    table.bigInteger('plan_revision').unsigned().notNullable()
    table.bigInteger('catalogue_revision').unsigned().notNullable()
  })
  await knex.schema.createTable('categories', (table) => {
    exactId(table, 'id').primary()
    table.integer('position').unsigned().notNullable()
    table.string('name', 120).notNullable()
    exactId(table, 'parent').nullable().references('categories.id')
  })
  await knex.schema.createTable('products', (table) => {
    exactId(table, 'sku').primary()
    table.integer('position').unsigned().notNullable().unique()
    table.string('name', 200).notNullable()
    exactId(table, 'family').nullable()
    table.text('categories').notNullable()
    table.text('tags').notNullable()
    table.bigInteger('regular_price').unsigned().notNullable()
    table.bigInteger('unit_cost').unsigned().nullable()
    table.bigInteger('minimum_price').unsigned().nullable()
    table.integer('tax_rate').unsigned().notNullable()
    table.integer('stock').unsigned().nullable()
  })
  await knex.schema.createTable('campaigns', (table) => {
    exactId(table, 'id').primary()
    table.string('name', 120).notNullable()
    table.text('goal').notNullable()
    table.integer('version').unsigned().notNullable()
  })
  await knex.schema.createTable('promotions', (table) => {
    exactId(table, 'id').primary()
    table.integer('rank').unsigned().notNullable().unique()
    table.string('name', 120).notNullable()
    table.string('state', 16).notNullable()
    exactId(table, 'campaign').nullable().references('campaigns.id')
    table.text('note').notNullable()
    table.text('rule', 'longtext').notNullable()
    table.integer('version').unsigned().notNullable()
    table.datetime('updated_at', { precision: 3 }).notNullable()
    table.string('updated_by', 80).notNullable()
    table.datetime('deleted_at', { precision: 3 }).nullable()
  })
  await knex.schema.createTable('releases', (table) => {
    table.integer('number').unsigned().primary()
    table.datetime('released_at', { precision: 3 }).notNullable()
    table.string('released_by', 80).notNullable()
    table.text('note').notNullable()
    table.integer('again').unsigned().nullable()
    table.integer('promotion_count').unsigned().notNullable()
    table.text('plan', 'longtext').notNullable()
  })
  await knex.schema.createTable('imports', (table) => {
    exactId(table, 'id').primary()
    table.string('file_name', 200).notNullable()
    table.datetime('created_at', { precision: 3 }).notNullable()
    table.string('created_by', 80).notNullable()
    table.string('state', 16).notNullable()
    table.double('progress').notNullable()
    table.bigInteger('catalogue_revision').unsigned().nullable()
    table.text('preview', 'longtext').notNullable()
    table.specificType('file', 'longblob').notNullable()
  })
  await knex.schema.createTable('activity', (table) => {
    table.bigIncrements('id')
    table.datetime('at', { precision: 3 }).notNullable()
    table.string('actor', 80).notNullable()
    table.string('action', 40).notNullable()
    table.string('subject', 80).notNullable().index()
    table.text('detail', 'longtext').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const name of [
    'activity',
    'imports',
    'releases',
    'promotions',
    'campaigns',
    'products',
    'categories',
    'store',
  ]) {
    await knex.schema.dropTable(name)
  }
}

/** Ids and SKUs are told apart byte by byte: `pad-a4` and `PAD-A4` are two. */
function exactId(table: Knex.CreateTableBuilder, name: string): Knex.ColumnBuilder {
  return table.string(name, 64).collate('utf8mb4_bin')
}
