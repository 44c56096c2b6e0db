import type { Knex } from 'knex'

/** Kinds of findings that have another name now; the id of a dismissed finding begins with its kind. */
const NAMES: Readonly<Record<string, string>> = {
  'in-the-way': 'blocked-by-promotion',
  cliff: 'price-jump',
  'exactly-misses': 'exact-quantity',
  'guest-promise': 'guests-excluded',
  'strike-not-allowed': 'was-price-not-allowed',
  'reward-worthless': 'reward-saves-nothing',
  'rung-unreachable': 'step-unreachable',
  'tier-useless': 'tier-saves-nothing',
  'code-twice': 'code-duplicated',
}

export async function up(knex: Knex): Promise<void> {
  for (const [from, to] of Object.entries(NAMES)) await rename(knex, from, to)
}

export async function down(knex: Knex): Promise<void> {
  for (const [to, from] of Object.entries(NAMES)) await rename(knex, from, to)
}

/** Stored findings are dropped, and computed again by the next check; what was dismissed stays dismissed. */
async function rename(knex: Knex, from: string, to: string): Promise<void> {
  await knex('findings').delete()
  await knex.raw("update set_asides set id = concat(?, '-', right(id, 16)) where id regexp ?", [
    to,
    `^${from}-[0-9a-f]{16}$`,
  ])
}
