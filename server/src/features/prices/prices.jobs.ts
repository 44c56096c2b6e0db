import { settlePrices } from '../../sources/history/settleSold.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const settlePricesJob: RunnableJob<Sources, { readonly at: number }, void> = {
  name: 'settlePrices',
  pool: 'question',
  run: ({ database }, { at }) => settlePrices(database, at),
}
