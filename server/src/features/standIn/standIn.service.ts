import type { Cause, DeskRecord, DeskRequest, PartnerAnswer } from '@novalex/contract'
import { DAY_MS, HOUR_MS, toIso, type Instant, type SubmissionContent } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { loadSecret } from '../../data/secrets/index.ts'
import {
  findDesk,
  findReceived,
  insertAnswer,
  insertReceived,
  listAnswersAfter,
  listDesks,
  listReceived,
  listUnsentAnswers,
  lockDesk,
  markSent,
  saveDesk,
  settleReceived,
  type Desk,
  type Received,
  type ReceivedState,
} from '../../data/standIn/index.ts'
import { getStore } from '../../data/store/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { holdClaim } from '../../platform/db/holdClaim.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { sendSigned } from '../../platform/net/sendSigned.ts'
import { overlap, reviewSubmission } from './review.ts'

interface Deps {
  readonly database: Database
  readonly clock: Clock
  readonly wallClock: Clock
  readonly ownOrigin: string
}

/** How it behaves until someone sets it. */
const FIRST = { mode: 'answers', factor: 1, reviewHours: 24, gap: 200 } as const

/** However fast its clock runs, the database has to hold what it shows. */
const LAST_MOMENT = Date.parse('2199-12-31T00:00:00Z')

export interface Incoming {
  readonly key: string
  readonly promotion: string
  readonly action: 'submit' | 'withdraw'
  readonly content: SubmissionContent
}

export type StandInService = ReturnType<typeof createStandInService>

