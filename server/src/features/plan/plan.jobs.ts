import type { DeepestAnswer, MomentsAnswer } from '@novalex/contract'
import { computeQuote, type Order } from '@novalex/core'
import { computeDeepestAnswer, type DeepestQuestion } from './deepest.ts'
import { computeMoments, type MomentsQuestion } from './moments.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const momentsJob: RunnableJob<Sources, MomentsQuestion, MomentsAnswer> = {
  name: 'moments',
  pool: 'question',
  run: ({ plans }, question) => computeMoments(plans, question),
}

export const deepestJob: RunnableJob<Sources, DeepestQuestion, DeepestAnswer> = {
  name: 'deepest',
  pool: 'question',
  run: ({ plans }, question) => computeDeepestAnswer(plans, question),
}

interface QuoteQuestion {
  readonly plan: string
  readonly order: Order
}

/** Answers a quote as JSON. */
export const quoteJob: RunnableJob<Sources, QuoteQuestion, string> = {
  name: 'quote',
  pool: 'question',
  run: async ({ plans }, { plan, order }) => JSON.stringify(computeQuote((await plans.get(plan)).plan, order)),
}
