import type { Knex } from 'knex'

/** Stored findings name a severity instead of a weight: they are dropped, and computed again by the next check. */
export async function up(knex: Knex): Promise<void> {
  await knex('findings').delete()
}

export async function down(knex: Knex): Promise<void> {
  await knex('findings').delete()
}
