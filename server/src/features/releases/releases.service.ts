import { changesJob, inShopJob, releaseJob, reviewJob } from './releases.jobs.ts'
import { MINUTE_MS, type Instant } from '@novalex/core'
import type {
  ChoiceAnswer,
  ChoiceRequest,
  InShopAnswer,
  ReleaseChangesAnswer,
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
import { getChoice, readChoiceStamp } from '../../sources/plans/chosenPlan.ts'
import { isStop } from './atOnce.ts'
import type { ReleaseTask } from './releasePlan.ts'
import { namePlan, readReleaseRequest, readWanted, type AnyRequest, type Wanted } from './releaseRequest.ts'

export interface ReleasesService {
  /** Promotions of the working plan that differ from the live release. */
  compare(): Promise<InShopAnswer>
  /** What differs between the live release and the working plan, or an older release. Throws `not-found`. */
  listChanges(again: number | null): Promise<ReleaseChangesAnswer>
  /** Names the plan that some changes, or one act, make of the live one. Throws what `readWanted` does. */
  choose(asked: ChoiceRequest): Promise<ChoiceAnswer>
  /** Throws `not-found` for a plan that there is not. */
  review(plan: string): Promise<ReviewAnswer>
  /** Makes the reviewed plan the one that the shop follows, exactly as it was judged. Throws what `releasePlan` does. */
  release(request: AnyRequest, by: string): Promise<ReleaseSummary>
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
  /** No finding holds a stop back. */
  async function judge(wanted: Wanted, at: Instant): Promise<Pick<ReleaseTask, 'judgedOn' | 'stops' | 'grounds'>> {
    if (wanted.kind === 'atOnce' && isStop(wanted.named)) return { judgedOn: null, stops: [], grounds: [] }
    const { stops, ...judged } = await findings.judge(await namePlan(database, wanted, at))
    return { ...judged, stops: stops.map(({ id }) => id) }
  }

  return {
    async compare() {
      const [live, working] = [await plans.identify('live'), await plans.identify('working')]
      return answers.of(inShopJob, `${live.key} ${working.key}`, {})
    },
    async listChanges(again) {
      const [live, next] = [
        await plans.identify('live'),
        await plans.identify(again === null ? 'working' : String(again)),
      ]
      return answers.of(changesJob, `${live.key} ${next.key} ${next.planRevision}`, { again })
    },
    async choose(asked) {
      const store = await getStore(database)
      const at = clock.now()
      const request = { note: '', planRevision: store.planRevision, ...asked }
      const wanted = await readWanted(database, { store, request, at })
      const plan = await namePlan(database, wanted, at)
      const stamp = await readChoiceStamp(database, await getChoice(database, plan))
      return { plan, stamp, planRevision: store.planRevision }
    },
    async review(plan) {
      const [live, next] = [await plans.identify('live'), await plans.identify(plan)]
      // Prices change at no finer grain.
      const now = Math.floor(clock.now() / MINUTE_MS) * MINUTE_MS
      return answers.of(reviewJob, `${live.key} ${next.key} ${next.planRevision}`, { now, plan })
    },
    async release(request, by) {
      for (let rounds = 1; ; rounds++) {
        // Before the work, so that what can't be released is refused at once.
        const at = clock.now()
        const { wanted } = await readReleaseRequest(database, { store: await getStore(database), request, by, at })
        const task = { request, by, at, ...(await judge(wanted, at)) }
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
