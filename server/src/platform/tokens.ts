import { createHash, randomBytes } from 'node:crypto'
import type { Database } from './db/openDatabase.ts'

/** What nobody can guess: 256 bits, in letters that stand in an address as they are. */
export function createToken(): string {
  return randomBytes(32).toString('base64url')
}

/** What is kept of a token: whoever reads the database can’t use it. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('base64url')
}

/** What signs the cookies: made by the first process on the database, the same for all. */
export async function loadCookieSecret(database: Database): Promise<string> {
  const name = 'cookies'
  await database('secrets').insert({ name, value: createToken() }).onConflict('name').ignore()
  const row = (await database('secrets').where({ name }).first()) as { value: string }
  return row.value
}
