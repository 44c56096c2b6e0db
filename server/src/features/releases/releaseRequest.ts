import type { NamedAtOnce, ReleaseRequest, ReleaseRequestRecord } from '@novalex/contract'
import { createProblem, type Instant, type LivePatch } from '@novalex/core'
import { lockPending, saveChoice } from '../../data/releases/index.ts'
import { getStore, type StoreRecord } from '../../data/store/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { applyChoice, readChoiceStamp, readDifferences, readStamps } from '../../sources/plans/chosenPlan.ts'
import { isStop, nameAtOnce, toAtOnce } from './atOnce.ts'

/** Request to release something, or approval of another person's request. */
export type AnyRequest = ReleaseRequest | { readonly approves: string }

/** What a release makes live: the working plan, some of its changes, an older release, or the live one with one promotion patched. */
export type Wanted =
  | { readonly kind: 'all' }
  /** With what each change looks like. */
  | { readonly kind: 'changes'; readonly stamps: ReadonlyMap<string, string> }
  | { readonly kind: 'again'; readonly release: number }
  | { readonly kind: 'atOnce'; readonly named: NamedAtOnce; readonly patch: LivePatch }

/** A request to release that is allowed. */
interface ReadRequest {
  readonly prepared: ReleaseRequestRecord | null
  readonly note: string
  readonly wanted: Wanted
}

interface Requested {
  readonly store: Pick<StoreRecord, 'planRevision' | 'requiresApproval' | 'store'>
  readonly request: AnyRequest
  readonly by: string
  readonly at: Instant
}

/**
 * Refuses a request that could not be released whatever its findings: as `not-found`, `already-decided`, `approval-required`, `own-request`,
 * `stale-plan`, `changes-edited`, or `not-running`. Within a release's transaction it holds the request for approval until the end.
 */
export async function readReleaseRequest(
  connection: Connection,
  { store, request, by, at }: Requested,
): Promise<ReadRequest> {
  const pending = 'approves' in request ? await lockPending(connection, request.approves) : null
  const act = pending ? pending.preparation.atOnce : (request as ReleaseRequest).atOnce
  const takesTwo = store.requiresApproval && !(act && isStop(act))
  if (takesTwo && !pending) throw new AppError('approval-required')
  if (!pending) {
    const own = request as ReleaseRequest
    return { prepared: null, note: own.note, wanted: await readWanted(connection, { store, request: own, at }) }
  }
  const { preparation: prepared, stamps } = pending
  const { note, again, atOnce, by: preparedBy, planRevision } = prepared
  if (takesTwo && preparedBy === by) throw new AppError('own-request')
  const asWanted = (wanted: Wanted): ReadRequest => ({ prepared, note, wanted })
  if (atOnce) {
    const { named, patch } = await nameAtOnce(connection, store, { atOnce: toAtOnce(atOnce), now: at })
    return asWanted({ kind: 'atOnce', named, patch })
  }
  if (stamps) {
    const asked = new Map(Object.entries(stamps))
    const edited = await findEdited(connection, asked)
    if (edited.length > 0) throw new AppError('changes-edited', { facts: { changes: edited } })
    return asWanted({ kind: 'changes', stamps: asked })
  }
  if (planRevision !== store.planRevision) throw new AppError('stale-plan')
  return asWanted(again === null ? { kind: 'all' } : { kind: 'again', release: again })
}

/**
 * Returns what a request asks for. Throws `stale-plan` where the plan is not as it was reviewed, `changes-needed`, `not-found` for what is no change or no
 * live promotion, `not-running`, and `invalid-input` for two things at once.
 */
export async function readWanted(
  connection: Connection,
  { store, request, at }: { store: Requested['store']; request: ReleaseRequest; at: Instant },
): Promise<Wanted> {
  const { planRevision, changes = 'all', stamp, again, atOnce } = request
  const isSome = changes !== 'all'
  if (isSome && again !== undefined) refuseIfAny([createProblem('not-allowed', 'changes')])
  if (atOnce) {
    if (isSome || again !== undefined) refuseIfAny([createProblem('not-allowed', 'atOnce')])
    return { kind: 'atOnce', ...(await nameAtOnce(connection, store, { atOnce, now: at })) }
  }
  const isPresent = planRevision === store.planRevision
  if (!isSome) {
    if (!isPresent) throw new AppError('stale-plan')
    return again === undefined ? { kind: 'all' } : { kind: 'again', release: again }
  }
  const isSeen = isPresent || (stamp !== undefined && stamp === (await readChoiceStamp(connection, { changes })))
  if (!isSeen) throw new AppError('stale-plan')
  applyChoice(await readDifferences(connection, await getStore(connection)), { changes }, { isExact: true })
  return { kind: 'changes', stamps: await readStamps(connection, changes) }
}

/** The ids of requested changes that do not look as they did when they were put forward. */
export async function findEdited(connection: Connection, stamps: ReadonlyMap<string, string>): Promise<string[]> {
  const present = await readStamps(connection, [...stamps.keys()])
  return [...stamps].flatMap(([id, stamp]) => (present.get(id) === stamp ? [] : id))
}

/** What is wanted as findings and sources name it: `working`, a release by its number, or a choice, which is kept. */
export async function namePlan(connection: Connection, wanted: Wanted, at: Instant): Promise<string> {
  switch (wanted.kind) {
    case 'all':
      return 'working'
    case 'again':
      return String(wanted.release)
    case 'changes':
      return saveChoice(connection, { changes: [...wanted.stamps.keys()] }, at)
    case 'atOnce':
      return saveChoice(connection, { patch: wanted.patch }, at)
    default:
      return wanted satisfies never
  }
}
