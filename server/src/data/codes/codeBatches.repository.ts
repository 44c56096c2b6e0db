import { lastOf } from '@novalex/core'
import type { CodeBatch, CodeBatchRequest } from '@novalex/contract'
import { ask, joinReadings, readingState, type Reading } from '../../platform/db/ask.ts'
import { readingLatestOf } from '../activity/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { CodeShape } from './codeText.ts'

interface Row {
  id: number
  promotion: string
  promotion_name: string | null
  name: string
  prefix: string
  length: number
  wanted: number
  made: number
  state: CodeBatch['state']
  trouble: CodeBatch['trouble']
  created_at: Date
  created_by: string
}

/** Batches with what became of their codes; one, or all of them, the newest first. */
export async function listBatches(connection: Connection, id?: string): Promise<CodeBatch[]> {
  const rows = await ask<Row>(
    connection,
    `select code_batches.*, promotions.name as promotion_name from code_batches
     left join promotions on promotions.id = code_batches.promotion
     ${id === undefined ? '' : 'where code_batches.id = ?'} order by code_batches.id desc`,
    id === undefined ? [] : [Number(id)],
  )
  if (rows.length === 0) return []
  const sums = await ask<{ batch: number; state: number; is_handed: number; count: number | string }>(
    connection,
    `select batch, state, is_handed, count(*) as count from codes where batch in (?) group by batch, state, is_handed`,
    [rows.map((row) => row.id)],
  )
  return rows.map((row) => {
    const own = sums.filter(({ batch }) => batch === row.id)
    const countOf = (isMeant: (one: (typeof own)[number]) => boolean) =>
      own.filter(isMeant).reduce((sum, { count }) => sum + Number(count), 0)
    const open = countOf(({ state }) => state === 0)
    const isVoid = row.state === 'void'
    return {
      id: String(row.id),
      promotion: row.promotion,
      promotionName: row.promotion_name ?? row.promotion,
      name: row.name,
      prefix: row.prefix,
      length: row.length,
      count: row.wanted,
      made: row.made,
      state: row.state,
      trouble: row.trouble,
      unused: isVoid ? 0 : open,
      redeemed: countOf(({ state }) => state === 1),
      void: countOf(({ state }) => state === 2) + (isVoid ? open : 0),
      issued: countOf((one) => one.is_handed === 1),
      createdAt: row.created_at.toISOString(),
      createdBy: row.created_by,
    }
  })
}

/** Throws `not-found`. */
export async function getBatch(connection: Connection, id: string): Promise<CodeBatch> {
  const [batch] = /^\d{1,9}$/.test(id) ? await listBatches(connection, id) : []
  if (!batch) throw new AppError('not-found', { facts: { kind: 'batch', id } })
  return batch
}

export async function insertBatch(
  transaction: Connection,
  { promotion, name, count, pattern }: CodeBatchRequest,
  { at, by }: { readonly at: number; readonly by: string },
): Promise<string> {
  const row = {
    promotion,
    name: name.trim(),
    prefix: pattern.prefix,
    length: pattern.length,
    wanted: count,
    made: 0,
    state: 'making',
    created_at: new Date(at),
    created_by: by,
  }
  const [id] = await transaction('code_batches').insert(row)
  return String(id)
}

export async function listUnmade(connection: Connection): Promise<string[]> {
  const rows = await ask<{ id: number }>(connection, `select id from code_batches where state = 'making'`)
  return rows.map(({ id }) => String(id))
}

/** How many codes of a shape are open, those that are still being made among them. */
export async function countOpen(connection: Connection, { prefix, length }: CodeShape): Promise<number> {
  const [row] = await ask<{ open: string | null }>(
    connection,
    `select sum(if(state = 'making', wanted, (select count(*) from codes where codes.batch = code_batches.id and codes.state = 0)))
       as open
     from code_batches where prefix = ? and length = ? and state <> 'void'`,
    [prefix, length],
  )
  return Number(row?.open ?? 0)
}

/** How codes of batches look. */
export async function listShapes(connection: Connection): Promise<CodeShape[]> {
  return ask<CodeShape>(connection, 'select distinct prefix, length from code_batches')
}

const CODES_A_STEP = 20_000

interface CodeRow {
  code: string
  state: number
  is_handed: number
}

/** The codes of a batch in the order of their texts, some thousand at a time. */
export async function* readCodes(connection: Connection, batch: string): AsyncGenerator<CodeRow[]> {
  for (let after = ''; ;) {
    const rows = await ask<CodeRow>(
      connection,
      'select code, state, is_handed from codes where batch = ? and code > ? order by code limit ?',
      [Number(batch), after, CODES_A_STEP],
    )
    if (rows.length > 0) yield rows
    if (rows.length < CODES_A_STEP) return
    after = lastOf(rows).code
  }
}

interface Use {
  code: string
  number: string
  placed_at: Date
}

/** The orders that used some codes of a promotion and were not cancelled, by code. */
export async function findUses(
  connection: Connection,
  promotion: string,
  rows: readonly CodeRow[],
): Promise<ReadonlyMap<string, Use>> {
  const used = rows.filter(({ state }) => state === 1).map(({ code }) => code)
  if (used.length === 0) return new Map()
  const uses = await ask<Use>(
    connection,
    `select order_promotions.code, orders.number, orders.placed_at
     from order_promotions join orders on orders.id = order_promotions.order_id
     where order_promotions.code in (?) and order_promotions.promotion = ? and order_promotions.is_cancelled = 0`,
    [used, promotion],
  )
  return new Map(uses.map((use) => [use.code, use]))
}

export async function voidBatch(transaction: Connection, id: string): Promise<void> {
  await transaction('code_batches')
    .where({ id: Number(id) })
    .update({ state: 'void' })
}

/** Notes on a batch that is being made why the last attempt failed. */
export async function saveTrouble(connection: Connection, id: string, trouble: string): Promise<void> {
  await connection('code_batches')
    .where({ id: Number(id), state: 'making' })
    .update({ trouble })
}

/**
 * Reads a text that changes whenever a batch is added, made, or voided, or a single code is voided. Codes are too many to count, so voided ones are
 * seen by the activity log.
 */
export function readingCodesState(): Reading<string> {
  return joinReadings([
    readingState(
      `select concat(count(*), '.', coalesce(sum(made), 0), '.', coalesce(sum(state = 'void'), 0)) as state from code_batches`,
    ),
    readingLatestOf('void-code'),
  ])
}
