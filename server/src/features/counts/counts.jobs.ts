import { writeRedemptions } from './counts.service.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const redemptionsJob: RunnableJob<Sources, { readonly promotion: string | null }, Uint8Array> = {
  name: 'redemptions',
  pool: 'file',
  run: ({ database }, { promotion }) => writeRedemptions(database, promotion),
}
