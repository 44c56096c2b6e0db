import type { Account, OwnSessions, PersonRole } from '@novalex/contract'
import { DAY_MS } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** A session expires after this time without use. */
const IDLE_MS = 7 * DAY_MS
/** A session expires this long after its start, however it is used. */
const LONGEST_MS = 30 * DAY_MS

interface StoredSession {
  readonly account: Account
  readonly agent: string
  readonly seenAt: number
}

/** Returns a session that has not expired, of a person who still has access. `id`: hash of the session's token. */
export async function findSession(connection: Connection, id: string, now: number): Promise<StoredSession | null> {
  const row = (await connection('sessions')
    .join('people', 'people.id', 'sessions.person')
    .where({ 'sessions.id': id, 'people.removed_at': null })
    .where('expires_at', '>', new Date(now))
    .where('sessions.created_at', '>', new Date(now - LONGEST_MS))
    .first('people.id', 'name', 'email', 'role', 'agent', 'seen_at')) as
    | { id: string; name: string; email: string; role: PersonRole; agent: string; seen_at: Date }
    | undefined
  if (!row) return null
  const { agent, seen_at: seenAt, ...account } = row
  return { account, agent, seenAt: seenAt.getTime() }
}

const usedAt = (now: number) => ({ seen_at: new Date(now), expires_at: new Date(now + IDLE_MS) })

export async function saveSession(
  connection: Connection,
  { id, person, agent }: { readonly id: string; readonly person: string; readonly agent: string },
  now: number,
): Promise<void> {
  const row = { id, person, agent, created_at: new Date(now), ...usedAt(now) }
  await connection('sessions').insert(row).onConflict('id').merge(usedAt(now))
}

export async function touchSession(connection: Connection, id: string, now: number): Promise<void> {
  await connection('sessions').where({ id }).update(usedAt(now))
}

export async function deleteSession(connection: Connection, id: string): Promise<void> {
  await connection('sessions').where({ id }).delete()
}

export async function listSessions(connection: Connection, person: string, now: number) {
  const rows: { id: string; agent: string; created_at: Date; seen_at: Date }[] = await connection('sessions')
    .where({ person })
    .where('expires_at', '>', new Date(now))
    .orderBy('seen_at', 'desc')
  return rows.map(({ id, agent, created_at: createdAt, seen_at: seenAt }) => ({
    id,
    agent,
    createdAt: createdAt.toISOString(),
    seenAt: seenAt.toISOString(),
  })) satisfies Omit<OwnSessions[number], 'isThis'>[]
}

/** Returns the number of sessions and the time of the last use, by person. */
export async function countSessions(connection: Connection, now: number) {
  const rows = (await connection('sessions')
    .where('expires_at', '>', new Date(now))
    .groupBy('person')
    .select('person', connection.raw('COUNT(*) AS sessions'), connection.raw('MAX(seen_at) AS seen_at'))) as {
    person: string
    sessions: number
    seen_at: Date
  }[]
  return new Map(rows.map(({ person, sessions, seen_at: seenAt }) => [person, { count: Number(sessions), seenAt }]))
}

/** Ends the sessions of a person: all, all but one, or one. Returns how many. */
export async function endSessions(
  connection: Connection,
  person: string,
  { but, only }: { readonly but?: string; readonly only?: string } = {},
): Promise<number> {
  const sessions = connection('sessions').where({ person })
  if (but !== undefined) void sessions.whereNot({ id: but })
  if (only !== undefined) void sessions.where({ id: only })
  return sessions.delete()
}

export async function forgetExpiredSessions(connection: Connection, now: number): Promise<void> {
  await connection('sessions').where('expires_at', '<', new Date(now)).limit(1000).delete()
}
