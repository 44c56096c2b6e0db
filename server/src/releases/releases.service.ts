import type { ReleaseRequest, ReleaseSummary, ReviewAnswer } from '@novalex/contract'
import { comparePromotions } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import { loadWorkingPlan, type PlanSource } from '../plan/planSource.ts'
import { lockStore } from '../store/store.repository.ts'
import type { Threads } from '../threads/threads.ts'
import { findLatestRelease, findReleasedPlan, insertRelease, type ReleasedPlan } from './releases.repository.ts'
import { checkPlan, compareSets } from './review.ts'

export interface ReleasesService {
  review(again: number | null): Promise<ReviewAnswer>
  /** Makes the reviewed plan the one that the shop follows. */
  release(request: ReleaseRequest, by: string): Promise<ReleaseSummary>
}

export interface ReleasesDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
}

export function createReleasesService({ database, plans, threads, clock }: ReleasesDeps): ReleasesService {
  return {
    review: (again) => threads.run('review', { now: clock.now(), again }),
    async release({ note, planRevision, again = null }, by) {
      const { plan } = await plans.get(again === null ? 'working' : String(again))
      const problems = checkPlan(plan)
      if (problems.length > 0) throw new AppError('plan-has-problems', { problems })
      return database.transaction(async (transaction) => {
        const current = await lockStore(transaction)
        if (current.planRevision !== planRevision) throw new AppError('stale-plan')
        const content: ReleasedPlan =
          again === null ? await loadWorkingPlan(transaction, current.store) : await getReleasedPlan(transaction, again)
        const latest = await findLatestRelease(transaction)
        await refuseSame(transaction, content, latest?.number)
        const at = clock.now()
        const number = (latest?.number ?? 0) + 1
        const release = {
          number,
          at: new Date(at).toISOString(),
          by,
          note,
          again,
          promotions: content.promotions.length,
        }
        await insertRelease(transaction, release, content)
        await recordActivity(transaction, {
          at,
          by,
          action: 'release',
          subject: `release ${number}`,
          detail: { note, again },
        })
        return release
      })
    },
  }
}

async function getReleasedPlan(
  connection: Parameters<typeof findReleasedPlan>[0],
  number: number,
): Promise<ReleasedPlan> {
  const plan = await findReleasedPlan(connection, number)
  if (!plan) throw new AppError('not-found', { facts: { kind: 'release', id: String(number) } })
  return plan
}

async function refuseSame(
  connection: Parameters<typeof findReleasedPlan>[0],
  content: ReleasedPlan,
  latest: number | undefined,
): Promise<void> {
  if (latest === undefined) return
  const { store, promotions, sets } = await getReleasedPlan(connection, latest)
  const isSame = JSON.stringify(store) === JSON.stringify(content.store) && compareSets(sets, content.sets).length === 0
  if (isSame && comparePromotions(promotions, content.promotions).length === 0) throw new AppError('nothing-to-release')
}
