import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { listPromotions } from '../../data/promotions/index.ts'
import type { PromotionsService } from './promotions.service.ts'

type Own =
  | 'listPromotions'
  | 'createPromotion'
  | 'getPromotion'
  | 'updatePromotion'
  | 'deletePromotion'
  | 'restorePromotion'
  | 'rankPromotion'

interface Deps {
  readonly database: Database
  readonly promotions: PromotionsService
}

export function createPromotionsHandlers({ database, promotions }: Deps): HandlersOf<Own> {
  return {
    listPromotions: () => listPromotions(database, { archived: true }),
    createPromotion: ({ body, by }) => promotions.create(body, by),
    getPromotion: ({ params }) => promotions.get(params.id),
    updatePromotion: ({ params, body, by }) => promotions.update(params.id, body, by),
    deletePromotion: async ({ params, query, by }) => {
      await promotions.remove(params.id, Number(query.version), by)
    },
    restorePromotion: ({ params, query, by }) => promotions.restore(params.id, Number(query.version), by),
    rankPromotion: ({ params, body, by }) => promotions.moveBefore(params.id, body, by),
  }
}
