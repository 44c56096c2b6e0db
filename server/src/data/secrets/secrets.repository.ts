import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { createToken } from '../../platform/tokens.ts'

/** Returns the secret that signs cookies. The first process on a database creates it; all others read the same one. */
export async function loadCookieSecret(database: Database): Promise<string> {
  const name = 'cookies'
  await database('secrets').insert({ name, value: createToken() }).onConflict('name').ignore()
  const row: { value: string } = await database('secrets').where({ name }).first()
  return row.value
}

/** Locks the row that guards the first set-up until the transaction ends, so that of two at the same time the second sees the first. */
export async function lockSetUp(transaction: Connection): Promise<void> {
  await transaction('secrets').insert({ name: 'set-up', value: '' }).onConflict('name').merge({ value: '' })
}
