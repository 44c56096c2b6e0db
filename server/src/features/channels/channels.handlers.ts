import { getPromotion } from '../../data/promotions/index.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { channelFitsJob, refusedJob } from './channels.jobs.ts'

interface Deps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
}

type Own = 'getChannelFits' | 'listRefused'

export function createChannelsHandlers({ database, threads, clock }: Deps): HandlersOf<Own> {
  return {
    getChannelFits: async ({ params: { id } }) => {
      await getPromotion(database, id)
      return threads.run(channelFitsJob, { id, now: clock.now() })
    },
    listRefused: async ({ params: { id, channel } }) => {
      await getPromotion(database, id)
      const skus = await threads.run(refusedJob, { id, channel, now: clock.now() })
      if (!skus) throw new AppError('not-found', { facts: { kind: 'channel', id: channel } })
      return { skus }
    },
  }
}
