import type { KeyDraft, KeyMade, KeyRecord, KeyScope } from '@novalex/contract'
import { recordActivity } from '../../data/activity/activity.repository.ts'
import { createId } from '../../platform/createId.ts'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { AccessDeps } from './people.service.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'

interface Row {
  id: string
  name: string
  scopes: string
  created_at: Date
  created_by: string
  ends_at: Date | null
  last_used_at: Date | null
  revoked_at: Date | null
}

export interface KeyHolder {
  readonly id: string
  readonly name: string
  readonly scopes: readonly KeyScope[]
}

/** How exactly it is noted when a key was last used. */
const NOTED_MS = 60_000
/** So that a key is recognized as one wherever it turns up. */
const PREFIX = 'novalex_'

const toRecord = (row: Row): KeyRecord => ({
  id: row.id,
  name: row.name,
  scopes: JSON.parse(row.scopes) as KeyScope[],
  createdAt: row.created_at.toISOString(),
  createdBy: row.created_by,
  endsAt: row.ends_at?.toISOString() ?? null,
  lastUsedAt: row.last_used_at?.toISOString() ?? null,
  revokedAt: row.revoked_at?.toISOString() ?? null,
})

export async function listKeys(connection: Connection): Promise<KeyRecord[]> {
  return (await connection<Row>('shop_keys').orderBy('created_at', 'desc')).map((row) => toRecord(row as Row))
}

/** Whose a key is. Throws `key-unknown` for one that is none, was revoked, or has ended. */
export async function findKeyHolder(connection: Connection, key: string, now: number): Promise<KeyHolder> {
  const [row] = await ask<Row>(
    connection,
    'select id, name, scopes, ends_at, last_used_at from shop_keys where hash = ? and revoked_at is null',
    [hashToken(key)],
  )
  if (!row || (row.ends_at !== null && row.ends_at.getTime() <= now)) throw new AppError('key-unknown')
  if (now - (row.last_used_at?.getTime() ?? 0) > NOTED_MS)
    await connection('shop_keys')
      .where({ id: row.id })
      .update({ last_used_at: new Date(now) })
  return { id: row.id, name: row.name, scopes: JSON.parse(row.scopes) as KeyScope[] }
}

export async function createKey(
  { database, clock, wallClock }: AccessDeps,
  draft: KeyDraft,
  by: string,
): Promise<KeyMade> {
  const key = PREFIX + createToken()
  const { name, scopes, endsAt } = draft
  const row = {
    id: createId(),
    hash: hashToken(key),
    name: name.trim(),
    scopes: JSON.stringify(scopes),
    created_at: new Date(wallClock.now()),
    created_by: by,
    ends_at: endsAt === null ? null : new Date(endsAt),
    last_used_at: null,
    revoked_at: null,
  }
  await transact(database, async (transaction) => {
    await transaction('shop_keys').insert(row)
    const note = { at: clock.now(), by, action: 'create-key' as const, subject: row.id }
    await recordActivity(transaction, { ...note, detail: { name: row.name, after: { scopes, endsAt } } })
  })
  return { key, record: toRecord(row) }
}

export async function revokeKey({ database, clock, wallClock }: AccessDeps, id: string, by: string): Promise<void> {
  await transact(database, async (transaction) => {
    const row = await transaction<Row>('shop_keys').where({ id }).first('name')
    if (!row) throw new AppError('not-found', { facts: { kind: 'key', id } })
    const isRevoked = await transaction('shop_keys')
      .where({ id, revoked_at: null })
      .update({ revoked_at: new Date(wallClock.now()) })
    if (isRevoked === 0) return
    await recordActivity(transaction, {
      at: clock.now(),
      by,
      action: 'revoke-key',
      subject: id,
      detail: { name: row.name },
    })
  })
}
