import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { listCampaigns } from '../../data/campaigns/campaigns.repository.ts'
import type { CampaignsService } from './campaigns.service.ts'

type Own = 'listCampaigns' | 'createCampaign' | 'updateCampaign' | 'deleteCampaign'

export function createCampaignsHandlers(database: Database, campaigns: CampaignsService): HandlersOf<Own> {
  return {
    listCampaigns: () => listCampaigns(database),
    createCampaign: ({ body, by }) => campaigns.create(body, by),
    updateCampaign: ({ params, body, by }) => campaigns.update(params.id, body, by),
    deleteCampaign: async ({ params, query, by }) => {
      await campaigns.remove(params.id, Number(query.version), by)
    },
  }
}
