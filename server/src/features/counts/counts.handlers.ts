import { redemptionsJob } from './counts.jobs.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { getStore } from '../../data/store/index.ts'
import type { Threads } from '../../jobs/threads.ts'
import { correctCount, describeCounts, describeSales } from './counts.service.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
}

type Own = 'listCounts' | 'getSales' | 'correctCount' | 'getRedemptions'

export function createCountsHandlers(deps: Deps): HandlersOf<Own> {
  const { database, threads } = deps
  return {
    listCounts: () => describeCounts(deps),
    getSales: async ({ params }) => describeSales(database, params.id, (await getStore(database)).store.timeZone),
    correctCount: async ({ params, body, by }) => {
      await correctCount(deps, { id: params.id, ...body }, by)
    },
    getRedemptions: async ({ query: { promotion = null } }) => ({
      name: 'redemptions.csv',
      mediaType: MEDIA_TYPES.csv,
      bytes: await threads.run(redemptionsJob, { promotion }),
    }),
  }
}
