import type { Finding } from '@novalex/core'
import { ask, readingState, type Reading } from '../../platform/db/ask.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'

/** A finding with what tells whether it is the same as one that was set aside. */
export type KnownFinding = Finding & {
  readonly id: string
  /** Hash of its subjects. */
  readonly stamp: string
}

/** Result of a plan's last check. */
export interface CheckedPlan {
  /** State it was computed from: plan, catalogue, release and sales. */
  readonly state: string
  readonly revision: number
  readonly checkedAt: number
  readonly findings: readonly KnownFinding[]
}

interface Row {
  plan: string
  state: string
  revision: number | string
  checked_at: Date
  content: string
  checks: number | string
}

export async function findChecked(connection: Connection, plan: string): Promise<CheckedPlan | null> {
  const row = await connection<Row>('findings').where({ plan }).first()
  if (!row) return null
  return {
    state: row.state,
    revision: Number(row.revision),
    checkedAt: row.checked_at.getTime(),
    findings: JSON.parse(row.content),
  }
}

/** A finding of the working plan; of a release, if that one has it not. */
export async function findKnown(connection: Connection, id: string): Promise<KnownFinding | null> {
  const rows = await connection<Row>('findings').select('plan', 'content')
  rows.sort((a, b) => Number(b.plan === 'working') - Number(a.plan === 'working'))
  for (const { content } of rows) {
    const findings: KnownFinding[] = JSON.parse(content)
    const found = findings.find((finding) => finding.id === id)
    if (found) return found
  }
  return null
}

/** How long what was found in a release that is not live is kept. */
const KEPT_MS = 3_600_000

/** Keeps what was found, and lets go of what was found in releases that nobody looks at any more; `live` is the one that the shop follows. */
export async function saveChecked(
  database: Database,
  { plan, live }: { readonly plan: string; readonly live: string | null },
  { state, revision, checkedAt, findings }: CheckedPlan,
): Promise<void> {
  const cells = { state, revision, checked_at: new Date(checkedAt), content: JSON.stringify(findings) }
  await transact(database, async (transaction) => {
    const old = await transaction<Row>('findings')
      .whereNotIn('plan', ['working', plan, ...(live === null ? [] : [live])])
      .andWhere('checked_at', '<', new Date(checkedAt - KEPT_MS))
      .select('plan', 'checks')
    await transaction('findings')
      .whereIn(
        'plan',
        old.map((row) => row.plan),
      )
      .delete()
    // No check is forgotten, so that their number is another one after each.
    const more = old.reduce((sum, { checks }) => sum + Number(checks), 1)
    await transaction('findings')
      .insert({ plan, ...cells, checks: more })
      .onConflict('plan')
      .merge({ ...cells, checks: transaction.raw('findings.checks + ?', [more]) })
  })
}

/** A number that grows with every check of a plan. */
export async function findLatestCheck(connection: Connection): Promise<number> {
  const [row] = await ask<{ checks: string | null }>(connection, 'select sum(checks) as checks from findings')
  return Number(row?.checks ?? 0)
}

export interface KnownAside {
  readonly id: string
  readonly stamp: string
  readonly points: number
  readonly why: string
  readonly by: string
  readonly at: number
}

interface AsideRow {
  id: string
  stamp: string
  points: number
  why: string
  made_by: string
  made_at: Date
}

export async function listAsides(connection: Connection): Promise<Map<string, KnownAside>> {
  const rows = await connection<AsideRow>('set_asides')
  return new Map(
    rows.map(({ id, stamp, points, why, made_by: by, made_at }) => {
      return [id, { id, stamp, points, why, by, at: made_at.getTime() }]
    }),
  )
}

export async function saveAside(
  transaction: Connection,
  { id, stamp, points, why, by, at }: KnownAside,
): Promise<void> {
  const cells = { stamp, points, why, made_by: by, made_at: new Date(at) }
  await transaction('set_asides')
    .insert({ id, ...cells })
    .onConflict('id')
    .merge(cells)
}

export async function deleteAside(transaction: Connection, id: string): Promise<boolean> {
  return (await transaction('set_asides').where({ id }).delete()) > 0
}

/** Why a release was made although it brings a finding. */
export interface Ground {
  readonly finding: string
  readonly why: string
  readonly by: string
}

/** Whether a finding was set aside as it is now: nothing that it is about was edited since, and it did not get worse. */
export function isAside({ stamp, points }: KnownFinding, aside: KnownAside | undefined): aside is KnownAside {
  return aside !== undefined && aside.stamp === stamp && points <= aside.points
}

/** Findings that a release would add or worsen, compared with the live plan. */
export function findBrought(next: readonly KnownFinding[], live: readonly KnownFinding[]): KnownFinding[] {
  const known = new Map(live.map((finding) => [finding.id, finding]))
  return next.filter(({ id, kind, points, severity }) => {
    if (kind === 'not-released') return false
    const before = known.get(id)
    return !before || points > before.points || (severity === 'blocker' && before.severity !== 'blocker')
  })
}

/** Reads a text that changes whenever a finding is dismissed or reopened. */
export function readingAsidesState(): Reading<string> {
  return readingState(
    `select concat_ws('.', count(*), coalesce(sum(crc32(concat(id, stamp, points))), 0)) as state from set_asides`,
  )
}
