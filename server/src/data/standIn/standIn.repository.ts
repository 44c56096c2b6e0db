import type { DeskMode, PartnerAnswer } from '@novalex/contract'
import type { Instant, PartnerDecision, SubmissionContent } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** How the simulated partner behind a channel behaves. */
export interface Desk {
  readonly channel: string
  readonly mode: DeskMode
  /** Its clock showed `clockAt` when the server's real clock showed `wallAt`, and has run `factor` times as fast since. */
  readonly clockAt: Instant
  readonly wallAt: Instant
  readonly factor: number
  readonly reviewHours: number
  readonly gap: number
}

interface DeskRow {
  channel: string
  clock_at: Date
  wall_at: Date
  factor: number
  mode: DeskMode
  review_hours: number
  gap: number
}

const toDesk = (row: DeskRow): Desk => ({
  channel: row.channel,
  mode: row.mode,
  clockAt: row.clock_at.getTime(),
  wallAt: row.wall_at.getTime(),
  factor: row.factor,
  reviewHours: row.review_hours,
  gap: row.gap,
})

export async function listDesks(connection: Connection): Promise<Desk[]> {
  return ((await connection('stand_in_desks').orderBy('channel')) as DeskRow[]).map(toDesk)
}

export async function findDesk(connection: Connection, channel: string): Promise<Desk | null> {
  const row: DeskRow | undefined = await connection('stand_in_desks').where({ channel }).first()
  return row ? toDesk(row) : null
}

/** Locks the desk until the transaction ends, so that one process at a time works there; makes it with these settings if there is none. */
export async function lockDesk(transaction: Connection, fresh: Desk): Promise<Desk> {
  const { channel } = fresh
  await transaction('stand_in_desks').insert(toRow(fresh)).onConflict('channel').ignore()
  return toDesk(await transaction('stand_in_desks').where({ channel }).forUpdate().first())
}

export async function saveDesk(transaction: Connection, desk: Desk): Promise<void> {
  await transaction('stand_in_desks').insert(toRow(desk)).onConflict('channel').merge()
}

const toRow = (desk: Desk): DeskRow => ({
  channel: desk.channel,
  clock_at: new Date(desk.clockAt),
  wall_at: new Date(desk.wallAt),
  factor: desk.factor,
  mode: desk.mode,
  review_hours: desk.reviewHours,
  gap: desk.gap,
})

export type ReceivedState = PartnerDecision | 'under-review' | 'replaced'

/** A submission as the partner holds it. Instants by its own clock. */
export interface Received {
  readonly key: string
  readonly promotion: string
  readonly content: SubmissionContent
  readonly receivedAt: Instant
  readonly state: ReceivedState
  readonly decidedAt: Instant | null
}

interface ReceivedRow {
  idempotency_key: string
  promotion: string
  content: string
  received_at: Date
  state: ReceivedState
  decided_at: Date | null
}

const toReceived = (row: ReceivedRow): Received => ({
  key: row.idempotency_key,
  promotion: row.promotion,
  content: JSON.parse(row.content),
  receivedAt: row.received_at.getTime(),
  state: row.state,
  decidedAt: row.decided_at?.getTime() ?? null,
})

const MOST_RECEIVED = 200

/** What a partner received, the latest first; those in some states alone where they are given. */
export async function listReceived(
  connection: Connection,
  channel: string,
  states?: readonly ReceivedState[],
): Promise<Received[]> {
  const query = connection('stand_in_submissions').where({ channel }).orderBy('number', 'desc')
  if (states) void query.whereIn('state', [...states])
  else void query.limit(MOST_RECEIVED)
  return ((await query) as ReceivedRow[]).map(toReceived)
}

export async function findReceived(connection: Connection, channel: string, key: string): Promise<Received | null> {
  const row: ReceivedRow | undefined = await connection('stand_in_submissions')
    .where({ channel, idempotency_key: key })
    .first()
  return row ? toReceived(row) : null
}

/** Takes a submission in; what was received of the promotion before is replaced. */
export async function insertReceived(
  transaction: Connection,
  channel: string,
  { key, promotion, content, receivedAt, state, decidedAt }: Received,
): Promise<void> {
  await transaction('stand_in_submissions')
    .where({ channel, promotion })
    .whereIn('state', ['under-review', 'accepted', 'on-hold'])
    .update({ state: 'replaced' })
  await transaction('stand_in_submissions').insert({
    channel,
    idempotency_key: key,
    promotion,
    content: JSON.stringify(content),
    received_at: new Date(receivedAt),
    state,
    decided_at: decidedAt === null ? null : new Date(decidedAt),
  })
}

export async function settleReceived(
  transaction: Connection,
  channel: string,
  { key, state, at }: { readonly key: string; readonly state: ReceivedState; readonly at: Instant },
): Promise<void> {
  await transaction('stand_in_submissions')
    .where({ channel, idempotency_key: key })
    .update({ state, decided_at: new Date(at) })
}

interface AnswerRow {
  number: number | string
  content: string
}

const toAnswer = ({ number, content }: AnswerRow): PartnerAnswer => ({ ...JSON.parse(content), number: Number(number) })

export async function insertAnswer(
  transaction: Connection,
  channel: string,
  answer: Omit<PartnerAnswer, 'number'>,
): Promise<void> {
  await transaction('stand_in_answers').insert({ channel, content: JSON.stringify(answer) })
}

const MOST_ANSWERS = 20

/** Answers after one by its number, the oldest first. */
export async function listAnswersAfter(
  connection: Connection,
  channel: string,
  after: number,
): Promise<PartnerAnswer[]> {
  const rows = await connection('stand_in_answers')
    .where({ channel })
    .where('number', '>', after)
    .orderBy('number')
    .limit(MOST_ANSWERS)
  return (rows as AnswerRow[]).map(toAnswer)
}

export async function listUnsentAnswers(connection: Connection, channel: string): Promise<PartnerAnswer[]> {
  const rows = await connection('stand_in_answers')
    .where({ channel, is_sent: false })
    .orderBy('number')
    .limit(MOST_ANSWERS)
  return (rows as AnswerRow[]).map(toAnswer)
}

/** Notes that answers were sent; no other attempt is made, since they are polled too. */
export async function markSent(connection: Connection, numbers: readonly number[]): Promise<void> {
  await connection('stand_in_answers')
    .whereIn('number', [...numbers])
    .update({ is_sent: true })
}
