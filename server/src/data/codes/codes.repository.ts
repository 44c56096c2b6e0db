import { normalizeCode, type CodeRegister } from '@novalex/core'
import { ask, readTogether, type Reading, type Statement } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { ORDER_ID } from '../orders/orderId.ts'

export const CODE_STATES = ['open', 'used', 'void'] as const
export type CodeState = (typeof CODE_STATES)[number]

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

/** What an order used is open again, unless it was voided meanwhile. */
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
