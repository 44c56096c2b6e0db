import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { SetsService } from './sets.service.ts'

type Own = 'listSets' | 'createSet' | 'updateSet' | 'deleteSet'

interface Deps {
  readonly sets: SetsService
}

export function createSetsHandlers({ sets }: Deps): HandlersOf<Own> {
  return {
    listSets: () => sets.list(),
    createSet: ({ body, by }) => sets.create(body, by),
    updateSet: ({ params, body, by }) => sets.update(params.id, body, by),
    deleteSet: async ({ params, query, by }) => {
      await sets.remove(params.id, Number(query.version), by)
    },
  }
}
