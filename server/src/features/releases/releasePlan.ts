import type { InShopAnswer, ReleaseSummary } from '@novalex/contract'
import { comparePromotions, listChanges, patchPlan, toIso, type Instant } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { loadCatalogue } from '../../data/catalogue/index.ts'
import { ensureCounts } from '../../data/counts/index.ts'
import type { Ground } from '../../data/findings/index.ts'
import {
  findLatestRelease,
  getReleasedPlan,
  insertRelease,
  settlePreparation,
  type ReleasedPlan,
} from '../../data/releases/index.ts'
import { lockStore } from '../../data/store/index.ts'
import { queueWebhooks } from '../../data/webhooks/index.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { settleShownPrices } from '../../sources/history/settleShownPrices.ts'
import { applyChoice, readDifferences, readReleased, type Differences } from '../../sources/plans/chosenPlan.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { readJudgedOn } from '../findings/basis.ts'
import { isStop, writeToWorkingPlan } from './atOnce.ts'
import { namePlan, readReleaseRequest, type AnyRequest, type Wanted } from './releaseRequest.ts'
import { checkPlan } from './review.ts'

export interface ReleaseTask {
  readonly request: AnyRequest
  readonly by: string
  readonly at: Instant
  /** State on which the findings were judged, see `readJudgedOn`; null for what no finding holds back. */
  readonly judgedOn: string | null
  /** The findings that hold it back. */
  readonly stops: readonly string[]
  /** Why it is made although it brings what deserves a look. */
  readonly grounds: readonly Ground[]
}

/** What goes into a release, and which changes that takes over; null: not some of the changes. */
async function readContent(
  transaction: Connection,
  { live, working, changes }: Differences,
  wanted: Wanted,
): Promise<{ readonly content: ReleasedPlan; readonly taken: readonly string[] | null }> {
  switch (wanted.kind) {
    case 'changes': {
      const { content, taken } = applyChoice({ live, working, changes }, { changes: [...wanted.stamps.keys()] })
      if (taken.length === 0) throw new AppError('nothing-to-release')
      return { content, taken }
    }
    case 'atOnce':
      return { content: patchPlan(live, wanted.patch), taken: null }
    case 'all':
    case 'again': {
      const isAgain = wanted.kind === 'again'
      const content = isAgain ? await getReleasedPlan(transaction, wanted.release) : working
      const compared = isAgain ? await readReleased(transaction, wanted.release, working) : working
      const isSame = listChanges(live, compared).length === 0
      if (isSame && (await findLatestRelease(transaction))) throw new AppError('nothing-to-release')
      return { content, taken: null }
    }
    default:
      return wanted satisfies never
  }
}

/**
 * Releases the working plan, some of its changes, an older release again, or the live one with one promotion patched, in one transaction: checked, and
 * what the shop showed until now written down. Refused as `readReleaseRequest` says, as `check-superseded` where anything that its findings follow from
 * is not as it was judged, as `changes-needed`, `nothing-to-release`, `plan-has-problems` or `blocking-findings`. Nothing but the first holds a stop back.
 */
