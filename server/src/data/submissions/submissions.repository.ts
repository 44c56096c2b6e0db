import type { Cause } from '@novalex/contract'
import type { Instant, PartnerDecision, SubmissionContent } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'

interface Row {
  number: number | string
  id: string
  promotion: string
  channel: string
  latest: number | null
  action: 'submit' | 'withdraw'
  release: number
  content: string
  starts_at: Date | null
  ends_at: Date | null
  locks_at: Date | null
  submitted_at: Date
  submitted_by: string
  sent_at: Date | null
  attempts: number
  due_at: Date | null
  note: string
  decision: PartnerDecision | null
  decided_at: Date | null
  causes: string | null
  answer: number | string | null
  dismissed_at: Date | null
}

/** A promotion as it was submitted to a partner channel, or withdrawn. Instants by the store's clock unless it says otherwise. */
export interface Submission {
  readonly id: string
  readonly promotion: string
  readonly channel: string
  readonly action: 'submit' | 'withdraw'
  readonly release: number
  readonly content: SubmissionContent
  readonly startsAt: Instant | null
  readonly endsAt: Instant | null
  readonly locksAt: Instant | null
  readonly submittedAt: Instant
  readonly submittedBy: string
  readonly sentAt: Instant | null
  readonly attempts: number
  /** When it is next tried, by the database's clock; null: no more. */
  readonly dueAt: Instant | null
  readonly note: string
  readonly decision: PartnerDecision | null
  readonly decidedAt: Instant | null
  readonly causes: readonly Cause[]
  /** Number of the partner's answer that counts. */
  readonly answer: number | null
  readonly isDismissed: boolean
}

const toInstant = (at: Date | null) => at?.getTime() ?? null

const toSubmission = (row: Row): Submission => ({
  id: row.id,
  promotion: row.promotion,
  channel: row.channel,
  action: row.action,
  release: row.release,
  content: JSON.parse(row.content),
  startsAt: toInstant(row.starts_at),
  endsAt: toInstant(row.ends_at),
  locksAt: toInstant(row.locks_at),
  submittedAt: row.submitted_at.getTime(),
  submittedBy: row.submitted_by,
  sentAt: toInstant(row.sent_at),
  attempts: row.attempts,
  dueAt: toInstant(row.due_at),
  note: row.note,
  decision: row.decision,
  decidedAt: toInstant(row.decided_at),
  causes: row.causes === null ? [] : JSON.parse(row.causes),
  answer: row.answer === null ? null : Number(row.answer),
  isDismissed: row.dismissed_at !== null,
})

/** The latest submission of each promotion in each channel, newest first; of one promotion where it is named. */
export async function listLatest(connection: Connection, promotion?: string): Promise<Submission[]> {
  const rows = await connection<Row>('submissions')
    .where({ latest: 1, ...(promotion === undefined ? {} : { promotion }) })
    .orderBy('number', 'desc')
  return (rows as Row[]).map(toSubmission)
}

interface Pair {
  readonly promotion: string
  readonly channel: string
}

/** The latest submission of a promotion in a channel, locked until the transaction ends. */
export async function findLatest(transaction: Connection, { promotion, channel }: Pair): Promise<Submission | null> {
  const row = await transaction<Row>('submissions').where({ promotion, channel, latest: 1 }).forUpdate().first()
  return row ? toSubmission(row as Row) : null
}

/** Returns a submission and locks it until the transaction ends. Throws `not-found`. */
export async function getSubmission(connection: Connection, id: string): Promise<Submission> {
  const row = await connection<Row>('submissions').where({ id }).forUpdate().first()
  if (!row) throw new AppError('not-found', { facts: { kind: 'submission', id } })
  return toSubmission(row as Row)
}

interface NewSubmission extends Pair {
  readonly id: string
  readonly action: 'submit' | 'withdraw'
  readonly release: number
  readonly content: SubmissionContent
  readonly startsAt: Instant | null
  readonly endsAt: Instant | null
  readonly locksAt: Instant | null
  readonly at: Instant
  readonly by: string
  /** Whether it is sent by the server; otherwise someone has submitted it. */
  readonly isSent: boolean
}

