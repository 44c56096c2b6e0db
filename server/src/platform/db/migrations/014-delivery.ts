import type { Knex } from 'knex'

/** What stores had before they could say it themselves. */
const COUNTRIES = ['AT', 'DE', 'CH', 'IT']
const everywhere = (price: number) => COUNTRIES.map((country) => ({ country, price }))
const FORMER = [
  { id: 'parcel', name: 'parcel', prices: everywhere(490) },
  { id: 'express', name: 'express parcel', prices: everywhere(990) },
  { id: 'collect', name: 'collection in town', prices: everywhere(0) },
]

/** Ways of delivery as a setting of the store; whether a release takes a second person, and what is prepared for one. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('store', (table) => {
    table.text('delivery', 'longtext').collate('utf8mb4_general_nopad_ci').nullable()
    table.boolean('second_person').notNullable().defaultTo(false)
  })
  await knex.schema.alterTable('releases', (table) => {
    table.string('prepared_by', 80).collate('utf8mb4_general_nopad_ci').nullable()
  })
  await knex('store').update({ delivery: JSON.stringify(FORMER) })
  await knex.schema.createTable('preparations', (table) => {
    table.charset('utf8mb4')
    table.collate('utf8mb4_general_nopad_ci')
    table.string('id', 64).collate('utf8mb4_nopad_bin').primary()
    table.bigInteger('number').unsigned().notNullable().index()
    table.string('state', 16).notNullable()
    table.datetime('made_at', { precision: 3 }).notNullable()
    table.string('made_by', 80).notNullable()
    table.text('note').notNullable()
    table.bigInteger('plan_revision').unsigned().notNullable()
    table.integer('again').unsigned().nullable()
    table.datetime('settled_at', { precision: 3 }).nullable()
    table.string('settled_by', 80).nullable()
    table.text('word').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('preparations')
  await knex.schema.alterTable('releases', (table) => {
    table.dropColumn('prepared_by')
  })
  await knex.schema.alterTable('store', (table) => {
    table.dropColumns('delivery', 'second_person')
  })
}
