import type { NamedAtOnce, ReleaseRequestRecord } from '@novalex/contract'
import type { Instant } from '@novalex/core'
import { createId } from '../../platform/createId.ts'
import { readContent, writeContent } from './partContent.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'

interface Row {
  id: string
  number: number
  state: ReleaseRequestRecord['state']
  made_at: Date
  made_by: string
  note: string
  plan_revision: number
  again: number | null
  content: string | null
  stamps: string | null
  settled_at: Date | null
  settled_by: string | null
  word: string
}

const SHOWN = 20

const toPreparation = (row: Row): ReleaseRequestRecord => ({
  id: row.id,
  at: row.made_at.toISOString(),
  by: row.made_by,
  note: row.note,
  planRevision: Number(row.plan_revision),
  again: row.again,
  ...readContent(row.content),
  edited: [],
  state: row.state,
  settledAt: row.settled_at?.toISOString() ?? null,
  settledBy: row.settled_by,
  word: row.word,
})

/** A request with what its changes looked like when they were put forward, by id; null for a whole plan. */
export interface RequestWithStamps {
  readonly preparation: ReleaseRequestRecord
  readonly stamps: Readonly<Record<string, string>> | null
}

const toPending = (row: Row): RequestWithStamps => ({
  preparation: toPreparation(row),
  stamps: row.stamps === null ? null : JSON.parse(row.stamps),
})

/** The latest requests, newest first. */
export async function listReleaseRequests(connection: Connection): Promise<RequestWithStamps[]> {
  return (await connection('preparations').orderBy('number', 'desc').limit(SHOWN).select<Row[]>()).map(toPending)
}

/** Locks a request that is pending and returns it. Throws `not-found` or `already-decided`. */
export async function lockPending(transaction: Connection, id: string): Promise<RequestWithStamps> {
  const row: Row | undefined = await transaction('preparations').where({ id }).forUpdate().first()
  if (!row) throw new AppError('not-found', { facts: { kind: 'request', id } })
  const pending = toPending(row)
  const { state, settledBy } = pending.preparation
  if (state !== 'pending') throw new AppError('already-decided', { facts: { state, by: settledBy } })
  return pending
}

export interface Settlement {
  readonly state: ReleaseRequestRecord['state']
  readonly by: string
  readonly at: Instant
  readonly word: string
}

export async function settlePreparation(
  transaction: Connection,
  id: string,
  { state, by, at, word }: Settlement,
): Promise<void> {
  await transaction('preparations')
    .where({ id })
    .update({ state, settled_by: by, settled_at: new Date(at), word })
}

interface NewPreparation {
  readonly at: Instant
  readonly by: string
  readonly note: string
  readonly planRevision: number
  /** Number of the release that is to be live again, or null. */
  readonly again: number | null
  /** The changes that it takes over, with what they look like; null: a whole plan. */
  readonly stamps: ReadonlyMap<string, string> | null
  /** What it does at once to one promotion, or null. */
  readonly atOnce: NamedAtOnce | null
}

/** Inserts a request for a release. The one that waited until now is superseded; one at once supersedes only one of the same promotion. */
export async function insertPreparation(
  transaction: Connection,
  { at, by, note, planRevision, again, stamps, atOnce }: NewPreparation,
): Promise<ReleaseRequestRecord> {
  const superseded = { state: 'superseded', settled_by: by, settled_at: new Date(at) }
  const pending = await transaction<Row>('preparations').where({ state: 'pending' }).select('id', 'content')
  const ofOne = atOnce?.promotion
  const old = pending.filter(({ content }) => readContent(content).atOnce?.promotion === ofOne)
  await transaction('preparations')
    .whereIn(
      'id',
      old.map((row) => row.id),
    )
    .update(superseded)
  const [latest] = (await transaction('preparations').max({ number: 'number' })) as [{ number: number | null }]
  const row: Row = {
    id: createId(),
    number: Number(latest.number ?? 0) + 1,
    state: 'pending',
    made_at: new Date(at),
    made_by: by,
    note,
    plan_revision: planRevision,
    again,
    content: writeContent({ changes: stamps && [...stamps.keys()], atOnce }),
    stamps: stamps && JSON.stringify(Object.fromEntries(stamps)),
    settled_at: null,
    settled_by: null,
    word: '',
  }
  await transaction('preparations').insert(row)
  return toPreparation(row)
}
