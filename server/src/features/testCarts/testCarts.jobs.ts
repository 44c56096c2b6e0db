import type { TestCartRun } from '@novalex/contract'
import { computeTestCarts, type TestCartsQuestion } from './runTestCarts.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const testCartsJob: RunnableJob<Sources, TestCartsQuestion, TestCartRun[]> = {
  name: 'testCarts',
  pool: 'question',
  run: ({ database, plans }, question) => computeTestCarts(database, plans, question),
}
