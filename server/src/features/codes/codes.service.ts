import { codeFileJob, makeCodesJob } from './codes.jobs.ts'
import type { CodeBatch, CodeBatchRequest, CodeFate, LoggedAction } from '@novalex/contract'
import { createProblem, normalizeCode, toSlug, type Promotion } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { holdClaim } from '../../platform/db/holdClaim.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { toAppError } from '../../http/handleError.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'
import type { FileAnswer } from '../../http/serveEndpoints.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { findPromotion } from '../../data/promotions/index.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { CodeFileType } from './codeFile.ts'
import {
  countOpen,
  findCode,
  findHand,
  findLeastLength,
  getBatch,
  insertBatch,
  isMistyped,
  listShapes,
  listUnmade,
  lockCode,
  markCodeIssued,
  nameFate,
  printCode,
  saveTrouble,
  voidBatch,
  voidCode,
} from '../../data/codes/index.ts'
import { listOrdersWith } from '../../data/orders/index.ts'

interface CodesDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
  /** Hears of a batch that broke; it is taken up again later. */
  readonly onTrouble: (error: unknown) => void
}

export interface CodesService {
  create(request: CodeBatchRequest, by: string): Promise<CodeBatch>
  /** Takes up batches that are not done and nobody is at. */
  resume(): Promise<void>
  voidBatch(id: string, by: string): Promise<CodeBatch>
  /** Writes the codes of a batch to a file, and who had it to the log. */
  download(id: string, type: CodeFileType, by: string): Promise<FileAnswer>
  lookUp(typed: string): Promise<CodeFate>
  voidCode(typed: string, by: string): Promise<CodeFate>
  mark(typed: string, recipient: string, by: string): Promise<CodeFate>
}

export function createCodesService({ database, plans, threads, clock, onTrouble }: CodesDeps): CodesService {
  const busy = new Set<string>()

  function makeInBackground(id: string): void {
    if (busy.has(id)) return
    busy.add(id)
    const work = async () => {
      await threads.run(makeCodesJob, { id })
    }
    void holdClaim(database, `codes ${id}`, work)
      .catch(async (thrown: unknown) => {
        onTrouble(thrown)
        // On a full disk this may fail too; the next try says it.
        await saveTrouble(database, id, toAppError(thrown).code).catch(onTrouble)
      })
      .finally(() => busy.delete(id))
  }

  const note = (connection: Connection, entry: { by: string; action: LoggedAction; subject: string; detail: object }) =>
    recordActivity(connection, { at: clock.now(), ...entry })

  return {
    async create(request, by) {
      const promotion = await getCoded(database, request.promotion)
      const open = await countOpen(database, request.pattern)
      const least = findLeastLength(open + request.count)
      if (request.pattern.length < least)
        refuseIfAny([createProblem('guessable', 'pattern.length', { given: request.pattern.length, min: least })])
      const id = await transact(database, async (transaction) => {
        const made = await insertBatch(transaction, request, { at: clock.now(), by })
        const detail = { name: request.name.trim(), promotion: promotion.name, count: request.count }
        await note(transaction, { by, action: 'make-codes', subject: made, detail })
        return made
      })
      makeInBackground(id)
      return getBatch(database, id)
    },
    async resume() {
      for (const id of await listUnmade(database)) makeInBackground(id)
    },
    async voidBatch(id, by) {
      await transact(database, async (transaction) => {
        const { name, state } = await getBatch(transaction, id)
        if (state === 'making') throw new AppError('batch-not-ready')
        if (state === 'void') return
        await voidBatch(transaction, id)
        await note(transaction, { by, action: 'void-codes', subject: id, detail: { name } })
      })
      return getBatch(database, id)
    },
    async download(id, type, by) {
      const { name, promotionName, state } = await getBatch(database, id)
      if (state === 'making') throw new AppError('batch-not-ready')
      const bytes = await threads.run(codeFileJob, { id, type })
      await note(database, { by, action: 'download-codes', subject: id, detail: { name, type } })
      const file = ['codes', toSlug(promotionName), toSlug(name), id].filter((part) => part !== '').join('-')
      const mediaType = type === 'zip' ? 'application/zip' : MEDIA_TYPES[type]
      return { name: `${file}.${type}`, mediaType, bytes }
    },
    lookUp: (typed) => describeCode(database, plans, typed),
    async voidCode(typed, by) {
      await transact(database, async (transaction) => {
        const code = await lockCode(transaction, typed)
        await voidCode(transaction, code)
        await note(transaction, { by, action: 'void-code', subject: 'code', detail: { name: mask(code) } })
      })
      return describeCode(database, plans, typed)
    },
    async mark(typed, recipient, by) {
      await transact(database, async (transaction) => {
        const code = await lockCode(transaction, typed)
        await markCodeIssued(transaction, code, { recipient: recipient.trim(), at: clock.now(), by })
        await note(transaction, { by, action: 'mark-code-issued', subject: 'code', detail: { name: mask(code) } })
      })
      return describeCode(database, plans, typed)
    },
  }
}

/** A promotion whose codes come in batches, as it is planned. Throws `not-found`, `not-by-batch`. */
export async function getCoded(connection: Connection, id: string): Promise<Promotion> {
  const record = await findPromotion(connection, id)
  if (!record) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  const { promotion } = record
  if (promotion.code === null || !('batch' in promotion.code))
    throw new AppError('not-by-batch', { facts: { name: promotion.name } })
  return promotion
}

/** A code as it appears in the activity log. */
const mask = (code: string) => `…${code.slice(-4)}`

async function describeCode(database: Database, plans: PlanSource, typed: string): Promise<CodeFate> {
  const code = normalizeCode(typed)
  const row = await findCode(database, typed)
  if (!row) return describeOther(database, plans, { code, typed })
  const orders = await listOrdersWith(database, row.code, row.promotion)
  return {
    code: printCode(row.code, row),
    state: nameFate(row.state, row.batchState),
    promotions: [{ id: row.promotion, name: row.promotionName ?? row.promotion }],
    batch: { id: row.batch, name: row.batchName },
    orders,
    issued: await findHand(database, row.code),
  }
}

/** One that no batch made: one for all, one that is mistyped, or none. */
async function describeOther(
  database: Database,
  plans: PlanSource,
  { code, typed }: { readonly code: string; readonly typed: string },
): Promise<CodeFate> {
  const { plan } = await plans.get('working')
  const shared = plan.findByCode(code).map(({ promotion: { id, name } }) => ({ id, name }))
  const isShared = shared.length > 0
  const state = isShared ? 'shared' : isMistyped(code, await listShapes(database)) ? 'mistyped' : 'unknown'
  const orders = isShared ? await listOrdersWith(database, code) : []
  return { code: typed.trim(), state, promotions: shared, batch: null, orders, issued: null }
}
