import type { Account, PersonRecord, PersonRole } from '@novalex/contract'
import { countSessions } from '../sessions/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { createId } from '../../platform/createId.ts'

export interface Person extends Account {
  readonly password: string | null
  readonly isDemo: boolean
  readonly isRemoved: boolean
}

interface Row {
  id: string
  name: string
  email: string
  role: PersonRole
  password: string | null
  is_demo: number
  created_at: Date
  removed_at: Date | null
}

interface NewPerson {
  readonly name: string
  readonly email: string
  readonly role: PersonRole
  readonly password: string | null
  readonly isDemo?: boolean
}

const toPerson = ({ id, name, email, role, password, is_demo: isDemo, removed_at: removedAt }: Row): Person => ({
  id,
  name,
  email,
  role,
  password,
  isDemo: Boolean(isDemo),
  isRemoved: removedAt !== null,
})

export async function findPerson(connection: Connection, where: { id: string } | { email: string } | { name: string }) {
  const found = connection('people').where(where)
  // The column's collation ignores accents; an address with other ones is another address.
  if ('email' in where) void found.whereRaw('binary email = ?', [where.email])
  const row: Row | undefined = await found.first()
  return row ? toPerson(row) : null
}

export async function listPeople(connection: Connection): Promise<Person[]> {
  return (await connection('people').orderBy('name').select<Row[]>()).map(toPerson)
}

/** Everybody, with how often they are signed in and when that was last used. */
export async function listPersonRecords(connection: Connection, now: number): Promise<PersonRecord[]> {
  const sessions = await countSessions(connection, now)
  return (await listPeople(connection)).map(({ id, name, email, role, password, isRemoved }) => {
    const own = sessions.get(id)
    const state = isRemoved ? 'removed' : password === null ? 'invited' : 'active'
    return {
      id,
      name,
      email,
      role,
      state,
      sessions: own?.count ?? 0,
      seenAt: own?.seenAt.toISOString() ?? null,
    }
  })
}

export async function insertPerson(
  connection: Connection,
  { name, email, role, password, isDemo = false }: NewPerson,
  at: number,
): Promise<Account> {
  const id = createId()
  const row = { id, name, email, role, password, is_demo: isDemo, created_at: new Date(at), removed_at: null }
  await connection('people').insert(row)
  return { id, name, email, role }
}

export async function changePerson(
  connection: Connection,
  id: string,
  changes: Partial<Pick<Row, 'name' | 'role' | 'password' | 'removed_at'>>,
): Promise<void> {
  await connection('people').where({ id }).update(changes)
}

export async function isAnybodyThere(connection: Connection): Promise<boolean> {
  return (await connection('people').first('id')) !== undefined
}

/** The names of those who may do what a role may, the first few. */
export async function namesWithRole(connection: Connection, roles: readonly PersonRole[]): Promise<string[]> {
  const people: { name: string }[] = await connection('people')
    .whereIn('role', [...roles])
    .whereNull('removed_at')
    .whereNotNull('password')
    .orderBy('name')
    .limit(5)
    .select('name')
  return people.map(({ name }) => name)
}
