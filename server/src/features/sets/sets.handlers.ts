import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { SetsService } from './sets.service.ts'

export function createSetsHandlers(
  sets: SetsService,
): HandlersOf<'listSets' | 'createSet' | 'updateSet' | 'deleteSet'> {
  return {
    listSets: () => sets.list(),
    createSet: ({ body, by }) => sets.create(body, by),
    updateSet: ({ params, body, by }) => sets.update(params.id, body, by),
    deleteSet: async ({ params, query, by }) => {
      await sets.remove(params.id, Number(query.version), by)
    },
  }
}
