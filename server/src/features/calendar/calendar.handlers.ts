import { SHOP_CHANNEL } from '@novalex/contract'
import { setChannels, setDeliveryOptions, setStoreFormats } from '@novalex/words'
import { recordActivity } from '../../data/activity/index.ts'
import { findAddressKey, insertKey } from '../../data/keys/index.ts'
import { SETS } from '../../data/sets/index.ts'
import { getStore } from '../../data/store/index.ts'
import { originOf } from '../../http/originOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { loadStanding } from '../submissions/loadStanding.ts'
import { namePartner } from '../submissions/toRecord.ts'
import { writeCalendar, type PartnerMoment } from './writeCalendar.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
  readonly wallClock: Clock
  /** Public origin of the server. */
  readonly origins: readonly string[]
}

type Own = 'createCalendarAddress' | 'fetchCalendar'

export function createCalendarHandlers({ database, plans, clock, wallClock, origins }: Deps): HandlersOf<Own> {
  /** The plan that is live, with what is to be submitted and what locks. */
  async function write(): Promise<string> {
    const { plan } = await plans.get('live')
    const record = await getStore(database)
    const { scope, latest, due } = await loadStanding(database, plan, clock.now())
    const moments = [
      ...due.map(({ promotion, channel, submitBy }): PartnerMoment => {
        return { promotion, partner: namePartner(scope, channel), is: 'submitBy', at: Date.parse(submitBy) }
      }),
      ...latest.flatMap(({ promotion, channel, locksAt, state, isHeld }): PartnerMoment[] =>
        locksAt === null || !(isHeld || state === 'ended')
          ? []
          : [{ promotion, partner: namePartner(scope, channel), is: 'locks', at: Date.parse(locksAt) }],
      ),
    ].filter(({ promotion }) => plan.findPromotion(promotion))
    const sets = new Map((await SETS.list(database)).map(({ id, name }) => [id, name]))
    setStoreFormats({ currency: record.store.currency, locale: record.locale })
    setChannels(record.channels)
    setDeliveryOptions(record.delivery)
    return writeCalendar(plan, { store: record.name, moments, sets })
  }

  return {
    createCalendarAddress: async ({ by, request }) => {
      const token = createToken()
      await transact(database, async (transaction) => {
        await insertKey(transaction, {
          id: createId(),
          hash: hashToken(token),
          name: 'Calendar',
          scopes: ['calendar'],
          channel: SHOP_CHANNEL,
          createdAt: wallClock.now(),
          createdBy: by,
          endsAt: null,
        })
        const entry = { at: clock.now(), by, action: 'create-calendar-address', subject: 'calendar' } as const
        await recordActivity(transaction, { ...entry, detail: {} })
      })
      return { url: `${originOf(request, origins)}/api/calendar/file?token=${token}` }
    },
    /** A wrong token leads nowhere. */
    fetchCalendar: async ({ query }) => {
      const isOpen = await findAddressKey(database, { token: query.token, feed: null, now: wallClock.now() })
      if (!isOpen) throw new AppError('not-found', { facts: { kind: 'calendar', id: 'file' } })
      const text = await write()
      return { name: 'promotions.ics', mediaType: 'text/calendar; charset=utf-8', bytes: Buffer.from(text) }
    },
  }
}