export async function releasePlan(
  database: Database,
  plans: PlanSource,
  { request, by, at, judgedOn, stops, grounds }: ReleaseTask,
): Promise<ReleaseSummary> {
  return transact(database, async (transaction) => {
    const store = await lockStore(transaction)
    const { prepared, note, wanted } = await readReleaseRequest(transaction, { store, request, by, at })
    const plan = await namePlan(transaction, wanted, at)
    const atOnce = wanted.kind === 'atOnce' ? wanted.named : null
    const isHeld = !(atOnce && isStop(atOnce))
    if (isHeld && judgedOn !== (await readJudgedOn(transaction, plan))) throw new AppError('check-superseded')
    const differences = await readDifferences(transaction, store)
    const { content, taken } = await readContent(transaction, differences, wanted)
    if (isHeld) {
      const problems = checkPlan((await plans.getLocked(transaction, store, plan)).plan, findTouched(wanted))
      if (problems.length > 0) throw new AppError('plan-has-problems', { problems })
      if (stops.length > 0) throw new AppError('blocking-findings', { facts: { findings: stops } })
    }
    const latest = await findLatestRelease(transaction)
    await settleShownPrices(transaction, store, { catalogue: () => loadCatalogue(transaction), at })
    const number = (latest?.number ?? 0) + 1
    const release: ReleaseSummary = {
      number,
      at: toIso(at),
      by,
      note,
      preparedBy: prepared?.by ?? null,
      again: wanted.kind === 'again' ? wanted.release : null,
      changes: taken && [...taken],
      atOnce,
      kept: [],
      promotions: content.promotions.length,
    }
    const since = await countSince(transaction, { latest: latest?.number ?? null, content, number })
    await insertRelease(transaction, release, { ...content, since })
    await ensureCounts(
      transaction,
      content.promotions.map(({ id }) => id),
    )
    if (prepared) await settlePreparation(transaction, prepared.id, { state: 'released', by, at, word: '' })
    const entry = { at, by, ...describe(release, grounds) }
    await recordActivity(transaction, entry)
    await queueWebhooks(transaction, { event: 'release.published', at, data: { release: number } })
    if (wanted.kind !== 'atOnce') return release
    const { live } = differences
    return { ...release, kept: await writeToWorkingPlan(transaction, { live, patch: wanted.patch, by, at }) }
  })
}

/** Since which release each promotion of a new one is as it is in it. */
async function countSince(
  transaction: Connection,
  { latest, content, number }: { latest: number | null; content: ReleasedPlan; number: number },
): Promise<Record<string, number>> {
  const before = latest === null ? null : await getReleasedPlan(transaction, latest)
  const changed = new Set(
    comparePromotions(before?.promotions ?? [], content.promotions).map(({ promotion: { id } }) => id),
  )
  return Object.fromEntries(
    content.promotions.map(({ id }) => [id, changed.has(id) ? number : (before?.since?.[id] ?? latest ?? number)]),
  )
}

/** The promotions that alone are touched, by id: what is wrong with others is no reason not to release these. Null: any may be. */
function findTouched(wanted: Wanted): ReadonlySet<string> | null {
  if (wanted.kind === 'atOnce') return new Set([wanted.named.promotion])
  if (wanted.kind !== 'changes') return null
  const ids = [...wanted.stamps.keys()].map((id) => /^promotion:(.*)$/s.exec(id)?.[1])
  return ids.every((id) => id !== undefined) ? new Set(ids as string[]) : null
}

const AT_ONCE = { pause: 'pause-at-once', end: 'end-at-once', extend: 'extend-at-once' } as const

/** A release as the activity log tells it: one at once by what it did to its promotion. */
function describe({ number, note, again, changes, preparedBy, atOnce }: ReleaseSummary, grounds: readonly Ground[]) {
  const more = {
    ...(preparedBy === null ? {} : { preparedBy }),
    ...(grounds.length > 0 ? { setAside: grounds } : {}),
  }
  if (atOnce) {
    const { act, promotion, name, end } = atOnce
    return { action: AT_ONCE[act], subject: promotion, detail: { name, release: number, end, note, ...more } }
  }
  const detail = { note, again, ...(changes ? { changes } : {}), ...more }
  return { action: 'publish-release' as const, subject: `release ${number}`, detail }
}

export async function compareWithShop(plans: PlanSource): Promise<InShopAnswer> {
  const promotionsOf = async (name: string) => (await plans.get(name)).plan.promotions.map(({ promotion }) => promotion)
  const before = await promotionsOf('live')
  const changes = comparePromotions(before, await promotionsOf('working'))
  const idsOf = (kind: string) => changes.filter((change) => change.kind === kind).map(({ promotion }) => promotion.id)
  const changed = new Set(idsOf('changed'))
  const live = before.filter(({ id }) => changed.has(id)).map(({ id, state, schedule }) => ({ id, state, schedule }))
  return { missing: idsOf('added'), changed: [...changed], live }
}
