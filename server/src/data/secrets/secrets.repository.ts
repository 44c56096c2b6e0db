import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { createToken } from '../../platform/tokens.ts'

/** What a secret signs: cookies, or the messages between server and simulated partner. */
type SecretName = 'cookies' | 'stand-in'

/** Returns a secret. The first process on a database creates it; all others read the same one. */
export async function loadSecret(database: Database, name: SecretName): Promise<string> {
  await database('secrets').insert({ name, value: createToken() }).onConflict('name').ignore()
  const row: { value: string } = await database('secrets').where({ name }).first()
  return row.value
}

/** Locks the row that guards the first set-up until the transaction ends, so that of two at the same time the second sees the first. */
export async function lockSetUp(transaction: Connection): Promise<void> {
  await transaction('secrets').insert({ name: 'set-up', value: '' }).onConflict('name').merge({ value: '' })
}
