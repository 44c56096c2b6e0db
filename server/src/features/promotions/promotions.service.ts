import type { PromotionDraft, PromotionRecord, PromotionUpdate, RankRequest } from '@novalex/contract'
import {
  toIso,
  checkIntent,
  checkPromotion,
  computeStatus,
  createProblem,
  findOccasionPlaces,
  followDates,
  type Problem,
  type Promotion,
} from '@novalex/core'
import { findCampaign } from '../../data/campaigns/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { refuseStale } from '../../data/versioned/index.ts'
import { datesOf, OCCASIONS } from '../../data/occasions/index.ts'
import { changePlan, type ChangeScope } from '../../sources/plans/changePlan.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import {
  findPromotion,
  getPromotion,
  insertPromotion,
  listPromotions,
  markDeleted,
  nextRank,
  saveRanks,
  updatePromotion,
} from '../../data/promotions/index.ts'

export interface PromotionsService {
  get(id: string): Promise<PromotionRecord>
  create(draft: PromotionDraft, by: string): Promise<PromotionRecord>
  /** Refused as `stale-version`, with the present record, if the version is not the present one. */
  update(id: string, update: PromotionUpdate, by: string): Promise<PromotionRecord>
  remove(id: string, version: number, by: string): Promise<void>
  /** Takes deleting back. */
  restore(id: string, version: number, by: string): Promise<PromotionRecord>
  /** Puts a promotion before another one in the order of ranks, or at the end. Those between move by one. */
  moveBefore(id: string, move: RankRequest, by: string): Promise<PromotionRecord>
}

interface PromotionsDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
}

export function createPromotionsService(deps: PromotionsDeps): PromotionsService {
  const { database, plans } = deps

  /** Refuses what can't stand in the plan as it is under the lock, so that nothing it names can go meanwhile. */
  async function check({ transaction, store, at }: ChangeScope, record: Checked): Promise<void> {
    const { promotion, archived } = record
    const { plan } = await plans.getLocked(transaction, store)
    refuseIfAny([
      ...checkPromotion(promotion, plan),
      ...checkIntent(promotion, plan),
      ...(await checkSurroundings(transaction, record)),
      ...(archived ? checkArchivable(promotion, plan.store.timeZone, at) : []),
    ])
  }

  return {
    get: (id) => getPromotion(database, id),
    async create({ campaign, occasion, archived, note, ...fields }, by) {
      const id = createId()
      return changePlan(deps, { by, action: 'create-promotion', subject: id }, async (scope) => {
        const { transaction, at } = scope
        const promotion = { id, rank: await nextRank(transaction), ...fields }
        const stamp = { version: 1, updatedAt: toIso(at), updatedBy: by }
        const record = { promotion, campaign, occasion, archived, note, ...stamp }
        await check(scope, record)
        await insertPromotion(transaction, record)
        return { result: record, detail: { name: promotion.name } }
      })
    },
    async update(id, { version, campaign, occasion, archived, note, ...fields }, by) {
      return changePlan(deps, { by, action: 'change-promotion', subject: id }, async (scope) => {
        const { transaction, at } = scope
        const before = await getPromotion(transaction, id)
        refuseStale(before, version)
        const promotion = { id, rank: before.promotion.rank, ...fields }
        const updatedAt = toIso(at)
        const stamp = { version, updatedAt, updatedBy: by }
        const record = { promotion, campaign, occasion, archived, note, ...stamp }
        await check(scope, record)
        const result = await updatePromotion(transaction, record)
        return { result, detail: { name: promotion.name, before: before.promotion, after: promotion } }
      })
    },
    async remove(id, version, by) {
      await changePlan(deps, { by, action: 'delete-promotion', subject: id }, async ({ transaction, at }) => {
        const before = await getPromotion(transaction, id)
        await markDeleted(transaction, { ...before, version }, new Date(at))
        return { result: null, detail: { name: before.promotion.name } }
      })
    },
    async restore(id, version, by) {
      return changePlan(deps, { by, action: 'restore-promotion', subject: id }, async (scope) => {
        const { transaction } = scope
        const before = await findPromotion(transaction, id, { deleted: true })
        if (!before) {
          const present = await findPromotion(transaction, id)
          if (present) throw new AppError('stale-version', { facts: { present } })
          throw new AppError('not-found', { facts: { kind: 'promotion', id } })
        }
        refuseStale(before, version)
        const promotion = await followPresent(transaction, before)
        const record = { ...before, promotion }
        await check(scope, { ...record, archived: false })
        const result = await markDeleted(transaction, record, null)
        return { result, detail: { name: promotion.name } }
      })
    },
    async moveBefore(id, { before, version }, by) {
      return changePlan(deps, { by, action: 'rank-promotion', subject: id }, async ({ transaction }) => {
        const present = await getPromotion(transaction, id)
        const { promotion } = present
        await updatePromotion(transaction, { ...present, version })
        const records = await listPromotions(transaction, { archived: true })
        const ranks = records.map((record) => record.promotion.rank)
        const others = records.map((record) => record.promotion.id).filter((other) => other !== id)
        const place = before === null ? others.length : others.indexOf(before)
        if (place < 0) throw new AppError('not-found', { facts: { kind: 'promotion', id: before } })
        const ordered = others.toSpliced(place, 0, id)
        const moved = records.filter((record, at) => record.promotion.id !== ordered[at])
        const rankOf = new Map(ordered.map((one, at) => [one, ranks[at]!]))
        await saveRanks(
          transaction,
          new Map(moved.map((record) => [record.promotion.id, rankOf.get(record.promotion.id)!])),
        )
        const result = await getPromotion(transaction, id)
        return { result, detail: { name: promotion.name, before: promotion.rank, after: result.promotion.rank } }
      })
    },
  }
}

type Checked = Pick<PromotionRecord, 'promotion' | 'campaign' | 'occasion' | 'archived'>

/** Checks a promotion's campaign, and that its dates and texts match its occasion. */
async function checkSurroundings(
  connection: Connection,
  { promotion: { schedule, display = {} }, campaign, occasion }: Checked,
): Promise<Problem[]> {
  const problems: Problem[] =
    occasion === null
      ? findOccasionPlaces(display).map((key) => createProblem('place-without-occasion', `display.${key}`))
      : []
  if (campaign !== null && !(await findCampaign(connection, campaign)))
    problems.push(createProblem('unknown-campaign', 'campaign', { id: campaign }))
  if (occasion === null) return schedule.open ? [...problems, createProblem('not-allowed', 'schedule.open')] : problems
  const known = (await OCCASIONS.list(connection)).find(({ id }) => id === occasion)
  if (!known) return [...problems, createProblem('unknown-occasion', 'occasion', { id: occasion })]
  const { start, end, open } = followDates(schedule, datesOf(known.content))
  const isSame = schedule.start === start && schedule.end === end && schedule.open === open
  return isSame ? problems : [...problems, createProblem('follows-occasion', 'schedule', { name: known.name })]
}

/** With the dates that its occasion has by now. */
async function followPresent(connection: Connection, { promotion, occasion }: PromotionRecord): Promise<Promotion> {
  if (occasion === null) return promotion
  const { content } = await OCCASIONS.get(connection, occasion)
  return { ...promotion, schedule: followDates(promotion.schedule, datesOf(content)) }
}

/** Rejects archiving a promotion that is live or scheduled. */
function checkArchivable(promotion: Promotion, zone: string, now: number): Problem[] {
  const status = computeStatus(promotion, zone, now)
  return status === 'running' || status === 'scheduled' ? [createProblem('still-running', 'archived')] : []
}
