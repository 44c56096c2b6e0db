import { dequal } from 'dequal'
import type { InShopAnswer, ReleaseRequestRecord, ReleaseRequest, ReleaseSummary } from '@novalex/contract'
import { toIso, comparePromotions, type Instant } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { loadCatalogue } from '../../data/catalogue/index.ts'
import { ensureCounts } from '../../data/counts/index.ts'
import { readJudgedOn } from '../findings/basis.ts'
import type { Ground } from '../../data/findings/index.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { loadWorkingPlan, type PlanSource } from '../../sources/plans/planSource.ts'
import { settleShownPrices } from '../../sources/history/settleShownPrices.ts'
import { lockStore, type StoreRecord } from '../../data/store/index.ts'
import {
  findLatestRelease,
  getReleasedPlan,
  insertRelease,
  lockPending,
  type ReleasedPlan,
  settlePreparation,
} from '../../data/releases/index.ts'
import { checkPlan, compareSets } from './review.ts'

export interface ReleaseTask {
  /** Request to release the plan, or approval of another person's preparation. */
  readonly request: ReleaseRequest | { readonly approves: string }
  readonly by: string
  readonly at: Instant
  /** State on which the findings were judged; see `readJudgedOn`. */
  readonly judgedOn: string
  /** The findings that hold it back. */
  readonly stops: readonly string[]
  /** Why it is made although it brings what deserves a look. */
  readonly grounds: readonly Ground[]
}

/** A plan as findings and sources name it. */
export const toPlanName = (again: number | null): string => (again === null ? 'working' : String(again))

/** A request to release that is allowed. */
interface ReadRequest {
  readonly prepared: ReleaseRequestRecord | null
  readonly note: string
  /** The older release that is restored; null: the working plan. */
  readonly again: number | null
}

/**
 * Refuses a request that could not be released whatever its findings: as `not-found`, `already-decided`, `approval-required`, `own-request`, or
 * `stale-plan`. Within a release's transaction it holds the preparation until the end.
 */
export async function readReleaseRequest(
  connection: Connection,
  { planRevision: present, requiresApproval }: Pick<StoreRecord, 'planRevision' | 'requiresApproval'>,
  { request, by }: Pick<ReleaseTask, 'request' | 'by'>,
): Promise<ReadRequest> {
  const prepared = 'approves' in request ? await lockPending(connection, request.approves) : null
  if (requiresApproval && !prepared) throw new AppError('approval-required')
  if (requiresApproval && prepared?.by === by) throw new AppError('own-request')
  const { note, planRevision, again = null } = prepared ?? (request as ReleaseRequest)
  if (present !== planRevision) throw new AppError('stale-plan')
  return { prepared, note, again }
}

/**
 * Releases the working plan, or an older release again, in one transaction: checked, and what the shop showed until now written down. Refused as
 * `readReleaseRequest` says, as `check-superseded` where anything that its findings follow from is not as it was judged, as `plan-has-problems` or
 * `blocking-findings`.
 */
export async function releasePlan(
  database: Database,
  plans: PlanSource,
  { request, by, at, judgedOn, stops, grounds }: ReleaseTask,
): Promise<ReleaseSummary> {
  return transact(database, async (transaction) => {
    const current = await lockStore(transaction)
    const { prepared, note, again } = await readReleaseRequest(transaction, current, { request, by })
    if (judgedOn !== (await readJudgedOn(transaction, toPlanName(again)))) throw new AppError('check-superseded')
    const older = again === null ? null : await plans.get(String(again))
    const working = await plans.getLocked(transaction, current)
    const problems = checkPlan((older ?? working).plan)
    if (problems.length > 0) throw new AppError('plan-has-problems', { problems })
    if (stops.length > 0) throw new AppError('blocking-findings', { facts: { findings: stops } })
    const content: ReleasedPlan =
      again === null ? await loadWorkingPlan(transaction, current.store) : await getReleasedPlan(transaction, again)
    const latest = await findLatestRelease(transaction)
    await refuseSame(transaction, content, latest?.number)
    await settleShownPrices(transaction, current, { catalogue: () => loadCatalogue(transaction), at })
    const number = (latest?.number ?? 0) + 1
    const promotions = content.promotions.length
    const release = {
      number,
      at: toIso(at),
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
      note,
      again,
      ...(prepared ? { preparedBy: prepared.by } : {}),
      ...(grounds.length > 0 ? { setAside: grounds } : {}),
    }
    await recordActivity(transaction, { at, by, action: 'publish-release', subject: `release ${number}`, detail })
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
  const isSame = dequal(store, content.store) && compareSets(sets, content.sets).length === 0
  if (isSame && comparePromotions(promotions, content.promotions).length === 0) throw new AppError('nothing-to-release')
}
