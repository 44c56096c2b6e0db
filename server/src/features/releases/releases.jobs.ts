import type { InShopAnswer, ReleaseChangesAnswer, ReleaseSummary, ReviewAnswer } from '@novalex/contract'
import { listReleaseChanges } from './listReleaseChanges.ts'
import { compareWithShop, releasePlan, type ReleaseTask } from './releasePlan.ts'
import { computeReview, type ReviewQuestion } from './review.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const inShopJob: RunnableJob<Sources, Record<string, never>, InShopAnswer> = {
  name: 'inShop',
  pool: 'question',
  run: ({ plans }) => compareWithShop(plans),
}

export const changesJob: RunnableJob<Sources, { readonly again: number | null }, ReleaseChangesAnswer> = {
  name: 'changes',
  pool: 'question',
  run: ({ database }, { again }) => listReleaseChanges(database, again),
}

export const reviewJob: RunnableJob<Sources, ReviewQuestion, ReviewAnswer> = {
  name: 'review',
  pool: 'question',
  run: ({ database, plans }, question) => computeReview(database, plans, question),
}

export const releaseJob: RunnableJob<Sources, ReleaseTask, ReleaseSummary> = {
  name: 'release',
  pool: 'question',
  isOnce: true,
  run: ({ database, plans }, task) => releasePlan(database, plans, task),
}
