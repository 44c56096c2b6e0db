import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { OccasionsService } from './occasions.service.ts'

type Own = 'listOccasions' | 'createOccasion' | 'updateOccasion' | 'deleteOccasion'

interface Deps {
  readonly occasions: OccasionsService
}

export function createOccasionsHandlers({ occasions }: Deps): HandlersOf<Own> {
  return {
    listOccasions: () => occasions.list(),
    createOccasion: ({ body, by }) => occasions.create(body, by),
    updateOccasion: ({ params, body, by }) => occasions.update(params.id, body, by),
    deleteOccasion: async ({ params, query, by }) => {
      await occasions.remove(params.id, Number(query.version), by)
    },
  }
}
