import type { InShopAnswer, ReleaseRequest, ReleaseSummary, ReviewAnswer } from '@novalex/contract'
import { comparePromotions, type Instant } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import { loadCatalogue } from '../catalogue/catalogue.repository.ts'
import type { Clock } from '../clock.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import { loadWorkingPlan, type PlanSource } from '../plan/planSource.ts'
import { settleShownPrices } from '../prices/settleShownPrices.ts'
import { lockStore } from '../store/store.repository.ts'
import type { Answers } from '../threads/createAnswers.ts'
import type { Threads } from '../threads/threads.ts'
import { findLatestRelease, getReleasedPlan, insertRelease, type ReleasedPlan } from './releases.repository.ts'
import { checkPlan, compareSets } from './review.ts'

export interface ReleasesService {
  /** Which promotions of the working plan the shop has not, or has otherwise. */
  compare(): Promise<InShopAnswer>
  review(again: number | null): Promise<ReviewAnswer>
  /** Makes the reviewed plan the one that the shop follows. */
  release(request: ReleaseRequest, by: string): Promise<ReleaseSummary>
}

export interface ReleasesDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
  readonly clock: Clock
}

const MINUTE_MS = 60_000

export function createReleasesService({ plans, threads, answers, clock }: ReleasesDeps): ReleasesService {
  return {
    async compare() {
      const [live, working] = [await plans.get('live'), await plans.get('working')]
      return answers.of('inShop', `${live.key} ${working.key}`, {})
    },
    async review(again) {
      const [live, next] = [await plans.get('live'), await plans.get(again === null ? 'working' : String(again))]
      // Prices change at no finer grain.
      const now = Math.floor(clock.now() / MINUTE_MS) * MINUTE_MS
      return answers.of('review', `${live.key} ${next.key} ${next.planRevision}`, { now, again })
    },
    async release(request, by) {
      const summary = await threads.run('release', { request, by, at: clock.now() })
      plans.forgetRecent()
      return summary
    },
  }
}

export interface ReleaseTask {
  readonly request: ReleaseRequest
  readonly by: string
  readonly at: Instant
}

/** Releases the working plan, or an older release again, in one transaction: checked, and what the shop showed until now written down. */
export async function releasePlan(
  database: Database,
  plans: PlanSource,
  { request: { note, planRevision, again }, by, at }: ReleaseTask,
): Promise<ReleaseSummary> {
  const older = again === undefined ? null : await plans.get(String(again))
  return database.transaction(async (transaction) => {
    const current = await lockStore(transaction)
    if (current.planRevision !== planRevision) throw new AppError('stale-plan')
    const working = await plans.getLocked(transaction, current)
    const problems = checkPlan((older ?? working).plan)
    if (problems.length > 0) throw new AppError('plan-has-problems', { problems })
    const content: ReleasedPlan =
      again === undefined
        ? await loadWorkingPlan(transaction, current.store)
        : await getReleasedPlan(transaction, again)
    const latest = await findLatestRelease(transaction)
    await refuseSame(transaction, content, latest?.number)
    await settleShownPrices(transaction, current, { catalogue: () => loadCatalogue(transaction), at })
    const number = (latest?.number ?? 0) + 1
    const promotions = content.promotions.length
    const release = { number, at: new Date(at).toISOString(), by, note, again: again ?? null, promotions }
    await insertRelease(transaction, release, content)
    const detail = { note, again: release.again }
    await recordActivity(transaction, { at, by, action: 'release', subject: `release ${number}`, detail })
    return release
  })
}

export async function compareWithShop(plans: PlanSource): Promise<InShopAnswer> {
  const promotionsOf = async (name: string) => (await plans.get(name)).plan.promotions.map(({ promotion }) => promotion)
  const changes = comparePromotions(await promotionsOf('live'), await promotionsOf('working'))
  const idsOf = (kind: string) => changes.filter((change) => change.kind === kind).map(({ promotion }) => promotion.id)
  return { missing: idsOf('added'), changed: idsOf('changed') }
}

async function refuseSame(connection: Connection, content: ReleasedPlan, latest: number | undefined): Promise<void> {
  if (latest === undefined) return
  const { store, promotions, sets } = await getReleasedPlan(connection, latest)
  const isSame = JSON.stringify(store) === JSON.stringify(content.store) && compareSets(sets, content.sets).length === 0
  if (isSame && comparePromotions(promotions, content.promotions).length === 0) throw new AppError('nothing-to-release')
}
