import { createHmac } from 'node:crypto'
import type { PersonRole } from '@novalex/contract'
import { once } from '@novalex/core'
import { hashPassword } from '../features/access/passwords.ts'
import { findPerson, insertPerson } from '../data/people/index.ts'
import { loadSecret } from '../data/secrets/index.ts'
import { createToken, hashToken } from '../platform/tokens.ts'
import { SESSION_COOKIE } from '../http/identity.ts'
import type { Database } from '../platform/db/openDatabase.ts'

/** Of a password that nobody knows. */
const hashed = once(() => hashPassword(createToken()))

/** Someone of that role and name, signed in. Tells the cookie of the session. */
export async function signInAs(database: Database, role: PersonRole, name: string): Promise<string> {
  const email = `${name.toLowerCase().replaceAll(/\W+/g, '.')}@desk.example`
  const known = await findPerson(database, { email })
  const { id } = known ?? (await insertPerson(database, { name, email, role, password: await hashed() }, Date.now()))
  const sid = createToken()
  const at = new Date()
  const expires = new Date(Date.now() + 86_400_000)
  const row = { id: hashToken(sid), person: id, agent: 'test', created_at: at, seen_at: at, expires_at: expires }
  await database('sessions').insert(row)
  // As the library of sessions signs its cookies.
  const secret = await loadSecret(database, 'cookies')
  const signature = createHmac('sha256', secret).update(sid).digest('base64').replace(/=+$/, '')
  return `${SESSION_COOKIE}=${encodeURIComponent(`s:${sid}.${signature}`)}`
}
