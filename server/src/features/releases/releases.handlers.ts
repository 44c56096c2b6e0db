import { accountOf } from '../../http/identity.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { listReleaseRequests, listReleases } from '../../data/releases/index.ts'
import type { PreparationsService } from './preparations.service.ts'
import type { ReleasesService } from './releases.service.ts'

type Own =
  | 'listReleases'
  | 'compareWithShop'
  | 'reviewRelease'
  | 'publishRelease'
  | 'listReleaseRequests'
  | 'requestRelease'
  | 'approveReleaseRequest'
  | 'returnReleaseRequest'
  | 'withdrawReleaseRequest'

interface Deps {
  readonly database: Database
  readonly releases: ReleasesService
  readonly preparations: PreparationsService
}

export function createReleasesHandlers({ database, releases, preparations }: Deps): HandlersOf<Own> {
  return {
    listReleases: () => listReleases(database),
    compareWithShop: () => releases.compare(),
    reviewRelease: ({ query: { release } }) => releases.review(release === undefined ? null : Number(release)),
    publishRelease: ({ body, by }) => releases.release(body, by),
    listReleaseRequests: () => listReleaseRequests(database),
    requestRelease: ({ body, by }) => preparations.prepare(body, by),
    approveReleaseRequest: ({ params, by }) => releases.release({ approves: params.id }, by),
    returnReleaseRequest: async ({ params, body, by }) => {
      await preparations.sendBack(params.id, body.word, by)
    },
    withdrawReleaseRequest: async ({ params, who }) => {
      await preparations.withdraw(params.id, accountOf(who))
    },
  }
}