/** A partner that reviews what is submitted to it, simulated, with a store, a clock and rules of its own for each channel. */
export function createStandInService({ database, clock, wallClock, ownOrigin }: Deps) {
  const fresh = (channel: string): Desk => ({ channel, ...FIRST, clockAt: clock.now(), wallAt: wallClock.now() })
  const nowOf = ({ clockAt, wallAt, factor }: Desk): Instant =>
    Math.min(clockAt + (wallClock.now() - wallAt) * factor, LAST_MOMENT)

  async function toRecord(connection: Connection, desk: Desk): Promise<DeskRecord> {
    const received = await listReceived(connection, desk.channel)
    return {
      channel: desk.channel,
      mode: desk.mode,
      factor: desk.factor,
      reviewHours: desk.reviewHours,
      gap: desk.gap,
      now: toIso(nowOf(desk)),
      received: received.map(({ promotion, content, receivedAt, state, decidedAt }) => ({
        promotion,
        title: content.title,
        products: content.products.length,
        at: toIso(receivedAt),
        state,
        decidedAt: decidedAt === null ? null : toIso(decidedAt),
      })),
    }
  }

  /** Decides what is due by the partner's clock. */
  async function decide(transaction: Connection, desk: Desk): Promise<void> {
    const now = nowOf(desk)
    const { channel } = desk
    const held = await listReceived(transaction, channel, ['under-review', 'accepted', 'on-hold'])
    const settle = async (one: Received, decision: PartnerAnswer['decision'], causes: Cause[]) => {
      await settleReceived(transaction, channel, { key: one.key, state: decision, at: now })
      await insertAnswer(transaction, channel, { submission: one.key, decision, causes })
    }
    for (const one of held) {
      if (one.state !== 'under-review' || one.receivedAt + desk.reviewHours * HOUR_MS > now) continue
      const causes = reviewSubmission(one.content, desk.gap)
      await settle(one, causes.length > 0 ? 'refused' : 'accepted', causes)
    }
    const isOld = ({ decidedAt }: Received) => decidedAt !== null && decidedAt + DAY_MS <= now
    for (const one of held) {
      const rivals = held.filter((other) => other.key !== one.key && overlap(one.content, other.content))
      const isClash = rivals.some((rival) => rival.state === 'on-hold' || (rival.state === 'accepted' && isOld(rival)))
      if (one.state === 'accepted' && isOld(one) && isClash)
        await settle(one, 'on-hold', [{ code: 'overlap', sku: null, text: rivals[0]!.content.title.slice(0, 500) }])
      else if (one.state === 'on-hold' && rivals.length === 0) await settle(one, 'accepted', [])
    }
  }

  const work = (channel: string): Promise<Desk> =>
    transact(database, async (transaction) => {
      const desk = await lockDesk(transaction, fresh(channel))
      if (desk.mode !== 'down') await decide(transaction, desk)
      return desk
    })

  /** Tells the server what was decided. What doesn't arrive is told again with the next answers. */
  async function tell({ channel, mode }: Desk): Promise<void> {
    if (mode === 'down') return
    const answers = await listUnsentAnswers(database, channel)
    if (answers.length === 0) return
    const secret = await loadSecret(database, 'stand-in')
    const url = `${ownOrigin}/api/partner-answers/${encodeURIComponent(channel)}`
    const send = () =>
      sendSigned({
        method: 'POST',
        url,
        secret,
        body: JSON.stringify(answers),
        now: wallClock.now(),
        allowsPrivate: true,
      })
    const { note } = await send()
    if (mode === 'twice') await send()
    if (note === '')
      await markSent(
        database,
        answers.map(({ number }) => number),
      )
  }

  return {
    /** Takes a submission in. One that comes again under its key is the same one. */
    take: (channel: string, { key, promotion, action, content }: Incoming): Promise<ReceivedState> =>
      transact(database, async (transaction) => {
        const desk = await lockDesk(transaction, fresh(channel))
        const known = await findReceived(transaction, channel, key)
        if (known) return known.state
        const now = nowOf(desk)
        const isWithdrawn = action === 'withdraw'
        const state = isWithdrawn ? 'withdrawn' : 'under-review'
        await insertReceived(transaction, channel, {
          key,
          promotion,
          content,
          receivedAt: now,
          state,
          decidedAt: isWithdrawn ? now : null,
        })
        if (isWithdrawn)
          await insertAnswer(transaction, channel, { submission: key, decision: 'withdrawn', causes: [] })
        return state
      }),
    modeOf: async (channel: string) => (await findDesk(database, channel))?.mode ?? FIRST.mode,
    /** Answers after one by its number, once what is due is decided. */
    async listAnswers(channel: string, after: number): Promise<PartnerAnswer[]> {
      await work(channel)
      return listAnswersAfter(database, channel, after)
    },
    /** Reviews what is due at each desk, and tells what came of it. */
    workAll: (): Promise<boolean> =>
      holdClaim(database, 'stand-in', async () => {
        for (const { channel } of await listDesks(database)) await tell(await work(channel))
      }),
    async list(): Promise<DeskRecord[]> {
      const { channels } = await getStore(database)
      const known = new Map((await listDesks(database)).map((desk) => [desk.channel, desk]))
      const simulated = channels.filter((channel) => channel.kind === 'partner' && channel.isSimulated)
      return Promise.all(simulated.map(({ id }) => toRecord(database, known.get(id) ?? fresh(id))))
    },
    /** Throws `not-found`. */
    set: (channel: string, { advanceHours, ...settings }: DeskRequest, by: string): Promise<DeskRecord> =>
      transact(database, async (transaction) => {
        const { channels } = await getStore(transaction)
        const partner = channels.find((one) => one.id === channel)
        if (partner?.kind !== 'partner' || !partner.isSimulated)
          throw new AppError('not-found', { facts: { kind: 'channel', id: channel } })
        const before = await lockDesk(transaction, fresh(channel))
        const clockAt = Math.min(nowOf(before) + advanceHours * HOUR_MS, LAST_MOMENT)
        const desk = { channel, ...settings, clockAt, wallAt: wallClock.now() }
        await saveDesk(transaction, desk)
        const detail = { name: partner.name, after: { ...settings, advanceHours } }
        await recordActivity(transaction, {
          at: clock.now(),
          by,
          action: 'set-simulated-partner',
          subject: channel,
          detail,
        })
        return toRecord(transaction, desk)
      }),
  }
}
