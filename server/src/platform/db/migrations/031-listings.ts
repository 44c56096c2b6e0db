import type { Knex } from 'knex'

/** What is said of products beside their own prices: rating, reviews, reference price with its source and day. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('products', (table) => {
    // In tenths of a star.
    table.specificType('rating', 'tinyint unsigned')
    table.integer('reviews').unsigned()
    table.bigInteger('reference_price').unsigned()
    table.specificType('reference_source', 'varchar(200) collate utf8mb4_nopad_bin')
    table.specificType('reference_on', 'date')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('products', (table) => {
    table.dropColumns('rating', 'reviews', 'reference_price', 'reference_source', 'reference_on')
  })
}
