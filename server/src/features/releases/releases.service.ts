import { changesJob, inShopJob, releaseJob, reviewJob } from './releases.jobs.ts'
import { MINUTE_MS } from '@novalex/core'
import type {
  ChoiceAnswer,
  InShopAnswer,
  ReleaseChangesAnswer,
  ReleaseRequest,
  ReleaseSummary,
  ReviewAnswer,
} from '@novalex/contract'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { FindingsService } from '../findings/findings.service.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import type { Answers } from '../../jobs/createAnswers.ts'
import type { Threads } from '../../jobs/threads.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { getStore } from '../../data/store/index.ts'
import { saveChoice } from '../../data/releases/index.ts'
import { applyChoice, readChoiceStamp, readDifferences } from '../../sources/plans/chosenPlan.ts'
import { readReleaseRequest } from './releasePlan.ts'

export interface ReleasesService {
  /** Promotions of the working plan that differ from the live release. */
  compare(): Promise<InShopAnswer>
  /** What differs between the live release and the working plan, or an older release. Throws `not-found`. */
  listChanges(again: number | null): Promise<ReleaseChangesAnswer>
  /** Names the plan that some changes make of the live one. Throws `not-found` for what is no change, and `changes-needed`. */
  choose(changes: readonly string[]): Promise<ChoiceAnswer>
  /** Throws `not-found` for a plan that there is not. */
  review(plan: string): Promise<ReviewAnswer>
  /** Makes the reviewed plan the one that the shop follows, exactly as it was judged. Throws what `releasePlan` does. */
  release(request: ReleaseRequest | { readonly approves: string }, by: string): Promise<ReleaseSummary>
}

interface ReleasesDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
  readonly clock: Clock
  readonly findings: Pick<FindingsService, 'judge'>
}

/** So often a plan is judged anew where something that its findings follow from changed meanwhile. */
const MOST_ROUNDS = 3

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
      return answers.of(inShopJob, `${live.key} ${working.key}`, {})
    },
    async listChanges(again) {
      const [live, next] = [await plans.get('live'), await plans.get(again === null ? 'working' : String(again))]
      return answers.of(changesJob, `${live.key} ${next.key} ${next.planRevision}`, { again })
    },
    async choose(changes) {
      const store = await getStore(database)
      applyChoice(await readDifferences(database, store), { changes }, { isExact: true })
      const plan = await saveChoice(database, { changes }, clock.now())
      return { plan, stamp: await readChoiceStamp(database, { changes }), planRevision: store.planRevision }
    },
    async review(plan) {
      const [live, next] = [await plans.get('live'), await plans.get(plan)]
      // Prices change at no finer grain.
      const now = Math.floor(clock.now() / MINUTE_MS) * MINUTE_MS
      return answers.of(reviewJob, `${live.key} ${next.key} ${next.planRevision}`, { now, plan })
    },
    async release(request, by) {
      for (let rounds = 1; ; rounds++) {
        // Before the work, so that what can't be released is refused at once.
        const at = clock.now()
        const { plan } = await readReleaseRequest(database, { store: await getStore(database), request, by, at })
        const { stops, ...judged } = await findings.judge(plan)
        const task = { request, by, at: clock.now(), stops: stops.map(({ id }) => id), ...judged }
        try {
          const summary = await threads.run(releaseJob, task)
          plans.forgetRecent()
          return summary
        } catch (thrown) {
          if (!(thrown instanceof AppError) || thrown.code !== 'check-superseded' || rounds === MOST_ROUNDS)
            throw thrown
        }
      }
    },
  }
}
