import type { Knex } from 'knex'

/** Stored error codes that have another name now: `database-away` is `database-unavailable`. */
export async function up(knex: Knex): Promise<void> {
  await rename(knex, 'database-away', 'database-unavailable')
}

export async function down(knex: Knex): Promise<void> {
  await rename(knex, 'database-unavailable', 'database-away')
}

async function rename(knex: Knex, from: string, to: string): Promise<void> {
  await knex('code_batches').where({ trouble: from }).update({ trouble: to })
}
