import type { CodePage, CodePageDraft } from '@novalex/contract'
import type { LocalDateTime } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { deleteVersioned, updateVersioned, type VersionedRow } from '../versioned/index.ts'

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

export async function listCodePages(connection: Connection): Promise<CodePage[]> {
  const rows = await ask<Row>(connection, 'select * from hand_outs order by title, id')
  return toHandOuts(connection, rows)
}

/** By its id, or where it stands in the shop. Throws `not-found`. */
export async function getHandOut(connection: Connection, by: { id: string } | { slug: string }): Promise<CodePage> {
  const [column, value] = 'id' in by ? (['id', by.id] as const) : (['slug', by.slug] as const)
  const rows = await ask<Row>(connection, `select * from hand_outs where ${column} = ?`, [value])
  const [handOut] = await toHandOuts(connection, rows)
  if (!handOut) throw new AppError('not-found', { facts: { kind: 'page', id: value } })
  return handOut
}

export async function insertHandOut(transaction: Connection, id: string, draft: CodePageDraft): Promise<void> {
  await transaction('hand_outs').insert({ id, ...toHandOutRow(draft), given: 0, version: 1 })
}

interface Version {
  readonly id: string
  readonly version: number
}

/** Throws `stale-version` or `not-found`. */
export async function updateCodePage(transaction: Connection, of: Version, draft: CodePageDraft): Promise<void> {
  await updateVersioned(transaction, toVersioned(of), toHandOutRow(draft))
}

/** Throws `stale-version` or `not-found`. */
export async function deleteCodePage(transaction: Connection, of: Version): Promise<void> {
  await deleteVersioned(transaction, toVersioned(of))
}

function toVersioned({ id, version }: Version): VersionedRow {
  return { table: 'hand_outs', id, version, find: (connection) => getHandOut(connection, { id }) }
}

async function toHandOuts(connection: Connection, rows: readonly Row[]): Promise<CodePage[]> {
  const left = await countLeft(connection, [...new Set(rows.map(({ promotion }) => promotion))])
  return rows.map(({ starts: from, ends: until, shows_at_once, most, given, ...row }) => {
    const codes = left.get(row.promotion) ?? 0
    const allowed = most === null ? codes : Math.max(0, Math.min(codes, most - given))
    return { ...row, from, until, most, issued: given, showsAtOnce: Boolean(shows_at_once), left: allowed }
  })
}

function toHandOutRow({ slug, title, text, promotion, wording, from, until, most, showsAtOnce }: CodePageDraft) {
  return {
    slug,
    title: title.trim(),
    text,
    promotion,
    wording: wording.trim(),
    most,
    starts: from,
    ends: until,
    shows_at_once: showsAtOnce,
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

interface Handing {
  readonly promotion: string
  readonly recipient: string
  readonly kind: 'code-page' | 'message'
  readonly at: number
  readonly by: string
}

/** Takes an open code of a promotion that was not given away yet and gives it to a recipient; null: none is left. */
export async function handOutCode(
  transaction: Connection,
  { promotion, recipient, kind, at, by }: Handing,
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

interface Claim {
  readonly promotion: string
  readonly address: string
  readonly handOut: string
  readonly at: number
}

/** Locks the row of an address, inserting it if there is none, and returns whether the address has no code of the promotion yet. */
export async function claimAddress(
  transaction: Connection,
  { promotion, address, handOut, at }: Claim,
): Promise<boolean> {
  const row = { promotion, address, code: null, hand_out: handOut, at: new Date(at), sent_on: null, sent: 0 }
  // A plain insert would take a shared lock on the duplicate, and two that share one can't both update.
  await transaction('handed_codes').insert(row).onConflict().merge(['promotion'])
  const held = (await transaction('handed_codes').where({ promotion, address }).first('code')) as {
    code: string | null
  }
  return held.code === null
}

type Key = Pick<Claim, 'promotion' | 'address'>

export async function saveHanded(transaction: Connection, key: Key, code: string): Promise<void> {
  await transaction('handed_codes').where(key).update({ code })
}

/** Returns the code that an address was given, locked, or null. */
export async function findHanded(transaction: Connection, { promotion, address }: Key) {
  const [row] = await ask<{ code: string; prefix: string }>(
    transaction,
    `select handed_codes.code, code_batches.prefix from handed_codes
     join codes on codes.code = handed_codes.code join code_batches on code_batches.id = codes.batch
     where handed_codes.promotion = ? and handed_codes.address = ? for update`,
    [promotion, address],
  )
  return row ?? null
}

/** Counts a message to an address, at most `most` a day, and returns whether it may be sent. `day`: by the store's clock. */
export async function countSent(
  transaction: Connection,
  { promotion, address }: Key,
  { day, most }: { readonly day: string; readonly most: number },
): Promise<boolean> {
  const sent = await transaction('handed_codes')
    .where({ promotion, address })
    .andWhere((either) => {
      void either.whereNull('sent_on').orWhereNot('sent_on', day).orWhere('sent', '<', most)
    })
    .update({ sent: transaction.raw('if(sent_on = ?, sent + 1, 1)', [day]), sent_on: day })
  return sent > 0
}

/** Replaces an address by a text that can't be traced back. Counts stay as they are. `address`: comparable form. */
export async function forgetRecipient(transaction: Connection, address: string, replacement: string): Promise<void> {
  // Collations ignore accents, so bytes are compared: `josé@` is another person than `jose@`.
  await ask(transaction, 'update handed_codes set address = ? where binary address = ?', [replacement, address])
  await ask(transaction, 'update code_hands set recipient = ? where binary recipient = ?', [replacement, address])
}
