import type { InShopAnswer, ReleaseRequestRecord, ReleaseRequest, ReleaseSummary } from '@novalex/contract'
import { toIso, comparePromotions, createProblem, listChanges, type Instant } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { loadCatalogue } from '../../data/catalogue/index.ts'
import { ensureCounts } from '../../data/counts/index.ts'
import { readJudgedOn } from '../findings/basis.ts'
import type { Ground } from '../../data/findings/index.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import {
  applyChoice,
  getChoice,
  readChoiceStamp,
  readDifferences,
  readReleased,
  readStamps,
} from '../../sources/plans/chosenPlan.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { settleShownPrices } from '../../sources/history/settleShownPrices.ts'
import { getStore, lockStore, type StoreRecord } from '../../data/store/index.ts'
import {
  findLatestRelease,
  getReleasedPlan,
  insertRelease,
  isChoice,
  lockPending,
  saveChoice,
  type ReleasedPlan,
  settlePreparation,
} from '../../data/releases/index.ts'
import { checkPlan } from './review.ts'

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

/** A request to release that is allowed. */
interface ReadRequest {
  readonly prepared: ReleaseRequestRecord | null
  readonly note: string
  /** The older release that is restored; null: the working plan, or some of it. */
  readonly again: number | null
  /** What it makes live, as findings and sources name it: `working`, an older release by its number, or a choice. */
  readonly plan: string
}

interface Requested extends Pick<ReleaseTask, 'request' | 'by' | 'at'> {
  readonly store: Pick<StoreRecord, 'planRevision' | 'requiresApproval'>
}

/**
 * Refuses a request that could not be released whatever its findings: as `not-found`, `already-decided`, `approval-required`, `own-request`,
 * `stale-plan`, or `changes-edited`. Within a release's transaction it holds the preparation until the end.
 */
export async function readReleaseRequest(
  connection: Connection,
  { store: { planRevision: present, requiresApproval }, request, by, at }: Requested,
): Promise<ReadRequest> {
  const pending = 'approves' in request ? await lockPending(connection, request.approves) : null
  if (requiresApproval && !pending) throw new AppError('approval-required')
  if (!pending) {
    const own = request as ReleaseRequest
    const { note, again = null } = own
    const stamps = await readRequested(connection, own, present)
    return { prepared: null, note, again, plan: await toPlanName(connection, { again, stamps, at }) }
  }
  const { preparation: prepared, stamps } = pending
  const { note, again } = prepared
  if (requiresApproval && prepared.by === by) throw new AppError('own-request')
  if (stamps === null && prepared.planRevision !== present) throw new AppError('stale-plan')
  const asked = stamps && new Map(Object.entries(stamps))
  const edited = asked ? await findEdited(connection, asked) : []
  if (edited.length > 0) throw new AppError('changes-edited', { facts: { changes: edited } })
  return { prepared, note, again, plan: await toPlanName(connection, { again, stamps: asked, at }) }
}

/**
 * Returns what a request takes over from the working plan, as it is now; null for a whole plan. Throws `stale-plan` where that is not what was
 * reviewed, and `not-found` for what is no change.
 */
export async function readRequested(
  connection: Connection,
  { planRevision, changes = 'all', stamp, again }: ReleaseRequest,
  present: number,
): Promise<ReadonlyMap<string, string> | null> {
  if (changes === 'all') {
    if (planRevision !== present) throw new AppError('stale-plan')
    return null
  }
  if (again !== undefined) refuseIfAny([createProblem('not-allowed', 'changes')])
  const choice = { changes }
  const isSeen =
    planRevision === present || (stamp !== undefined && stamp === (await readChoiceStamp(connection, choice)))
  if (!isSeen) throw new AppError('stale-plan')
  applyChoice(await readDifferences(connection, await getStore(connection)), choice, { isExact: true })
  return readStamps(connection, changes)
}

/** The ids of requested changes that do not look as they did when they were put forward. */
export async function findEdited(connection: Connection, stamps: ReadonlyMap<string, string>): Promise<string[]> {
  const present = await readStamps(connection, [...stamps.keys()])
  return [...stamps].flatMap(([id, stamp]) => (present.get(id) === stamp ? [] : id))
}

async function toPlanName(
  connection: Connection,
  { again, stamps, at }: { again: number | null; stamps: ReadonlyMap<string, string> | null; at: Instant },
): Promise<string> {
  if (again !== null) return String(again)
  return stamps ? saveChoice(connection, { changes: [...stamps.keys()] }, at) : 'working'
}

/** What goes into a release, and which changes that takes over; null: a whole plan. */
async function readContent(
  transaction: Connection,
  store: StoreRecord,
  { again, plan }: Pick<ReadRequest, 'again' | 'plan'>,
): Promise<{ readonly content: ReleasedPlan; readonly taken: readonly string[] | null }> {
  const differences = await readDifferences(transaction, store)
  const { live, working } = differences
  if (isChoice(plan)) return applyChoice(differences, await getChoice(transaction, plan))
  const content = again === null ? working : await getReleasedPlan(transaction, again)
  const compared = again === null ? working : await readReleased(transaction, again, working)
  const isSame = listChanges(live, compared).length === 0 && (await findLatestRelease(transaction)) !== undefined
  if (isSame) throw new AppError('nothing-to-release')
  return { content, taken: null }
}

/**
 * Releases the working plan, some of its changes, or an older release again, in one transaction: checked, and what the shop showed until now written
 * down. Refused as `readReleaseRequest` says, as `check-superseded` where anything that its findings follow from is not as it was judged, as
 * `changes-needed`, `nothing-to-release`, `plan-has-problems` or `blocking-findings`.
 */
export async function releasePlan(
  database: Database,
  plans: PlanSource,
  { request, by, at, judgedOn, stops, grounds }: ReleaseTask,
): Promise<ReleaseSummary> {
  return transact(database, async (transaction) => {
    const current = await lockStore(transaction)
    const { prepared, note, again, plan } = await readReleaseRequest(transaction, { store: current, request, by, at })
    if (judgedOn !== (await readJudgedOn(transaction, plan))) throw new AppError('check-superseded')
    const { content, taken } = await readContent(transaction, current, { again, plan })
    if (taken?.length === 0) throw new AppError('nothing-to-release')
    const problems = checkPlan((await plans.getLocked(transaction, current, plan)).plan)
    if (problems.length > 0) throw new AppError('plan-has-problems', { problems })
    if (stops.length > 0) throw new AppError('blocking-findings', { facts: { findings: stops } })
    const latest = await findLatestRelease(transaction)
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
      changes: taken && [...taken],
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
      ...(taken ? { changes: taken } : {}),
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
