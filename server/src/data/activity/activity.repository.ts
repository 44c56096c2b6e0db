import type { LoggedAction } from '@novalex/contract'
import { readingState, type Reading } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Activity {
  readonly at: number
  readonly by: string
  readonly action: LoggedAction
  readonly subject: string
  readonly detail: unknown
}

interface ActivityRow {
  id: number | string
  at: Date
  actor: string
  action: LoggedAction
  subject: string
  detail: string
}

/** Notes a write; belongs in the transaction of that write. Returns the number of the entry. */
export async function recordActivity(
  connection: Connection,
  { at, by, action, subject, detail }: Activity,
): Promise<number> {
  const row = { at: new Date(at), actor: by, action, subject, detail: JSON.stringify(detail) }
  const [id] = await connection('activity').insert(row)
  return Number(id)
}

/** Transactions need not end in the order of their rows; within so many of them, one that ends late counts too. */
const OVERTAKEN = 50

/** A number that grows with every write that is noted. */
export async function findLatestChange(connection: Connection): Promise<number> {
  const latest = connection('activity').select('id').orderBy('id', 'desc').limit(OVERTAKEN)
  const [row]: { change: string | null }[] = await connection.from(latest.as('latest')).sum({ change: 'id' })
  return Number(row?.change ?? 0)
}

/** When the last write was made, by the store's clock in milliseconds; 0 before the first. */
export async function findLatestActivity(connection: Connection): Promise<number> {
  const row = (await connection('activity').orderBy('id', 'desc').first('at')) as { at: Date } | undefined
  return row?.at.getTime() ?? 0
}

export interface Filters {
  readonly by?: string
  readonly actions?: readonly string[]
  readonly subject?: string
  /** Only entries before this one. */
  readonly before?: number
}

export interface Entry extends Activity {
  readonly number: number
}

/** The latest writes that the filters leave, newest first. */
export async function listActivity(
  connection: Connection,
  { by, actions, subject, before }: Filters,
  limit: number,
): Promise<Entry[]> {
  const query = connection<ActivityRow>('activity').orderBy('id', 'desc').limit(limit)
  if (by !== undefined) void query.where({ actor: by })
  if (actions !== undefined) void query.whereIn('action', [...actions])
  if (subject !== undefined) void query.where({ subject })
  if (before !== undefined) void query.where('id', '<', before)
  return (await query).map(toEntry)
}

/** Undefined where there is no such entry. */
export async function getActivity(connection: Connection, number: number): Promise<Entry | undefined> {
  const row = await connection<ActivityRow>('activity').where({ id: number }).first()
  return row && toEntry(row)
}

function toEntry({ id, at, actor, action, subject, detail }: ActivityRow): Entry {
  return { number: Number(id), at: at.getTime(), by: actor, action, subject, detail: JSON.parse(detail) }
}

export async function listActors(connection: Connection): Promise<string[]> {
  const rows: { actor: string }[] = await connection('activity').distinct('actor').orderBy('actor')
  return rows.map(({ actor }) => actor)
}

/** Reads a text that changes with every logged write of one kind. */
export function readingLatestOf(action: LoggedAction): Reading<string> {
  return readingState('select coalesce(max(id), 0) as state from activity where action = ?', [action])
}
