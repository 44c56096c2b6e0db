import { createHash } from 'node:crypto'
import { once } from 'node:events'
import type { FeedFormat, FeedRecord } from '@novalex/contract'
import { DAY_MS, HOUR_MS, type Instant } from '@novalex/core'
import type { Request, Response } from 'express'
import { findLatestActivity } from '../../data/activity/index.ts'
import { findLatestSale } from '../../data/orders/index.ts'
import { getStore } from '../../data/store/index.ts'
import type { Answers } from '../../jobs/createAnswers.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { momentsJob } from '../plan/plan.jobs.ts'
import { feedPartJob, type FeedPart } from './feeds.jobs.ts'
import { frameOf } from './feedText.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly answers: Answers
}

interface Fetching {
  readonly feed: FeedRecord
  readonly now: Instant
  readonly ownLink: string
  readonly request: Request
  readonly response: Response
}

const MEDIA_TYPES: Readonly<Record<FeedFormat, string>> = {
  csv: 'text/csv; charset=utf-8',
  tsv: 'text/tab-separated-values; charset=utf-8',
  json: 'application/json; charset=utf-8',
  jsonld: 'application/ld+json; charset=utf-8',
}

/**
 * Streams a feed of the live release, part by part as the reader takes it. Where plan or products change meanwhile the connection is broken off: rows of
 * two catalogues would be a file that nobody sees the fault of.
 */
export async function fetchFeed(deps: Deps, { feed, now, ownLink, request, response }: Fetching): Promise<undefined> {
  const { tag, changedAt, release } = await readState(deps, feed, now)
  /** Once it is known that there is something to send, so that no error carries them. */
  const begin = () => {
    response.setHeader('etag', tag)
    response.setHeader('last-modified', new Date(changedAt).toUTCString())
    response.setHeader('cache-control', 'private, no-cache')
    response.setHeader('content-type', MEDIA_TYPES[feed.format])
  }
  if (request.headers['if-none-match']?.split(/,\s*/).some((one) => one.replace(/^W\//, '') === tag)) {
    begin()
    response.removeHeader('content-type')
    response.status(304).end()
    return undefined
  }
  if (request.method === 'HEAD') {
    begin()
    response.end()
    return undefined
  }
  const { head, between, tail } = frameOf(feed)
  const question = { feed, now, ownLink, plan: release === null ? 'live' : String(release) }
  let key: string | null = null
  for (let from: number | null = 0; from !== null;) {
    const part: FeedPart = await deps.threads.run(feedPartJob, {
      ...question,
      from,
    })
    if (key === null) begin()
    key ??= part.key
    if (part.key !== key) {
      response.destroy()
      return undefined
    }
    const before = from === 0 ? head : part.text === '' ? '' : between
    from = part.next
    if (!(await write(response, before + part.text + (from === null ? tail : '')))) return undefined
  }
  response.end()
  return undefined
}

/** Writes once the reader has taken what was written before; false once the reader is gone. */
async function write(response: Response, text: string): Promise<boolean> {
  if (response.destroyed) return false
  if (response.write(text)) return true
  const gone = new AbortController()
  const onClose = () => {
    gone.abort()
  }
  response.once('close', onClose)
  try {
    await once(response, 'drain', { signal: gone.signal })
    return true
  } catch {
    return false
  } finally {
    response.off('close', onClose)
  }
}

/** A tag that changes with everything that a feed tells: release, products, stock, store, the feed itself, and prices that the clock changes. */
async function readState({ database, plans, answers }: Deps, feed: FeedRecord, now: Instant) {
  const { key } = await plans.identify('live')
  const hour = Math.floor(now / HOUR_MS) * HOUR_MS
  const [{ version }, sale, activityAt, { moments }, { release }] = await Promise.all([
    getStore(database),
    findLatestSale(database),
    findLatestActivity(database),
    answers.of(momentsJob, key, { plan: 'live', now: hour, channel: feed.channel }),
    plans.get('live'),
  ])
  const times = moments.map(({ at }) => Date.parse(at))
  const past = times.filter((at) => at <= now)
  const told = times.filter((at) => at < now + feed.daysAhead * DAY_MS)
  const state = [key, version, feed.id, feed.version, sale, past.at(-1) ?? 0, told.at(-1) ?? 0]
  const tag = `"${createHash('sha256').update(state.join(' ')).digest('base64url').slice(0, 27)}"`
  return { tag, changedAt: Math.max(activityAt, past.at(-1) ?? 0), release }
}
