import { ask } from '../../platform/db/ask.ts'
import type { ReleaseSummary, SetRecord } from '@novalex/contract'
import type { Instant, PlanContent } from '@novalex/core'
import { readContent, writeContent } from './partContent.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** A whole plan, its sets with their versions. */
export interface FullPlan extends PlanContent {
  readonly sets: readonly SetRecord[]
}

/** Immutable content of a release; one from before there were occasions in it has none. */
export type ReleasedPlan = Omit<PlanContent, 'occasions' | 'follows'> &
  Partial<Pick<PlanContent, 'occasions' | 'follows'>> & {
    /** The release since which each promotion is as it is here, by its id. */
    readonly since?: Readonly<Record<string, number>>
  }

interface ReleaseRow {
  number: number
  released_at: Date
  released_by: string
  prepared_by: string | null
  note: string
  again: number | null
  promotion_count: number
  content: string | null
  plan: string
}

type SummaryRow = Omit<ReleaseRow, 'plan'>

const SUMMARY: (keyof SummaryRow)[] = [
  'number',
  'released_at',
  'released_by',
  'prepared_by',
  'note',
  'again',
  'promotion_count',
  'content',
]

export async function listReleases(connection: Connection): Promise<ReleaseSummary[]> {
  const rows: SummaryRow[] = await connection('releases').select(SUMMARY).orderBy('number', 'desc')
  return rows.map(toSummary)
}

export async function findLatestRelease(connection: Connection): Promise<ReleaseSummary | undefined> {
  const row: SummaryRow | undefined = await connection('releases').select(SUMMARY).orderBy('number', 'desc').first()
  return row && toSummary(row)
}

/** The release that was live at an instant, and all that came after it, oldest first; without an instant all. */
export async function listReleasesSince(connection: Connection, since: Instant | null): Promise<ReleaseSummary[]> {
  const releases: SummaryRow[] = await connection('releases')
    .select(SUMMARY)
    .modify((query) => {
      if (since === null) return
      const live = connection('releases').max('number').where('released_at', '<=', new Date(since))
      void query.where('number', '>=', connection.raw('coalesce((?), 0)', [live]))
    })
    .orderBy('number')
  return releases.map(toSummary)
}

export async function findReleasedPlan(connection: Connection, number: number): Promise<ReleasedPlan | undefined> {
  const row = await connection<ReleaseRow>('releases').select('plan').where({ number }).first()
  // Releases from before there were sets hold none.
  return row && { sets: [], ...JSON.parse(row.plan) }
}

/** Hash of a release's plan as it is stored: the same for the same content, in any database. */
export async function readReleaseHash(connection: Connection, number: number): Promise<string | null> {
  const [row] = await ask<{ hash: string }>(connection, 'select sha1(plan) as hash from releases where number = ?', [
    number,
  ])
  return row?.hash ?? null
}

/** Throws `not-found` where there is no such release. */
export async function getReleasedPlan(connection: Connection, number: number): Promise<ReleasedPlan> {
  const plan = await findReleasedPlan(connection, number)
  if (!plan) throw new AppError('not-found', { facts: { kind: 'release', id: String(number) } })
  return plan
}

/** The release since which a promotion is live as it is now; null where it is not live, or that is not known. */
export async function findLiveSince(connection: Connection, id: string): Promise<ReleaseSummary | null> {
  const latest = await findLatestRelease(connection)
  const number = latest && (await getReleasedPlan(connection, latest.number)).since?.[id]
  if (number === undefined) return null
  const row: SummaryRow | undefined = await connection('releases').select(SUMMARY).where({ number }).first()
  return row ? toSummary(row) : null
}

export async function insertRelease(
  transaction: Connection,
  release: ReleaseSummary,
  plan: ReleasedPlan,
): Promise<void> {
  await transaction('releases').insert({
    number: release.number,
    released_at: new Date(release.at),
    released_by: release.by,
    prepared_by: release.preparedBy,
    note: release.note,
    again: release.again,
    promotion_count: release.promotions,
    content: writeContent(release),
    plan: JSON.stringify(plan),
  })
}

function toSummary(row: SummaryRow): ReleaseSummary {
  return {
    number: row.number,
    at: row.released_at.toISOString(),
    by: row.released_by,
    preparedBy: row.prepared_by,
    note: row.note,
    promotions: row.promotion_count,
    again: row.again,
    ...readContent(row.content),
    kept: [],
  }
}
