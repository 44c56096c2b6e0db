import { testCartsJob } from './testCarts.jobs.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Threads } from '../../jobs/threads.ts'
import { createTestCartsService } from './testCarts.service.ts'

interface TestCartsDeps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
}

type Own = 'runTestCarts' | 'createTestCart' | 'updateTestCart' | 'deleteTestCart'

export function createTestCartsHandlers({ database, threads, clock }: TestCartsDeps): HandlersOf<Own> {
  const testCarts = createTestCartsService({ database, clock })
  return {
    runTestCarts: () => threads.run(testCartsJob, { now: clock.now() }),
    createTestCart: ({ body, by }) => testCarts.create(body, by),
    updateTestCart: ({ params, body, by }) => testCarts.update(params.id, body, by),
    deleteTestCart: async ({ params, query, by }) => {
      await testCarts.remove(params.id, Number(query.version), by)
    },
  }
}
