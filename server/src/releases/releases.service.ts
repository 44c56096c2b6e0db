import type { InShopAnswer, ReleaseRequest, ReleaseSummary, ReviewAnswer } from '@novalex/contract'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import type { FindingsService } from '../findings/findings.service.ts'
import type { PlanSource } from '../plan/planSource.ts'
import type { Answers } from '../threads/createAnswers.ts'
import type { Threads } from '../threads/threads.ts'
import { findAgain } from './preparations.ts'

export interface ReleasesService {
  /** Which promotions of the working plan the shop has not, or has otherwise. */
  compare(): Promise<InShopAnswer>
  review(again: number | null): Promise<ReviewAnswer>
  /** Makes the reviewed plan the one that the shop follows. */
  release(request: ReleaseRequest | { readonly approves: string }, by: string): Promise<ReleaseSummary>
}

export interface ReleasesDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
  readonly clock: Clock
  readonly findings: Pick<FindingsService, 'judge'>
}

const MINUTE_MS = 60_000

export function createReleasesService({
  database,
  plans,
  threads,
  answers,
  clock,
  findings,
}: ReleasesDeps): ReleasesService {
  return {
    async compare() {
      const [live, working] = [await plans.get('live'), await plans.get('working')]
      return answers.of('inShop', `${live.key} ${working.key}`, {})
    },
    async review(again) {
      const [live, next] = [await plans.get('live'), await plans.get(again === null ? 'working' : String(again))]
      // Prices change at no finer grain.
      const now = Math.floor(clock.now() / MINUTE_MS) * MINUTE_MS
      return answers.of('review', `${live.key} ${next.key} ${next.planRevision}`, { now, again })
    },
    async release(request, by) {
      const again = 'approves' in request ? await findAgain(database, request.approves) : (request.again ?? null)
      const { stops, grounds } = await findings.judge(again === null ? 'working' : String(again))
      const at = clock.now()
      const summary = await threads.run('release', { request, by, at, stops: stops.map(({ id }) => id), grounds })
      plans.forgetRecent()
      return summary
    },
  }
}
