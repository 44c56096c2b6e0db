import type { HandOut, HandOutDraft } from '@novalex/contract'
import type { LocalDateTime } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'

interface Row {
  id: string
  slug: string
  promotion: string
  title: string
  text: string
  wording: string
  starts: LocalDateTime | null
  ends: LocalDateTime | null
  most: number | null
  shows_at_once: number
  given: number
  version: number
}

/** Open codes of a promotion that nobody has been given yet. */
export async function countLeft(connection: Connection, promotions: readonly string[]): Promise<Map<string, number>> {
  if (promotions.length === 0) return new Map()
  const rows = await ask<{ promotion: string; count: number | string }>(
    connection,
    `select code_batches.promotion, count(*) as count from codes join code_batches on code_batches.id = codes.batch
     where code_batches.promotion in (?) and code_batches.state = 'ready' and codes.state = 0 and codes.is_handed = 0
     group by code_batches.promotion`,
    [promotions],
  )
  return new Map(rows.map(({ promotion, count }) => [promotion, Number(count)]))
}

export async function listHandOuts(connection: Connection): Promise<HandOut[]> {
  const rows = await ask<Row>(connection, 'select * from hand_outs order by title, id')
  return toHandOuts(connection, rows)
}

/** By its id, or where it stands in the shop. Throws `not-found`. */
export async function getHandOut(connection: Connection, by: { id: string } | { slug: string }): Promise<HandOut> {
  const [column, value] = 'id' in by ? (['id', by.id] as const) : (['slug', by.slug] as const)
  const rows = await ask<Row>(connection, `select * from hand_outs where ${column} = ?`, [value])
  const [handOut] = await toHandOuts(connection, rows)
  if (!handOut) throw new AppError('not-found', { facts: { kind: 'page', id: value } })
  return handOut
}

/** The page as it stands, held until the transaction ends, so that of two who write the same version one is refused. */
export async function lockHandOut(transaction: Connection, id: string): Promise<HandOut> {
  await transaction('hand_outs').where({ id }).forUpdate().select('id')
  return getHandOut(transaction, { id })
}

async function toHandOuts(connection: Connection, rows: readonly Row[]): Promise<HandOut[]> {
  const left = await countLeft(connection, [...new Set(rows.map(({ promotion }) => promotion))])
  return rows.map(({ starts: from, ends: until, shows_at_once, most, given, ...row }) => {
    const codes = left.get(row.promotion) ?? 0
    const allowed = most === null ? codes : Math.max(0, Math.min(codes, most - given))
    return { ...row, from, until, most, given, showsAtOnce: Boolean(shows_at_once), left: allowed }
  })
}

export function toHandOutRow({ slug, title, text, promotion, wording, from, until, most, showsAtOnce }: HandOutDraft) {
  return {
    ...{ slug, title: title.trim(), text, promotion, wording: wording.trim(), most },
    ...{ starts: from, ends: until, shows_at_once: showsAtOnce },
  }
}

/** Takes a place among those that a page may give at most; tells whether there was one. */
export async function takePlace(transaction: Connection, id: string): Promise<boolean> {
  const taken = await transaction('hand_outs')
    .where({ id })
    .andWhere((either) => {
      void either.whereNull('most').orWhere('given', '<', transaction.ref('most'))
    })
    .increment('given', 1)
  return taken > 0
}

interface Pick {
  readonly promotion: string
  readonly recipient: string
  readonly kind: 'hand-out' | 'message'
  readonly at: number
  readonly by: string
}

/** An open code of a promotion that nobody has been given yet, given to somebody now; null where there is none. */
export async function handOutCode(
  transaction: Connection,
  { promotion, recipient, kind, at, by }: Pick,
): Promise<{ readonly code: string; readonly prefix: string } | null> {
  const batches = await ask<{ id: number; prefix: string }>(
    transaction,
    `select id, prefix from code_batches where promotion = ? and state = 'ready' order by id`,
    [promotion],
  )
  for (const { id, prefix } of batches) {
    const [row] = await ask<{ code: string }>(
      transaction,
      `select code from codes where batch = ? and state = 0 and is_handed = 0 limit 1 for update skip locked`,
      [id],
    )
    if (!row) continue
    await transaction('codes').where({ code: row.code }).update({ is_handed: true })
    await transaction('code_hands').insert({ code: row.code, kind, recipient, at: new Date(at), made_by: by })
    return { code: row.code, prefix }
  }
  return null
}
