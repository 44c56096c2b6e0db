import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { FindingsService } from './findings.service.ts'

type Own = 'listFindings' | 'dismissFinding' | 'reopenFinding'

interface Deps {
  readonly findings: FindingsService
}

export function createFindingsHandlers({ findings }: Deps): HandlersOf<Own> {
  return {
    listFindings: ({ query }) => findings.list(query.release ?? null),
    dismissFinding: async ({ params, body, by }) => {
      await findings.setAside(params.id, body.why, by)
    },
    reopenFinding: async ({ params, by }) => {
      await findings.takeUp(params.id, by)
    },
  }
}
