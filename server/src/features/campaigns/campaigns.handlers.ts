import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { listCampaigns } from '../../data/campaigns/index.ts'
import type { CampaignsService } from './campaigns.service.ts'

type Own = 'listCampaigns' | 'createCampaign' | 'updateCampaign' | 'deleteCampaign'

interface Deps {
  readonly database: Database
  readonly campaigns: CampaignsService
}

export function createCampaignsHandlers({ database, campaigns }: Deps): HandlersOf<Own> {
  return {
    listCampaigns: () => listCampaigns(database),
    createCampaign: ({ body, by }) => campaigns.create(body, by),
    updateCampaign: ({ params, body, by }) => campaigns.update(params.id, body, by),
    deleteCampaign: async ({ params, query, by }) => {
      await campaigns.remove(params.id, Number(query.version), by)
    },
  }
}
