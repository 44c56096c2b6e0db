import type { CampaignRecord, PromotionDraft, PromotionRecord, PromotionUpdate } from '@novalex/contract'
import { checkPromotion, checkIntent, createProblem, type Problem, type Promotion } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import type { Clock } from '../clock.ts'
import { createId } from '../createId.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { AppError, refuseIfAny } from '../http/AppError.ts'
import type { PlanSource } from '../plan/planSource.ts'
import { countPlanRevision, lockStore } from '../store/store.repository.ts'
import {
  findPromotion,
  insertCampaign,
  insertPromotion,
  listCampaigns,
  listPromotions,
  markDeleted,
  nextRank,
  saveRanks,
  updatePromotion,
} from './promotions.repository.ts'

export interface PromotionsService {
  get(id: string): Promise<PromotionRecord>
  create(draft: PromotionDraft, by: string): Promise<PromotionRecord>
  /** Refused as `stale-version`, with the present record, if the version is not the present one. */
  update(id: string, update: PromotionUpdate, by: string): Promise<PromotionRecord>
  remove(id: string, version: number, by: string): Promise<void>
  /** Takes deleting back. */
  restore(id: string, by: string): Promise<PromotionRecord>
  /** Puts a promotion before another one in the order of ranks, or at the end. Those between move by one. */
  moveBefore(id: string, before: string | null, by: string): Promise<PromotionRecord>
  createCampaign(draft: Pick<CampaignRecord, 'name' | 'goal'>, by: string): Promise<CampaignRecord>
}

interface PromotionsDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
}

export function createPromotionsService({ database, plans, clock }: PromotionsDeps): PromotionsService {
  async function check(promotion: Promotion, campaign: string | null): Promise<void> {
    const { plan } = await plans.get('working')
    refuseIfAny([
      ...checkPromotion(promotion, plan),
      ...checkIntent(promotion, plan),
      ...(await checkCampaign(database, campaign)),
    ])
  }

  /** One change of the working plan: the store is locked, the revision counted, the activity noted. */
  async function change<T>(
    note: { by: string; action: string; subject: string },
    work: (transaction: Connection, at: number) => Promise<{ result: T; detail: unknown }>,
  ): Promise<T> {
    return database.transaction(async (transaction) => {
      await lockStore(transaction)
      const at = clock.now()
      const { result, detail } = await work(transaction, at)
      await countPlanRevision(transaction)
      await recordActivity(transaction, { ...note, at, detail })
      return result
    })
  }

  return {
    get: (id) => getPromotion(database, id),
    async create({ campaign, note, ...fields }, by) {
      const id = createId()
      await check({ id, rank: 1, ...fields }, campaign)
      return change({ by, action: 'create-promotion', subject: id }, async (transaction, at) => {
        const promotion = { id, rank: await nextRank(transaction), ...fields }
        const record = { promotion, campaign, note, version: 1, updatedAt: new Date(at).toISOString(), updatedBy: by }
        await insertPromotion(transaction, record)
        return { result: record, detail: { name: promotion.name } }
      })
    },
    async update(id, { version, campaign, note, ...fields }, by) {
      const { rank } = (await getPromotion(database, id)).promotion
      await check({ id, rank, ...fields }, campaign)
      return change({ by, action: 'change-promotion', subject: id }, async (transaction, at) => {
        const before = await getPromotion(transaction, id)
        refuseStale(before, version)
        const promotion = { id, rank: before.promotion.rank, ...fields }
        const updatedAt = new Date(at).toISOString()
        const record = { promotion, campaign, note, version: version + 1, updatedAt, updatedBy: by }
        await updatePromotion(transaction, record)
        return { result: record, detail: { name: promotion.name, before: before.promotion, after: promotion } }
      })
    },
    async remove(id, version, by) {
      await change({ by, action: 'delete-promotion', subject: id }, async (transaction, at) => {
        const before = await getPromotion(transaction, id)
        refuseStale(before, version)
        await markDeleted(transaction, { ...before, version: version + 1 }, new Date(at))
        return { result: null, detail: { name: before.promotion.name } }
      })
    },
    async restore(id, by) {
      return change({ by, action: 'restore-promotion', subject: id }, async (transaction) => {
        const before = await findPromotion(transaction, id, { deleted: true })
        if (!before) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
        const record = { ...before, version: before.version + 1 }
        await markDeleted(transaction, record, null)
        return { result: record, detail: { name: record.promotion.name } }
      })
    },
    async moveBefore(id, before, by) {
      return change({ by, action: 'rank-promotion', subject: id }, async (transaction) => {
        const { promotion } = await getPromotion(transaction, id)
        const records = await listPromotions(transaction)
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
    async createCampaign({ name, goal }, by) {
      const campaign = { id: createId(), name, goal, version: 1 }
      return change({ by, action: 'create-campaign', subject: campaign.id }, async (transaction) => {
        await insertCampaign(transaction, campaign)
        return { result: campaign, detail: { name } }
      })
    },
  }
}

async function getPromotion(connection: Connection, id: string): Promise<PromotionRecord> {
  const record = await findPromotion(connection, id)
  if (!record) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  return record
}

function refuseStale(present: PromotionRecord, version: number): void {
  if (present.version !== version) throw new AppError('stale-version', { facts: { present } })
}

async function checkCampaign(connection: Connection, id: string | null): Promise<Problem[]> {
  if (id === null) return []
  const campaigns = await listCampaigns(connection)
  return campaigns.some((campaign) => campaign.id === id) ? [] : [createProblem('unknown-campaign', 'campaign', { id })]
}
