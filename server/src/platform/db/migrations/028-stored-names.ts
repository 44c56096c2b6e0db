import type { Knex } from 'knex'

/** Names that the API gives to what is stored: states of release requests, ways in which codes are issued, and logged actions. */
const NAMES: readonly (readonly [table: string, column: string, names: Readonly<Record<string, string>>])[] = [
  ['preparations', 'state', { waiting: 'pending', 'sent-back': 'returned', overtaken: 'superseded' }],
  ['code_hands', 'kind', { 'hand-out': 'code-page' }],
  [
    'activity',
    'action',
    {
      'take-off': 'remove-sale-prices',
      'change-alarm': 'change-finding-thresholds',
      'change-second-person': 'change-approval',
      'set-aside': 'dismiss-finding',
      'take-up': 'reopen-finding',
      'prepare-release': 'request-release',
      'send-back-release': 'return-release-request',
      'withdraw-release': 'withdraw-release-request',
      release: 'publish-release',
      'mark-code': 'mark-code-issued',
      'create-hand-out': 'create-code-page',
      'change-hand-out': 'change-code-page',
      'delete-hand-out': 'delete-code-page',
      'forget-contact': 'erase-contact',
    },
  ],
]

export async function up(knex: Knex): Promise<void> {
  for (const [table, column, names] of NAMES) {
    for (const [from, to] of Object.entries(names)) await knex(table).where(column, from).update(column, to)
  }
}

export async function down(knex: Knex): Promise<void> {
  for (const [table, column, names] of NAMES) {
    for (const [to, from] of Object.entries(names)) await knex(table).where(column, from).update(column, to)
  }
}
