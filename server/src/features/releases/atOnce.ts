import type { NamedAtOnce, ReleaseSummary } from '@novalex/contract'
import {
  computeStatus,
  createProblem,
  patchPromotion,
  toIso,
  toLivePatch,
  type AtOnce,
  type Instant,
  type LivePatch,
  type PlanContent,
} from '@novalex/core'
import { findPromotion, updatePromotion } from '../../data/promotions/index.ts'
import { countPlanRevision, type StoreRecord } from '../../data/store/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { readDifferences } from '../../sources/plans/chosenPlan.ts'

/** Whether neither a finding nor a second person holds an act back: stopping is always allowed. */
export const isStop = ({ act }: Pick<AtOnce, 'act'>): boolean => act !== 'extend'

/** What an act comes to at an instant. Throws `not-found`, `not-running`, or `invalid-input` where a new end is not later. */
export function resolveAtOnce(
  live: PlanContent,
  atOnce: AtOnce,
  { now, zone }: { readonly now: Instant; readonly zone: string },
): LivePatch {
  const { promotion: id } = atOnce
  const promotion = live.promotions.find((one) => one.id === id)
  if (!promotion) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  const patch = toLivePatch(atOnce, promotion, { now, zone })
  if (patch === 'not-running') {
    const status = computeStatus(promotion, zone, now)
    throw new AppError('not-running', { facts: { name: promotion.name, status } })
  }
  if (patch !== 'not-later') return patch
  refuseIfAny([createProblem('not-later', 'atOnce.end', { end: promotion.schedule.end ?? null })])
  throw new Error('refused above')
}

/** The same with the promotion's name and the end that it comes to. */
export async function nameAtOnce(
  connection: Connection,
  store: Pick<StoreRecord, 'store'>,
  { atOnce, now }: { readonly atOnce: AtOnce; readonly now: Instant },
): Promise<{ readonly named: NamedAtOnce; readonly patch: LivePatch }> {
  const { live } = await readDifferences(connection, store)
  const patch = resolveAtOnce(live, atOnce, { now, zone: store.store.timeZone })
  const { act, promotion } = atOnce
  const { name } = live.promotions.find((one) => one.id === promotion)!
  return { named: { act, promotion, name, end: 'end' in patch ? patch.end : null }, patch }
}

/** A stored act as it was asked for. */
export function toAtOnce({ act, promotion, end }: NamedAtOnce): AtOnce {
  return act === 'extend' ? { act, promotion, end: end! } : { act, promotion }
}

interface Written {
  readonly live: PlanContent
  readonly patch: LivePatch
  readonly by: string
  readonly at: Instant
}

/**
 * Writes the same into the working plan, unless that has an unreleased edit of the same field. Returns the fields that it kept; nothing for a promotion that
 * it does not have any more.
 */
export async function writeToWorkingPlan(
  transaction: Connection,
  { live, patch, by, at }: Written,
): Promise<ReleaseSummary['kept']> {
  const record = await findPromotion(transaction, patch.promotion)
  if (!record || record.archived) return []
  const { promotion } = record
  const before = live.promotions.find(({ id }) => id === patch.promotion)!
  const isState = 'state' in patch
  const isSame = isState
    ? promotion.state === before.state
    : promotion.schedule.end === before.schedule.end && promotion.schedule.open === before.schedule.open
  if (!isSame) return [isState ? 'state' : 'end']
  await updatePromotion(transaction, {
    ...record,
    promotion: patchPromotion(promotion, patch),
    occasion: isState ? record.occasion : null,
    updatedAt: toIso(at),
    updatedBy: by,
  })
  await countPlanRevision(transaction)
  return []
}
