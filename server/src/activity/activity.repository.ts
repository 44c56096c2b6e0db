import type { Connection } from '../db/openDatabase.ts'

export interface Activity {
  readonly at: number
  readonly by: string
  readonly action: string
  readonly subject: string
  readonly detail: unknown
}

interface ActivityRow {
  at: Date
  actor: string
  action: string
  subject: string
  detail: string
}

/** Notes a write; belongs in the transaction of that write. */
export async function recordActivity(
  connection: Connection,
  { at, by, action, subject, detail }: Activity,
): Promise<void> {
  await connection('activity').insert({ at: new Date(at), actor: by, action, subject, detail: JSON.stringify(detail) })
}

/** Transactions need not end in the order of their rows; within so many of them, one that ends late counts too. */
const OVERTAKEN = 50

/** A number that grows with every write that is noted. */
export async function findLatestChange(connection: Connection): Promise<number> {
  const latest = connection('activity').select('id').orderBy('id', 'desc').limit(OVERTAKEN)
  const row = await connection.from(latest.as('latest')).sum({ change: 'id' }).first()
  return Number((row as { change: string | null } | undefined)?.change ?? 0)
}

/** The latest writes, newest first. */
export async function listActivity(connection: Connection, limit: number): Promise<Activity[]> {
  const rows = await connection<ActivityRow>('activity').orderBy('id', 'desc').limit(limit)
  return rows.map(({ at, actor, action, subject, detail }) => ({
    at: at.getTime(),
    by: actor,
    action,
    subject,
    detail: JSON.parse(detail) as unknown,
  }))
}
