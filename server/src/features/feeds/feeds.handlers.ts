import { FEEDS, toFeed } from '../../data/feeds/index.ts'
import { findAddressKey } from '../../data/keys/index.ts'
import { originOf } from '../../http/originOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Answers } from '../../jobs/createAnswers.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { feedPreviewJob } from './feeds.jobs.ts'
import type { FeedsService } from './feeds.service.ts'
import { fetchFeed } from './fetchFeed.ts'

interface Deps {
  readonly database: Database
  readonly feeds: FeedsService
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
  readonly clock: Clock
  readonly wallClock: Clock
  /** Public origin of the server. */
  readonly origins: readonly string[]
}

type Own = 'listFeeds' | 'createFeed' | 'updateFeed' | 'deleteFeed' | 'previewFeed' | 'createFeedAddress' | 'fetchFeed'

export function createFeedsHandlers(deps: Deps): HandlersOf<Own> {
  const { database, feeds, threads, clock, wallClock, origins } = deps
  const linkFrom = (origin: string) => `${origin}/shop/products/{sku}`
  return {
    listFeeds: () => feeds.list(),
    createFeed: ({ body, by }) => feeds.create(body, by),
    updateFeed: ({ params, body, by }) => feeds.update(params.id, body, by),
    deleteFeed: async ({ params, query, by }) => {
      await feeds.remove(params.id, Number(query.version), by)
    },
    previewFeed: ({ body, request }) =>
      threads.run(feedPreviewJob, {
        feed: body.feed,
        search: body.search ?? '',
        onlySale: body.onlySale ?? false,
        page: body.page ?? 1,
        now: clock.now(),
        ownLink: linkFrom(originOf(request, origins)),
      }),
    createFeedAddress: async ({ params: { id }, by, request }) => {
      const token = await feeds.createAddress(id, by)
      return { url: `${originOf(request, origins)}/api/feeds/${id}/file?token=${token}` }
    },
    /** A wrong token leads nowhere, as an unknown feed does. */
    fetchFeed: async ({ params: { id }, query, request, response }) => {
      const isOpen = await findAddressKey(database, { token: query.token, feed: id, now: wallClock.now() })
      if (!isOpen) throw new AppError('not-found', { facts: { kind: 'feed', id } })
      const feed = toFeed(await FEEDS.get(database, id))
      return fetchFeed(deps, {
        feed,
        now: clock.now(),
        ownLink: linkFrom(originOf(request, origins)),
        request,
        response,
      })
    },
  }
}
