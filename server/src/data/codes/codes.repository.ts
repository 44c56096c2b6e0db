import type { CodeFate } from '@novalex/contract'
import { normalizeCode, type CodeRegister } from '@novalex/core'
import { ask, readTogether, type Reading, type Statement } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { ORDER_ID } from '../orders/index.ts'

export const CODE_STATES = ['open', 'used', 'void'] as const

/** What became of a code, by its state, as staff read it; an open code of a voided batch is void. */
export function nameFate(state: (typeof CODE_STATES)[number], batchState: string) {
  if (state === 'void' || (state === 'open' && batchState === 'void')) return 'void'
  return state === 'open' ? 'unused' : 'redeemed'
}

interface Row {
  code: string
  state: number
  promotion: string
}

/** The longest code that a batch makes, as it is compared. */
const LONGEST = 40

/** Those of some codes that a batch made, as a quote asks for them. Codes of a batch that is still being made are not there yet. */
export function readingCodes(typed: readonly string[]): Reading<CodeRegister> {
  const codes = toCompared(typed)
  // An open code of a batch that is void is void.
  const sql = `select codes.code, if(codes.state = 0 and code_batches.state = 'void', 2, codes.state) as state,
       code_batches.promotion
     from codes join code_batches on code_batches.id = codes.batch
     where codes.code in (?) and code_batches.state <> 'making'`
  return {
    statements: codes.length === 0 ? [] : [{ sql, values: [codes] }],
    read: ([rows = []]) => toRegister(rows as Row[]),
  }
}

/** Keeps those of them that there are from being used by another until the transaction ends. */
export async function lockCodes(transaction: Connection, typed: readonly string[]): Promise<CodeRegister> {
  const codes = toCompared(typed)
  if (codes.length === 0) return {}
  await ask(transaction, 'select code from codes where code in (?) order by code for update', [codes])
  const [register] = await readTogether(transaction, [readingCodes(typed)])
  return register
}

/** Marks codes that the transaction holds as used by the order that is written down. */
export function usingCodes(typed: readonly string[]): Statement[] {
  const codes = toCompared(typed)
  if (codes.length === 0) return []
  return [
    { sql: `update codes set state = 1, order_id = ${ORDER_ID} where code in (?) and state = 0`, values: [codes] },
  ]
}

/** Reopens the codes of an order, except voided ones. */
export async function reopenCodes(transaction: Connection, order: number, typed: readonly string[]): Promise<void> {
  const codes = toCompared(typed)
  if (codes.length === 0) return
  await ask(
    transaction,
    `update codes set state = if(state = 1, 0, state), order_id = null where code in (?) and order_id = ?`,
    [codes, order],
  )
}

const toCompared = (typed: readonly string[]) =>
  [...new Set(typed.map(normalizeCode))].filter((code) => code.length <= LONGEST && /^[!-~]+$/.test(code)).sort()

function toRegister(rows: readonly Row[]): CodeRegister {
  return Object.fromEntries(
    rows.map(({ code, state, promotion }) => [code, { promotion, state: CODE_STATES[state] ?? 'void' }]),
  )
}

/** Locks a typed code until the transaction ends and returns it as stored. Throws `not-found`. */
export async function lockCode(transaction: Connection, typed: string): Promise<string> {
  const [row] = await ask<{ code: string }>(transaction, 'select code from codes where code = ? for update', [
    toCell(typed),
  ])
  if (!row) throw new AppError('not-found', { facts: { kind: 'code', id: typed } })
  return row.code
}

export async function voidCode(transaction: Connection, code: string): Promise<void> {
  await transaction('codes')
    .where({ code })
    .update({ state: CODE_STATES.indexOf('void') })
}

/** Marks a code as given away by the store's own means, for instance on a printed card. */
export async function markCodeIssued(
  transaction: Connection,
  code: string,
  { recipient, at, by }: { readonly recipient: string; readonly at: number; readonly by: string },
): Promise<void> {
  const row = { code, kind: 'store', recipient, at: new Date(at), made_by: by }
  await transaction('code_hands').insert(row).onConflict('code').merge()
  await transaction('codes').where({ code }).update({ is_handed: true })
}

interface FoundRow {
  code: string
  state: number
  batch: number
  batch_name: string
  batch_state: string
  prefix: string
  promotion: string
  promotion_name: string | null
}

/** Returns a typed code with its batch, or null if no batch made it. */
export async function findCode(connection: Connection, typed: string) {
  const [row] = await ask<FoundRow>(
    connection,
    `select codes.code, codes.state, codes.batch, code_batches.name as batch_name, code_batches.state as batch_state,
       code_batches.prefix, code_batches.promotion, promotions.name as promotion_name
     from codes join code_batches on code_batches.id = codes.batch
     left join promotions on promotions.id = code_batches.promotion where codes.code = ?`,
    [toCell(typed)],
  )
  if (!row) return null
  return {
    code: row.code,
    state: CODE_STATES[row.state] ?? 'void',
    batch: String(row.batch),
    batchName: row.batch_name,
    batchState: row.batch_state,
    prefix: row.prefix,
    promotion: row.promotion,
    promotionName: row.promotion_name,
  }
}

/** Returns to whom a code was given, or null. */
export async function findHand(connection: Connection, code: string): Promise<CodeFate['issued']> {
  const [hand] = await ask<{ kind: 'code-page'; recipient: string; at: Date; made_by: string }>(
    connection,
    'select kind, recipient, at, made_by from code_hands where code = ?',
    [code],
  )
  return hand ? { kind: hand.kind, recipient: hand.recipient, at: hand.at.toISOString(), by: hand.made_by } : null
}

/** Returns typed text in the form in which it can be compared with the column of codes, whose characters are ASCII. */
const toCell = (typed: string) =>
  normalizeCode(typed)
    .replace(/[^!-~]/g, '?')
    .slice(0, LONGEST)
