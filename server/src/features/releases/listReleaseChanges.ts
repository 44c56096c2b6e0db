import type { ReleaseChange, ReleaseChangesAnswer } from '@novalex/contract'
import { listChanges, type PlanChange, type PlanSet } from '@novalex/core'
import { listActivity } from '../../data/activity/index.ts'
import { listPromotions } from '../../data/promotions/index.ts'
import { findLatestRelease } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { nameOf, readDifferences, readReleased } from '../../sources/plans/chosenPlan.ts'

/** The activities that edit what is of one thing; promotions know by themselves who edited them. */
const EDITS = {
  promotion: ['delete-promotion'],
  set: ['create-set', 'change-set', 'delete-set'],
  occasion: ['create-occasion', 'change-occasion'],
  stacking: ['change-stacking', 'rank-promotion'],
  store: ['change-price-rules', 'change-finding-thresholds'],
} as const satisfies Record<PlanChange['thing'], readonly string[]>

/** The changes of the working plan, or with `again` of an older release, compared with the live one, each with who edited it last. */
export async function listReleaseChanges(database: Database, again: number | null): Promise<ReleaseChangesAnswer> {
  const record = await getStore(database)
  const differences = await readDifferences(database, record)
  const { live, working } = differences
  const changes = again === null ? differences.changes : listChanges(live, await readReleased(database, again, working))
  const latest = await findLatestRelease(database)
  const edits = again === null ? await readEdits(database, changes) : new Map<string, Edit>()
  return {
    planRevision: record.planRevision,
    live: latest?.number ?? null,
    changes: changes.map((change): ReleaseChange => {
      const told = { name: nameOf(change), ...(edits.get(change.id) ?? UNKNOWN) }
      if (change.thing !== 'set') return { ...change, ...told }
      return { ...change, before: withoutVersion(change.before), after: withoutVersion(change.after), ...told }
    }),
  }
}

/** A set as a plan has it; the working plan's sets have their version too. */
function withoutVersion(set: PlanSet | null): PlanSet | null {
  return set && { id: set.id, name: set.name, content: set.content }
}

type Edit = Pick<ReleaseChange, 'by' | 'at' | 'campaign'>
const UNKNOWN: Edit = { by: null, at: null, campaign: null }

async function readEdits(database: Database, changes: readonly PlanChange[]): Promise<Map<string, Edit>> {
  const records = await listPromotions(database)
  const edits = new Map(
    records.map(({ promotion: { id }, updatedBy, updatedAt, campaign }): [string, Edit] => {
      return [`promotion:${id}`, { by: updatedBy, at: updatedAt, campaign }]
    }),
  )
  const others = changes.filter(({ id }) => !edits.has(id))
  for (const { id, thing } of others) {
    // Few: deleted promotions, sets and occasions.
    const subject = thing === 'stacking' || thing === 'store' ? null : id.slice(thing.length + 1)
    const filters = { actions: EDITS[thing], ...(subject === null ? {} : { subject }) }
    const [found] = await listActivity(database, filters, 1)
    if (found) edits.set(id, { by: found.by, at: new Date(found.at).toISOString(), campaign: null })
  }
  return edits
}
