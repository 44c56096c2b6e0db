import type { FeedDraft, FeedRecord, FeedsAnswer, FeedUpdate, LoggedAction } from '@novalex/contract'
import { checkFeedColumns, createProblem, dateOf, toLocal } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { FEEDS, toFeed, type FeedContent } from '../../data/feeds/index.ts'
import { describeFeedKeys, insertKey, listFeedKeys, revokeFeedKeys } from '../../data/keys/index.ts'
import { lockStore, type StoreRecord } from '../../data/store/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'

interface Deps {
  readonly database: Database
  readonly clock: Clock
  readonly wallClock: Clock
}

export type FeedsService = ReturnType<typeof createFeedsService>

/** Creating, changing and deleting feeds and their addresses, each in one step with the activity. */
export function createFeedsService({ database, clock, wallClock }: Deps) {
  /** One write with its row in the activity log; under the store's lock no channel is removed meanwhile. */
  function write<T>(
    { action, by, subject }: { readonly action: LoggedAction; readonly by: string; readonly subject: string },
    work: (transaction: Connection, store: StoreRecord) => Promise<{ readonly result: T; readonly detail: object }>,
  ): Promise<T> {
    return transact(database, async (transaction) => {
      const { result, detail } = await work(transaction, await lockStore(transaction))
      await recordActivity(transaction, { at: clock.now(), by, action, subject, detail })
      return result
    })
  }

  function check({ channel, columns }: FeedContent, { channels, store }: StoreRecord): void {
    const today = dateOf(toLocal(clock.now(), store.timeZone))
    refuseIfAny([
      ...(channels.some(({ id }) => id === channel)
        ? []
        : [createProblem('unknown-channel', 'channel', { given: channel })]),
      ...checkFeedColumns(columns, today),
    ])
  }

  return {
    async list(): Promise<FeedsAnswer> {
      const keys = await listFeedKeys(database)
      return (await FEEDS.list(database)).map((record) => {
        const own = keys.filter(({ feed }) => feed === record.id)
        const fetched = own.flatMap(({ lastUsedAt }) => lastUsedAt ?? [])
        return {
          feed: toFeed(record),
          addresses: own.length,
          lastFetchedAt: fetched.sort().at(-1) ?? null,
        }
      })
    },
    create: ({ name, ...content }: FeedDraft, by: string): Promise<FeedRecord> => {
      const record = { id: createId(), name: name.trim(), content, version: 1 }
      return write({ action: 'create-feed', by, subject: record.id }, async (transaction, store) => {
        check(content, store)
        await FEEDS.insert(transaction, record)
        return { result: toFeed(record), detail: { name: record.name } }
      })
    },
    /** Refused as `stale-version` if made from another version. */
    update: (id: string, { name, version, ...content }: FeedUpdate, by: string): Promise<FeedRecord> =>
      write({ action: 'change-feed', by, subject: id }, async (transaction, store) => {
        const before = await FEEDS.getAt(transaction, id, version)
        check(content, store)
        const replaced = await FEEDS.replace(transaction, { id, name: name.trim(), content, version })
        await describeFeedKeys(transaction, id, { name: name.trim(), channel: content.channel })
        return { result: toFeed(replaced), detail: { name: name.trim(), before: before.content, after: content } }
      }),
    remove: (id: string, version: number, by: string): Promise<null> =>
      write({ action: 'delete-feed', by, subject: id }, async (transaction) => {
        const record = await FEEDS.getAt(transaction, id, version)
        await revokeFeedKeys(transaction, id, wallClock.now())
        await FEEDS.remove(transaction, record)
        return { result: null, detail: { name: record.name, before: record.content } }
      }),
    /** Returns a token that opens the feed. It is stored nowhere in clear text. */
    createAddress: (id: string, by: string): Promise<string> => {
      const token = createToken()
      return write({ action: 'create-feed-address', by, subject: id }, async (transaction, store) => {
        const { name, content } = await FEEDS.get(transaction, id)
        check(content, store)
        await insertKey(transaction, {
          id: createId(),
          hash: hashToken(token),
          name,
          scopes: ['feeds'],
          channel: content.channel,
          feed: id,
          createdAt: wallClock.now(),
          createdBy: by,
          endsAt: null,
        })
        return { result: token, detail: { name } }
      })
    },
  }
}
