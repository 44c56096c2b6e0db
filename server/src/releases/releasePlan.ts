import type { InShopAnswer, ReleaseRequest, ReleaseSummary } from '@novalex/contract'
import { comparePromotions, type Instant } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import { loadCatalogue } from '../catalogue/catalogue.repository.ts'
import { ensureCounts } from '../counts/counts.repository.ts'
import type { Ground } from '../findings/findings.repository.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { transact } from '../db/transact.ts'
import { AppError } from '../errors/AppError.ts'
import { loadWorkingPlan, type PlanSource } from '../plan/planSource.ts'
import { settleShownPrices } from '../prices/settleShownPrices.ts'
import { lockStore } from '../store/store.repository.ts'
import { findLatestRelease, getReleasedPlan, insertRelease, type ReleasedPlan } from './releases.repository.ts'
import { lockWaiting, settlePreparation } from './preparations.ts'
import { checkPlan, compareSets } from './review.ts'

export interface ReleaseTask {
  /** What is to be released; or the preparation, by another, that is approved. */
  readonly request: ReleaseRequest | { readonly approves: string }
  readonly by: string
  readonly at: Instant
  /** The findings that hold it back, of the plan that was reviewed. */
  readonly stops: readonly string[]
  /** Why it is made although it brings what deserves a look. */
  readonly grounds: readonly Ground[]
}

/**
 * Releases the working plan, or an older release again, in one transaction: checked, and what the shop showed until now written down. Refused as
 * `stale-plan`, `plan-has-problems` or `findings-stop`; as `second-person-needed` or `own-preparation` where the store asks for two.
 */
export async function releasePlan(
  database: Database,
  plans: PlanSource,
  { request, by, at, stops, grounds }: ReleaseTask,
): Promise<ReleaseSummary> {
  return transact(database, async (transaction) => {
    const current = await lockStore(transaction)
    const prepared = 'approves' in request ? await lockWaiting(transaction, request.approves) : null
    if (current.secondPerson && !prepared) throw new AppError('second-person-needed')
    if (current.secondPerson && prepared?.by === by) throw new AppError('own-preparation')
    const { note, planRevision, again = null } = prepared ?? (request as ReleaseRequest)
    const older = again === null ? null : await plans.get(String(again))
    if (current.planRevision !== planRevision) throw new AppError('stale-plan')
    const working = await plans.getLocked(transaction, current)
    const problems = checkPlan((older ?? working).plan)
    if (problems.length > 0) throw new AppError('plan-has-problems', { problems })
    if (stops.length > 0) throw new AppError('findings-stop', { facts: { findings: stops } })
    const content: ReleasedPlan =
      again === null ? await loadWorkingPlan(transaction, current.store) : await getReleasedPlan(transaction, again)
    const latest = await findLatestRelease(transaction)
    await refuseSame(transaction, content, latest?.number)
    await settleShownPrices(transaction, current, { catalogue: () => loadCatalogue(transaction), at })
    const number = (latest?.number ?? 0) + 1
    const promotions = content.promotions.length
    const release = {
      number,
      at: new Date(at).toISOString(),
      by,
      note,
      preparedBy: prepared?.by ?? null,
      again,
      promotions,
    }
    await insertRelease(transaction, release, content)
    await ensureCounts(
      transaction,
      content.promotions.map(({ id }) => id),
    )
    if (prepared) await settlePreparation(transaction, prepared.id, { state: 'released', by, at, word: '' })
    const detail = {
      ...{ note, again },
      ...(prepared ? { preparedBy: prepared.by } : {}),
      ...(grounds.length > 0 ? { setAside: grounds } : {}),
    }
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
