import type { SubmissionRecord, SubmissionsAnswer } from '@novalex/contract'
import { HOUR_MS, toIso, type CompiledPlan, type Instant } from '@novalex/core'
import { listLatest } from '../../data/submissions/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { loadSubmissionScope, toRecord, type SubmissionScope } from './toRecord.ts'

interface Standing {
  readonly scope: SubmissionScope
  /** The latest submission of each promotion in each channel. */
  readonly latest: readonly SubmissionRecord[]
  readonly due: SubmissionsAnswer['due']
}

/** What was submitted, and what of the live plan is to be. */
export async function loadStanding(database: Database, live: CompiledPlan, now: Instant): Promise<Standing> {
  const scope = await loadSubmissionScope(database, now)
  const latest = (await listLatest(database)).map((one) => toRecord(one, scope))
  return { scope, latest, due: listDue(live, { latest, scope }) }
}

/** Promotions of the live release that go to a partner, haven't started, and that the partner doesn't hold; the next to submit first. */
function listDue(
  plan: CompiledPlan,
  { latest, scope: { partners, now } }: Omit<Standing, 'due'>,
): SubmissionsAnswer['due'] {
  const held = new Set(latest.filter(({ isHeld }) => isHeld).map(({ promotion, channel }) => `${promotion} ${channel}`))
  return plan.promotions
    .flatMap(({ id, promotion, schedule, partners: targets }) => {
      if (promotion.state !== 'ready' || !Number.isFinite(schedule.start) || schedule.start <= now) return []
      return partners
        .filter(({ id: channel }) => targets.has(channel) && !held.has(`${id} ${channel}`))
        .map(({ id: channel, leadHours, lockHours }) => ({
          promotion: id,
          channel,
          submitBy: toIso(schedule.start - leadHours * HOUR_MS),
          locksAt: toIso(schedule.start - lockHours * HOUR_MS),
        }))
    })
    .toSorted((a, b) => (a.submitBy < b.submitBy ? -1 : 1))
}
