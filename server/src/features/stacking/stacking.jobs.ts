import type { PairAnswer } from '@novalex/contract'
import { computePairAnswer, type PairQuestion } from './pair.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const pairJob: RunnableJob<Sources, PairQuestion, PairAnswer> = {
  name: 'pair',
  pool: 'question',
  run: ({ plans }, question) => computePairAnswer(plans, question),
}
