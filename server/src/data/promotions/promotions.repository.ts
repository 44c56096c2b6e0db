import type { PromotionRecord } from '@novalex/contract'
import type { Promotion } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { readNames } from '../../platform/db/readNames.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { updateVersioned } from '../versioned/index.ts'

interface PromotionRow {
  id: string
  rank: number
  name: string
  state: Promotion['state']
  campaign: string | null
  occasion: string | null
  archived: boolean | 0 | 1
  note: string
  rule: string
  version: number
  updated_at: Date
  updated_by: string
  deleted_at: Date | null
}

/** Those of the plan, by rank; with `archived` also those that were put away. */
export async function listPromotions(connection: Connection, { archived = false } = {}): Promise<PromotionRecord[]> {
  const query = connection<PromotionRow>('promotions').whereNull('deleted_at').orderBy('rank')
  return (await (archived ? query : query.where({ archived: false }))).map(toRecord)
}

/** Those of some ids that are in the plan. */
export async function findPromotions(connection: Connection, ids: readonly string[]): Promise<PromotionRecord[]> {
  const query = connection<PromotionRow>('promotions').whereNull('deleted_at').where({ archived: false })
  return (await query.whereIn('id', [...ids])).map(toRecord)
}

export async function findPromotion(
  connection: Connection,
  id: string,
  { deleted = false } = {},
): Promise<PromotionRecord | undefined> {
  const query = connection<PromotionRow>('promotions').where({ id })
  const row = await (deleted ? query.whereNotNull('deleted_at') : query.whereNull('deleted_at')).first()
  return row && toRecord(row)
}

/** The rank after the last one, deleted promotions included. */
export async function nextRank(transaction: Connection): Promise<number> {
  const [row] = await transaction('promotions').max({ last: 'rank' })
  return Number(row?.last ?? 0) + 1
}

export async function insertPromotion(transaction: Connection, record: PromotionRecord): Promise<void> {
  await transaction('promotions').insert(toRow(record))
}

/** Returns a promotion of the plan. Throws `not-found`, for a deleted one with the version from which it can be restored. */
export async function getPromotion(connection: Connection, id: string): Promise<PromotionRecord> {
  const record = await findPromotion(connection, id)
  if (record) return record
  const deleted = await findPromotion(connection, id, { deleted: true })
  throw new AppError('not-found', {
    facts: { kind: 'promotion', id, ...(deleted ? { version: deleted.version } : {}) },
  })
}

/** Replaces a promotion and returns it with its new version. Throws `stale-version` or `not-found`. */
export async function updatePromotion(transaction: Connection, record: PromotionRecord): Promise<PromotionRecord> {
  return replace(transaction, record, toRow(record))
}

/** Marks a promotion as deleted, or with null as one of the plan again; its row stays either way. Throws `stale-version` or `not-found`. */
export async function markDeleted(
  transaction: Connection,
  record: PromotionRecord,
  at: Date | null,
): Promise<PromotionRecord> {
  return replace(transaction, record, { ...toRow(record), deleted_at: at })
}

async function replace(transaction: Connection, record: PromotionRecord, cells: object): Promise<PromotionRecord> {
  const { id } = record.promotion
  const { version } = record
  const row = { table: 'promotions', id, version, find: (again: Connection) => getPromotion(again, id) }
  await updateVersioned(transaction, row, cells)
  return { ...record, version: version + 1 }
}

/** Takes the name of something that goes out of the promotions that still have it: of deleted ones, whose rows stay. */
export async function forgetIn(transaction: Connection, column: 'campaign' | 'occasion', id: string): Promise<void> {
  await transaction<PromotionRow>('promotions')
    .where({ [column]: id })
    .update({ [column]: null })
}

/** Takes the row of a deleted promotion away, so that another one can have its id. */
export async function dropDeleted(transaction: Connection, id: string): Promise<void> {
  await transaction<PromotionRow>('promotions').where({ id }).whereNotNull('deleted_at').delete()
}

const OUT_OF_THE_WAY = 2_000_000_000

/** Gives promotions the ranks wanted. Ranks are unique at every moment, so all of them step aside first. */
export async function saveRanks(transaction: Connection, ranks: ReadonlyMap<string, number>): Promise<void> {
  await transaction('promotions')
    .whereIn('id', [...ranks.keys()])
    .update({ rank: transaction.raw('?? + ?', ['rank', OUT_OF_THE_WAY]) })
  for (const [id, rank] of ranks) await transaction('promotions').where({ id }).update({ rank })
}

function toRecord(row: PromotionRow): PromotionRecord {
  const rule: Omit<Promotion, 'id' | 'name' | 'rank' | 'state'> = JSON.parse(row.rule)
  return {
    promotion: { id: row.id, name: row.name, rank: row.rank, state: row.state, ...rule },
    campaign: row.campaign,
    occasion: row.occasion,
    archived: Boolean(row.archived),
    note: row.note,
    version: row.version,
    updatedAt: row.updated_at.toISOString(),
    updatedBy: row.updated_by,
  }
}

function toRow({
  promotion,
  campaign,
  occasion,
  archived,
  note,
  version,
  updatedAt,
  updatedBy,
}: PromotionRecord): Omit<PromotionRow, 'deleted_at'> {
  const { id, name, rank, state, ...rule } = promotion
  return {
    id,
    rank,
    name,
    state,
    campaign,
    occasion,
    archived,
    note,
    rule: JSON.stringify(rule),
    version,
    updated_at: new Date(updatedAt),
    updated_by: updatedBy,
  }
}

/** Returns a short text for the rule of each promotion of the plan, which changes with every edit of it; others are absent. */
export async function readPromotionStamps(
  connection: Connection,
  ids: readonly string[],
): Promise<Map<string, string>> {
  const rows: { id: string; stamp: string }[] = await connection('promotions')
    .whereIn('id', [...ids])
    .where({ archived: false })
    .whereNull('deleted_at')
    .select('id', connection.raw("sha1(concat_ws('|', name, state, rule)) as stamp"))
  return new Map(rows.map(({ id, stamp }) => [id, stamp]))
}

/** Returns the ids of the promotions of the plan by rank. */
export async function readPromotionOrder(connection: Connection): Promise<string[]> {
  const rows: { id: string }[] = await connection('promotions')
    .where({ archived: false })
    .whereNull('deleted_at')
    .orderBy('rank')
    .select('id')
  return rows.map(({ id }) => id)
}

/** Returns the name of a promotion, deleted ones included, or null. */
export async function findPromotionName(connection: Connection, id: string): Promise<string | null> {
  const row = await connection<PromotionRow>('promotions').where({ id }).first('name')
  return row?.name ?? null
}

/** Returns names by id, deleted promotions included; unknown ids are absent. */
export const listPromotionNames = (connection: Connection, ids: readonly string[]) =>
  readNames(connection, { table: 'promotions', key: 'id' }, ids)
