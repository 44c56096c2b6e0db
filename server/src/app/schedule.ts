import { MINUTE_MS, SECOND_MS } from '@novalex/core'
import { foldCounts } from '../data/counts/index.ts'
import { settlePricesJob } from '../features/prices/prices.jobs.ts'
import type { Recurring } from '../jobs/schedule.ts'
import { transact } from '../platform/db/transact.ts'
import { isMuchSold } from '../sources/history/settleSold.ts'
import type { Services } from './createServices.ts'

/** Resumes work that another process left unfinished. */
export const resumeWork = ({ imports, codes }: Services) => Promise.all([imports.resume(), codes.resume()])

export const createSchedule = (services: Services): Recurring[] => [
  { everyMs: 10 * SECOND_MS, run: () => resumeWork(services), onFailure: 'resume-failed' },
  { everyMs: 2 * SECOND_MS, run: () => transact(services.database, foldCounts), onFailure: 'counts-failed' },
  { everyMs: 2 * SECOND_MS, run: () => services.webhooks.sendDue(), onFailure: 'webhooks-failed' },
  { everyMs: 2 * SECOND_MS, run: () => services.sending.sendDue(), onFailure: 'submissions-failed' },
  { everyMs: 15 * SECOND_MS, run: () => services.sending.poll(), onFailure: 'submissions-failed' },
  { everyMs: 3 * SECOND_MS, run: () => services.standIn.workAll(), onFailure: 'stand-in-failed' },
  { everyMs: MINUTE_MS, run: () => settleSoldPrices(services), onFailure: 'prices-failed' },
]

async function settleSoldPrices({ database, plans, threads, clock }: Services): Promise<void> {
  if (await isMuchSold({ database, plans })) await threads.run(settlePricesJob, { at: clock.now() })
}
