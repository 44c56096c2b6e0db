import { testCartsJob } from './testCarts.jobs.ts'
import type { Clock } from '../../platform/clock.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { TestCartsService } from './testCarts.service.ts'

interface Deps {
  readonly testCarts: TestCartsService
  readonly threads: Threads
  readonly clock: Clock
}

type Own = 'runTestCarts' | 'createTestCart' | 'updateTestCart' | 'deleteTestCart'

export function createTestCartsHandlers({ testCarts, threads, clock }: Deps): HandlersOf<Own> {
  return {
    runTestCarts: ({ query }) => threads.run(testCartsJob, { now: clock.now(), plan: query.plan ?? 'working' }),
    createTestCart: ({ body, by }) => testCarts.create(body, by),
    updateTestCart: ({ params, body, by }) => testCarts.update(params.id, body, by),
    deleteTestCart: async ({ params, query, by }) => {
      await testCarts.remove(params.id, Number(query.version), by)
    },
  }
}
