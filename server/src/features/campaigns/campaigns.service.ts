import type { CampaignDraft, CampaignRecord, CampaignUpdate } from '@novalex/contract'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { refuseStale } from '../../platform/errors/refuseStale.ts'
import { changePlan } from '../../sources/plans/changePlan.ts'
import { forgetIn, listPromotions } from '../../data/promotions/promotions.repository.ts'
import {
  deleteCampaign,
  findCampaign,
  insertCampaign,
  updateCampaign,
} from '../../data/campaigns/campaigns.repository.ts'

export interface CampaignsService {
  create(draft: CampaignDraft, by: string): Promise<CampaignRecord>
  /** Refused as `stale-version`, with the present record, if the version is not the present one. */
  update(id: string, update: CampaignUpdate, by: string): Promise<CampaignRecord>
  /** Refused as `in-use`, saying by which promotions. */
  remove(id: string, version: number, by: string): Promise<void>
}

export function createCampaignsService(deps: { database: Database; clock: Clock }): CampaignsService {
  return {
    create(draft, by) {
      const campaign = { id: createId(), ...draft, version: 1 }
      return changePlan(deps, { by, action: 'create-campaign', subject: campaign.id }, async ({ transaction }) => {
        await insertCampaign(transaction, campaign)
        return { result: campaign, detail: { name: campaign.name } }
      })
    },
    update(id, update, by) {
      return changePlan(deps, { by, action: 'change-campaign', subject: id }, async ({ transaction }) => {
        const present = await getCampaign(transaction, id, update.version)
        const result = { id, ...update, version: update.version + 1 }
        await updateCampaign(transaction, result)
        return { result, detail: { name: result.name, before: present, after: result } }
      })
    },
    async remove(id, version, by) {
      await changePlan(deps, { by, action: 'delete-campaign', subject: id }, async ({ transaction }) => {
        const { name } = await getCampaign(transaction, id, version)
        const promotions = (await listPromotions(transaction, { archived: true }))
          .filter(({ campaign }) => campaign === id)
          .map(({ promotion }) => promotion.name)
        if (promotions.length > 0) throw new AppError('in-use', { facts: { name, promotions } })
        await forgetIn(transaction, 'campaign', id)
        await deleteCampaign(transaction, id)
        return { result: null, detail: { name } }
      })
    },
  }
}

/** Refused as `stale-version`, with the present record, if the version is not the present one. */
async function getCampaign(connection: Connection, id: string, version: number): Promise<CampaignRecord> {
  const campaign = await findCampaign(connection, id)
  if (!campaign) throw new AppError('not-found', { facts: { kind: 'campaign', id } })
  refuseStale(campaign, version)
  return campaign
}
