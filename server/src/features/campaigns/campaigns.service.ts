import type { CampaignDraft, CampaignRecord, CampaignUpdate } from '@novalex/contract'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { refuseStale } from '../../data/versioned/index.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { changePlan } from '../../sources/plans/changePlan.ts'
import { forgetIn, listPromotions } from '../../data/promotions/index.ts'
import { deleteCampaign, getCampaign, insertCampaign, updateCampaign } from '../../data/campaigns/index.ts'

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
        const present = await getCampaign(transaction, id)
        const result = await updateCampaign(transaction, { id, ...update })
        return { result, detail: { name: result.name, before: present, after: result } }
      })
    },
    async remove(id, version, by) {
      await changePlan(deps, { by, action: 'delete-campaign', subject: id }, async ({ transaction }) => {
        const present = await getCampaign(transaction, id)
        refuseStale(present, version)
        const { name } = present
        const promotions = (await listPromotions(transaction, { archived: true }))
          .filter(({ campaign }) => campaign === id)
          .map(({ promotion }) => promotion.name)
        if (promotions.length > 0) throw new AppError('in-use', { facts: { name, promotions } })
        await forgetIn(transaction, 'campaign', id)
        await deleteCampaign(transaction, present)
        return { result: null, detail: { name } }
      })
    },
  }
}
