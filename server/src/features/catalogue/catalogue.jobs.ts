import type { ReachAnswer, ReachQuestion, TableAnswer } from '@novalex/contract'
import { perDeps } from '../../jobs/perDeps.ts'
import { computeReachAnswer } from './products.service.ts'
import { createProductTable, type FoundTask, type TableTask } from './productTable.service.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

const tableOf = perDeps<Sources, ReturnType<typeof createProductTable>>(createProductTable)

export const foundProductsJob: RunnableJob<Sources, FoundTask, string[]> = {
  name: 'foundProducts',
  pool: 'question',
  run: (deps, task) => tableOf(deps).found(task),
}

export const productTableJob: RunnableJob<Sources, TableTask, TableAnswer> = {
  name: 'productTable',
  pool: 'question',
  run: (deps, task) => tableOf(deps).page(task),
}

interface ReachTask {
  readonly question: ReachQuestion
  readonly now: number
}

/** Answers which products a reach of the working plan has. */
export const reachJob: RunnableJob<Sources, ReachTask, ReachAnswer> = {
  name: 'reach',
  pool: 'question',
  run: async ({ plans, figures }, { question, now }) => {
    const working = await plans.get('working')
    return computeReachAnswer(working, await figures.sold(working.catalogueRevision, now), question)
  },
}
