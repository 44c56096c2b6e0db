import type { Database } from '../db/openDatabase.ts'
import type { HandlersOf } from '../http/serveEndpoints.ts'
import { listReleases } from './releases.repository.ts'
import type { ReleasesService } from './releases.service.ts'

type Own = 'listReleases' | 'compareWithShop' | 'reviewRelease' | 'release'

export function createReleasesHandlers(database: Database, releases: ReleasesService): HandlersOf<Own> {
  return {
    listReleases: () => listReleases(database),
    compareWithShop: () => releases.compare(),
    reviewRelease: ({ query: { release } }) => releases.review(release === undefined ? null : Number(release)),
    release: ({ body, by }) => releases.release(body, by),
  }
}
