import type { RepriceAnswer } from '@novalex/contract'
import { computeReprice, type RepriceTask } from './reprice.service.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const repriceJob: RunnableJob<Sources, RepriceTask, RepriceAnswer> = {
  name: 'reprice',
  pool: 'question',
  run: computeReprice,
}
