import type { WebhookEvent, WebhookRecord } from '@novalex/contract'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'

interface WebhookRow {
  id: string
  url: string
  events: string
  secret: string
  created_at: Date
  created_by: string
}

interface DeliveryRow {
  id: number | string
  webhook: string
  event: string
  body: string
  created_at: Date
  attempts: number
  due_at: Date | null
  status: number | null
  note: string
}

const SHOWN_DELIVERIES = 5

/** Webhooks, the oldest first, each with its latest deliveries. */
export async function listWebhooks(connection: Connection): Promise<WebhookRecord[]> {
  const webhooks = await connection('webhooks').orderBy('created_at').orderBy('id').select<WebhookRow[]>()
  const deliveries = await ask<DeliveryRow>(
    connection,
    `select * from (
       select d.*, row_number() over (partition by webhook order by id desc) as place from webhook_deliveries d
     ) latest where place <= ${SHOWN_DELIVERIES} order by id desc`,
    [],
  )
  return webhooks.map((row) => ({
    id: row.id,
    url: row.url,
    events: row.events.split(',') as WebhookEvent[],
    createdAt: row.created_at.toISOString(),
    createdBy: row.created_by,
    deliveries: deliveries.filter(({ webhook }) => webhook === row.id).map(toDelivery),
  }))
}

function toDelivery(row: DeliveryRow): WebhookRecord['deliveries'][number] {
  const isDone = row.due_at === null
  return {
    id: Number(row.id),
    event: row.event,
    at: row.created_at.toISOString(),
    attempts: row.attempts,
    state: isDone ? (row.note === '' ? 'delivered' : 'failed') : 'waiting',
    status: row.status,
    note: row.note,
    dueAt: row.due_at?.toISOString() ?? null,
  }
}

interface NewWebhook {
  readonly id: string
  readonly url: string
  readonly events: readonly WebhookEvent[]
  readonly secret: string
  readonly at: number
  readonly by: string
}

export async function insertWebhook(connection: Connection, { at, by, events, ...webhook }: NewWebhook): Promise<void> {
  await connection('webhooks').insert({
    ...webhook,
    events: events.join(),
    created_at: new Date(at),
    created_by: by,
  })
}

/** Deletes a webhook with its deliveries and returns its address. Throws `not-found`. */
export async function deleteWebhook(connection: Connection, id: string): Promise<string> {
  const row = await connection<WebhookRow>('webhooks').where({ id }).first('url')
  if (!row) throw new AppError('not-found', { facts: { kind: 'webhook', id } })
  await connection('webhooks').where({ id }).delete()
  return row.url
}

interface Told {
  readonly event: WebhookEvent
  readonly data: object
  /** By the store's clock. */
  readonly at: number
}

/** Notes in the transaction of what happened that the webhooks that ask for it are to be told. */
export async function queueWebhooks(transaction: Connection, { event, data, at }: Told): Promise<void> {
  const body = JSON.stringify({ event, at: new Date(at).toISOString(), data })
  await transaction.raw(
    `insert into webhook_deliveries (webhook, event, body, created_at, due_at)
     select id, ?, ?, ?, now(3) from webhooks where find_in_set(?, events) > 0`,
    [event, body, new Date(at), event],
  )
}

/** An attempt that is due. */
export interface Due {
  readonly id: number
  readonly url: string
  readonly secret: string
  readonly body: string
  /** How many were made before. */
  readonly attempts: number
}

/** The attempts that are due by the database's clock, the longest due first. */
export async function listDue(connection: Connection, most: number): Promise<Due[]> {
  const rows = await ask<Omit<Due, 'id'> & { id: number | string }>(
    connection,
    `select d.id, w.url, w.secret, d.body, d.attempts from webhook_deliveries d join webhooks w on w.id = d.webhook
     where d.due_at <= now(3) order by d.due_at, d.id limit ${most}`,
    [],
  )
  return rows.map((row) => ({ ...row, id: Number(row.id) }))
}

interface Settled {
  readonly id: number
  readonly status: number | null
  /** Why it failed; empty: it did not. */
  readonly note: string
  /** In how many seconds it is tried again; null: no more. */
  readonly againS: number | null
}

export async function settleAttempt(connection: Connection, { id, status, note, againS }: Settled): Promise<void> {
  await connection.raw(
    `update webhook_deliveries
     set attempts = attempts + 1, status = ?, note = ?, due_at = if(? is null, null, date_add(now(3), interval ? second))
     where id = ?`,
    [status, note.slice(0, 200), againS, againS ?? 0, id],
  )
}
