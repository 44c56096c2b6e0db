import type { Knex } from 'knex'

/**
 * What shops sell and what that uses up: orders with their lines and the promotions that applied, what promotions have used, stock as a figure of
 * its own, and what shoppers did by their orders. No foreign keys, since orders lock rows by themselves.
 */
export async function up(knex: Knex): Promise<void> {
  await createTable(knex, 'orders', (table) => {
    table.bigIncrements('id')
    exactId(table, 'number').notNullable().unique()
    // Whose key it was placed with, and the key of the request: one order for each.
    exactId(table, 'holder').notNullable()
    exactId(table, 'request_key').notNullable()
    exactId(table, 'request_hash').notNullable()
    table.datetime('placed_at', { precision: 3 }).notNullable()
    table.integer('release_number').unsigned().nullable()
    table.string('source', 16).notNullable()
    exactId(table, 'channel').notNullable()
    exactId(table, 'shopper').nullable()
    table.string('email', 254).nullable()
    table.string('name', 120).nullable()
    table.boolean('consent').notNullable()
    exactId(table, 'delivery_option').nullable()
    exactId(table, 'country').nullable()
    table.bigInteger('delivery_paid').unsigned().notNullable()
    table.bigInteger('grand').unsigned().notNullable()
    table.text('codes').notNullable()
    table.text('receipt', 'longtext').nullable()
    table.datetime('cancelled_at', { precision: 3 }).nullable().index()
    table.string('cancelled_by', 80).nullable()
    table.unique(['holder', 'request_key'])
    table.index(['placed_at', 'id'])
    table.index(['shopper', 'placed_at'])
  })
  await createTable(knex, 'order_lines', (table) => {
    table.bigInteger('order_id').unsigned().notNullable()
    table.integer('position').unsigned().notNullable()
    exactId(table, 'sku').notNullable().index()
    table.integer('quantity').unsigned().notNullable()
    table.boolean('gift').notNullable()
    table.bigInteger('paid').unsigned().notNullable()
    // Whether it was taken from a stock that is counted.
    table.boolean('from_stock').notNullable()
    table.primary(['order_id', 'position'])
  })
  await createTable(knex, 'order_promotions', (table) => {
    table.bigInteger('order_id').unsigned().notNullable()
    exactId(table, 'promotion').notNullable()
    exactId(table, 'shopper').nullable()
    exactId(table, 'code').nullable()
    table.datetime('placed_at', { precision: 3 }).notNullable()
    table.integer('units').unsigned().notNullable()
    table.bigInteger('given').unsigned().notNullable()
    table.bigInteger('added').unsigned().notNullable()
    table.boolean('is_cancelled').notNullable()
    table.primary(['order_id', 'promotion'])
    table.index(['promotion', 'placed_at'])
    table.index(['shopper', 'promotion'])
    table.index(['code'])
  })
  await createTable(knex, 'promotion_counts', (table) => {
    exactId(table, 'promotion').primary()
    signedFigures(table)
  })
  // What came since by orders that need not wait for each other; added up into the row above from time to time.
  await createTable(knex, 'count_entries', (table) => {
    table.bigIncrements('id')
    exactId(table, 'promotion').notNullable()
    signedFigures(table)
    table.index(['promotion'])
  })
  await createTable(knex, 'count_corrections', (table) => {
    table.bigIncrements('id')
    exactId(table, 'promotion').notNullable().index()
    table.datetime('at', { precision: 3 }).notNullable()
    table.string('made_by', 80).notNullable()
    table.bigInteger('units').notNullable()
    table.string('reason', 500).notNullable()
  })
  await createTable(knex, 'stock', (table) => {
    exactId(table, 'sku').primary()
    table.integer('units').unsigned().notNullable()
  })
  // Every figure that somebody gave, as the difference that it made: with what orders took, it tells what is there.
  await createTable(knex, 'stock_changes', (table) => {
    table.bigIncrements('id')
    exactId(table, 'sku').notNullable().index()
    table.integer('delta').notNullable()
  })
  await knex.raw('insert into stock (sku, units) select sku, stock from products where stock is not null')
  await knex.raw('insert into stock_changes (sku, delta) select sku, units from stock')
  await knex.schema.alterTable('products', (table) => {
    table.dropColumn('stock')
  })
  await knex.schema.alterTable('shoppers', (table) => {
    table.integer('placed_orders').unsigned().notNullable().defaultTo(0)
    table.bigInteger('placed_spent').unsigned().notNullable().defaultTo(0)
  })
  const latest = (await knex('releases').orderBy('number', 'desc').first('plan')) as { plan: string } | undefined
  const { promotions } = JSON.parse(latest?.plan ?? '{"promotions":[]}') as { promotions: { id: string }[] }
  if (promotions.length > 0) {
    const rows = promotions.map(({ id }) => ({ promotion: id, uses: 0, units: 0, given: 0, added: 0 }))
    await knex('promotion_counts').insert(rows)
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('shoppers', (table) => {
    table.dropColumns('placed_orders', 'placed_spent')
  })
  await knex.schema.alterTable('products', (table) => {
    table.integer('stock').unsigned().nullable()
  })
  await knex.raw('update products join stock on stock.sku = products.sku set products.stock = stock.units')
  for (const name of [
    'stock_changes',
    'stock',
    'count_corrections',
    'count_entries',
    'promotion_counts',
    'order_promotions',
    'order_lines',
    'orders',
  ])
    await knex.schema.dropTable(name)
}

/** Corrections may take away; so may what is given back. */
function signedFigures(table: Knex.CreateTableBuilder): void {
  for (const name of ['uses', 'units', 'given', 'added']) table.bigInteger(name).notNullable()
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
