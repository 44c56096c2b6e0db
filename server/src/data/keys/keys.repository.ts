import type { KeyRecord, KeyScope } from '@novalex/contract'
import type { KeyHolder } from '../../http/identity.ts'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { hashToken } from '../../platform/tokens.ts'

interface Row {
  id: string
  name: string
  scopes: string
  channel: string
  feed: string | null
  created_at: Date
  created_by: string
  ends_at: Date | null
  last_used_at: Date | null
  revoked_at: Date | null
}

interface NewKey {
  readonly id: string
  /** Hash of the key; the key itself is never stored. */
  readonly hash: string
  readonly name: string
  readonly scopes: readonly KeyScope[]
  readonly channel: string
  /** The feed whose address it is. */
  readonly feed?: string
  readonly createdAt: number
  readonly createdBy: string
  /** Null: the key has no expiry date. */
  readonly endsAt: number | null
}

/** Resolution of `lastUsedAt`. */
const NOTED_MS = 60_000

const toRecord = (row: Row): KeyRecord => ({
  id: row.id,
  name: row.name,
  scopes: JSON.parse(row.scopes),
  channel: row.channel,
  feed: row.feed,
  createdAt: row.created_at.toISOString(),
  createdBy: row.created_by,
  endsAt: row.ends_at?.toISOString() ?? null,
  lastUsedAt: row.last_used_at?.toISOString() ?? null,
  revokedAt: row.revoked_at?.toISOString() ?? null,
})

export async function listKeys(connection: Connection): Promise<KeyRecord[]> {
  return (await connection('shop_keys').orderBy('created_at', 'desc').select<Row[]>()).map(toRecord)
}

/** Returns the holder of a key and records its use. Throws `key-unknown` for an unknown, revoked or expired key. */
export async function findKeyHolder(connection: Connection, key: string, now: number): Promise<KeyHolder> {
  const [row] = await ask<Row>(
    connection,
    'select id, name, scopes, channel, ends_at, last_used_at from shop_keys where hash = ? and revoked_at is null',
    [hashToken(key)],
  )
  if (!row || (row.ends_at !== null && row.ends_at.getTime() <= now)) throw new AppError('key-unknown')
  await noteUse(connection, row, now)
  return { id: row.id, name: row.name, scopes: JSON.parse(row.scopes), channel: row.channel }
}

async function noteUse(
  connection: Connection,
  { id, last_used_at: last }: Pick<Row, 'id' | 'last_used_at'>,
  now: number,
): Promise<void> {
  if (now - (last?.getTime() ?? 0) <= NOTED_MS) return
  await connection('shop_keys')
    .where({ id })
    .update({ last_used_at: new Date(now) })
}

interface Opening {
  readonly token: string
  /** The feed that it opens; null: the calendar. */
  readonly feed: string | null
  readonly now: number
}

/** Whether a token opens a feed, or the calendar; its use is recorded. */
export async function findAddressKey(connection: Connection, { token, feed, now }: Opening): Promise<boolean> {
  const [row] = await ask<Pick<Row, 'id' | 'last_used_at'>>(
    connection,
    `select id, last_used_at from shop_keys where hash = ? and feed <=> ? and scopes = ? and revoked_at is null`,
    [hashToken(token), feed, JSON.stringify([feed === null ? 'calendar' : 'feeds'])],
  )
  if (row) await noteUse(connection, row, now)
  return row !== undefined
}

/** The addresses of feeds that are not revoked. */
export async function listFeedKeys(connection: Connection): Promise<KeyRecord[]> {
  const rows = await connection('shop_keys').whereNotNull('feed').whereNull('revoked_at').select<Row[]>()
  return rows.map(toRecord)
}

/** Gives the addresses of a feed its present name and channel, which can't be removed while they open it. */
export async function describeFeedKeys(
  connection: Connection,
  feed: string,
  { name, channel }: Pick<Row, 'name' | 'channel'>,
): Promise<void> {
  await connection('shop_keys').where({ feed }).update({ name, channel })
}

export async function revokeFeedKeys(connection: Connection, feed: string, now: number): Promise<void> {
  await connection('shop_keys')
    .where({ feed, revoked_at: null })
    .update({ revoked_at: new Date(now) })
}

export async function insertKey(connection: Connection, key: NewKey): Promise<KeyRecord> {
  const row = {
    id: key.id,
    name: key.name,
    scopes: JSON.stringify(key.scopes),
    channel: key.channel,
    feed: key.feed ?? null,
    created_at: new Date(key.createdAt),
    created_by: key.createdBy,
    ends_at: key.endsAt === null ? null : new Date(key.endsAt),
    last_used_at: null,
    revoked_at: null,
  }
  await connection('shop_keys').insert({ ...row, hash: key.hash })
  return toRecord(row)
}

/** Names of keys that are neither revoked nor expired, by their channels. */
export async function listChannelsOfKeys(connection: Connection, now: number): Promise<Map<string, string>> {
  const rows = await ask<Pick<Row, 'name' | 'channel'>>(
    connection,
    'select name, channel from shop_keys where revoked_at is null and (ends_at is null or ends_at > ?)',
    [new Date(now)],
  )
  return new Map(rows.map(({ name, channel }) => [channel, name]))
}

/** Revokes a key and returns its name, or null if it was revoked before. Throws `not-found`. */
export async function revokeKey(connection: Connection, id: string, now: number): Promise<string | null> {
  const row = await connection<Row>('shop_keys').where({ id }).first('name')
  if (!row) throw new AppError('not-found', { facts: { kind: 'key', id } })
  const revoked = await connection('shop_keys')
    .where({ id, revoked_at: null })
    .update({ revoked_at: new Date(now) })
  return revoked === 0 ? null : row.name
}
