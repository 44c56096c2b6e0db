import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { FindingsService } from './findings.service.ts'

type Own = 'listFindings' | 'setFindingAside' | 'takeFindingUp'

/** What deserves a look in the plan. */
export function createFindingsHandlers(findings: FindingsService): HandlersOf<Own> {
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