const toDate = (at: Instant | null) => (at === null ? null : new Date(at))

/** Inserts a submission, which takes the place of the one before; what of that was not sent yet never is. */
export async function insertSubmission(transaction: Connection, made: NewSubmission): Promise<void> {
  const { promotion, channel, at, by, isSent, content, startsAt, endsAt, locksAt, ...named } = made
  await transaction('submissions').where({ promotion, channel, latest: 1 }).update({ latest: null, due_at: null })
  await transaction('submissions').insert({
    ...named,
    promotion,
    channel,
    latest: 1,
    content: JSON.stringify(content),
    starts_at: toDate(startsAt),
    ends_at: toDate(endsAt),
    locks_at: toDate(locksAt),
    submitted_at: new Date(at),
    submitted_by: by,
    sent_at: isSent ? null : new Date(at),
    due_at: isSent ? transaction.raw('now(3)') : null,
  })
}

/** The submissions whose next attempt is due by the database's clock, the longest due first. */
export async function listDueSubmissions(connection: Connection, most: number): Promise<Submission[]> {
  const rows = await ask<Row>(
    connection,
    `select * from submissions where due_at <= now(3) order by due_at, number limit ${most}`,
    [],
  )
  return rows.map(toSubmission)
}

/** The channels whose partners may still answer something. */
export async function listOpenChannels(connection: Connection, now: Instant): Promise<string[]> {
  const rows = await ask<{ channel: string }>(
    connection,
    `select distinct channel from submissions where latest = 1 and (sent_at is not null or attempts > 0)
       and (ends_at is null or ends_at > ?) and (decision is null or decision in ('accepted', 'on-hold'))`,
    [new Date(now)],
  )
  return rows.map(({ channel }) => channel)
}

/** The number of the last answer of a partner that counted; 0: none yet. */
export async function findAnswerNumber(connection: Connection, channel: string): Promise<number> {
  const [row] = await connection<Row>('submissions').where({ channel }).max({ answer: 'answer' })
  return Number((row as { answer: string | null }).answer ?? 0)
}

interface Attempt {
  readonly id: string
  /** When the partner received it; null: it didn't. */
  readonly sentAt: Instant | null
  /** Why it failed; empty: it did not. */
  readonly note: string
  /** In how many seconds it is tried again; null: no more. */
  readonly againS: number | null
}

/** Notes an attempt to send. One that was replaced meanwhile stays so. */
export async function settleSending(connection: Connection, { id, sentAt, note, againS }: Attempt): Promise<void> {
  await connection.raw(
    `update submissions set attempts = attempts + 1, sent_at = ?, note = ?,
       due_at = if(? is null or latest is null, null, date_add(now(3), interval ? second)) where id = ?`,
    [toDate(sentAt), note.slice(0, 200), againS, againS ?? 0, id],
  )
}

interface Decided {
  readonly id: string
  readonly decision: PartnerDecision
  readonly causes: readonly Cause[]
  readonly at: Instant
  readonly answer: number | null
}

export async function settleDecision(
  transaction: Connection,
  { id, decision, causes, at, answer }: Decided,
): Promise<void> {
  await transaction('submissions')
    .where({ id })
    .update({
      decision,
      causes: JSON.stringify(causes),
      decided_at: new Date(at),
      ...(answer === null ? {} : { answer }),
      // What is new hasn't been dismissed.
      dismissed_at: null,
      // An answer shows that it was received.
      due_at: null,
      sent_at: transaction.raw('coalesce(sent_at, ?)', [new Date(at)]),
    })
}

/** Throws `not-found`. */
export async function dismissReminder(transaction: Connection, id: string, at: Instant): Promise<Submission> {
  const submission = await getSubmission(transaction, id)
  await transaction('submissions')
    .where({ id })
    .update({ dismissed_at: new Date(at) })
  return submission
}
