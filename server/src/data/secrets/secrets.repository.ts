import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { createToken } from '../../platform/tokens.ts'

/** What a secret signs: cookies, or the messages between server and simulated partner. */
type SecretName = 'cookies' | 'stand-in'

/** Returns a secret. The first process on a database creates it; all others read the same one. */
export async function loadSecret(database: Database, name: SecretName): Promise<string> {
  const known = await findSecret(database, name)
  if (known !== null) return known
  await database('secrets').insert({ name, value: createToken() }).onConflict('name').ignore()
  return (await findSecret(database, name))!
}

async function findSecret(database: Database, name: SecretName): Promise<string | null> {
  const row: { value: string } | undefined = await database('secrets').where({ name }).first('value')
  return row?.value ?? null
}

/** Locks the row that guards the first set-up until the transaction ends, so that of two at the same time the second sees the first. */
export async function lockSetUp(transaction: Connection): Promise<void> {
  await transaction('secrets').insert({ name: 'set-up', value: '' }).onConflict('name').merge({ value: '' })
}
