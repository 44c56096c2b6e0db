import type { Instant } from '@novalex/core'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'
import { prepareSubmissions, type Prepared } from './prepare.ts'

interface Question {
  readonly id: string
  readonly now: Instant
  readonly channels?: readonly string[]
}

/** Prepares a promotion for each partner channel, from the live release and from the working plan. */
export const prepareSubmissionsJob: RunnableJob<Sources, Question, Prepared[]> = {
  name: 'prepareSubmissions',
  pool: 'question',
  run: prepareSubmissions,
}
