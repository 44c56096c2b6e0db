import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { FindingsService } from './findings.service.ts'

type Own = 'listFindings' | 'setFindingAside' | 'takeFindingUp'

interface Deps {
  readonly findings: FindingsService
}

export function createFindingsHandlers({ findings }: Deps): HandlersOf<Own> {
  return {
    listFindings: ({ query }) => findings.list(query.release ?? null),
    setFindingAside: async ({ params, body, by }) => {
      await findings.setAside(params.id, body.why, by)
    },
    takeFindingUp: async ({ params, by }) => {
      await findings.takeUp(params.id, by)
    },
  }
}
