import { accountOf } from '../../http/identity.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { findLiveSince, listReleases } from '../../data/releases/index.ts'
import type { DiscardsService } from './discards.service.ts'
import type { PreparationsService } from './preparations.service.ts'
import type { ReleasesService } from './releases.service.ts'

type Own =
  | 'listReleases'
  | 'compareWithShop'
  | 'getLiveSince'
  | 'listReleaseChanges'
  | 'chooseChanges'
  | 'discardChange'
  | 'undoDiscard'
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
  readonly discards: DiscardsService
}

export function createReleasesHandlers({ database, releases, preparations, discards }: Deps): HandlersOf<Own> {
  return {
    listReleases: () => listReleases(database),
    compareWithShop: () => releases.compare(),
    getLiveSince: async ({ params }) => {
      const found = await findLiveSince(database, params.id)
      return { release: found?.number ?? null, at: found?.at ?? null }
    },
    listReleaseChanges: ({ query: { release } }) =>
      releases.listChanges(release === undefined ? null : Number(release)),
    chooseChanges: ({ body }) => releases.choose(body),
    discardChange: ({ body, by }) => discards.discard(body.change, by),
    undoDiscard: async ({ params, by }) => {
      await discards.undo(Number(params.number), by)
    },
    reviewRelease: ({ query: { release } }) => releases.review(release ?? 'working'),
    publishRelease: ({ body, by }) => releases.release(body, by),
    listReleaseRequests: () => preparations.list(),
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
