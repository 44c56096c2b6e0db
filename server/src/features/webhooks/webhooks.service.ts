import type { WebhookDraft } from '@novalex/contract'
import { createProblem } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { lockStore } from '../../data/store/index.ts'
import {
  deleteWebhook,
  insertWebhook,
  listDue,
  listWebhooks,
  settleAttempt,
  type Due,
} from '../../data/webhooks/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import { holdClaim } from '../../platform/db/holdClaim.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { isPrivateHost } from '../../platform/net/privateAddress.ts'
import { sendSigned } from '../../platform/net/sendSigned.ts'
import { createToken } from '../../platform/tokens.ts'

interface Deps {
  readonly database: Database
  readonly clock: Clock
  readonly wallClock: Clock
  /** Whether addresses in private networks may be told. */
  readonly allowsPrivateWebhooks: boolean
}

const MOST_WEBHOOKS = 20
/** Attempts at one time; a receiver that hangs holds up none but these. */
const AT_ONCE = 8
/** Seconds until the next attempt, after the first, the second and so on. */
const AGAIN_S = [60, 300, 1800, 7200, 21_600, 86_400]

export type WebhooksService = ReturnType<typeof createWebhooksService>

export function createWebhooksService({ database, clock, wallClock, allowsPrivateWebhooks }: Deps) {
  async function attempt(due: Due): Promise<void> {
    const { status, note } = await sendSigned({
      method: 'POST',
      url: due.url,
      secret: due.secret,
      body: due.body,
      headers: { 'novalex-delivery': String(due.id) },
      now: wallClock.now(),
      allowsPrivate: allowsPrivateWebhooks,
    })
    const againS = note === '' ? null : (AGAIN_S[due.attempts] ?? null)
    await settleAttempt(database, { id: due.id, status, note, againS })
  }

  return {
    list: () => listWebhooks(database),
    /** Returns the secret that signs what is sent; it is told only here. */
    create: ({ url, events }: WebhookDraft, by: string): Promise<{ readonly id: string; readonly secret: string }> =>
      transact(database, async (transaction) => {
        await lockStore(transaction)
        const known = await listWebhooks(transaction)
        refuseIfAny([
          ...(allowsPrivateWebhooks || !isPrivateHost(url)
            ? []
            : [createProblem('private-address', 'url', { given: url })]),
          ...(known.length >= MOST_WEBHOOKS ? [createProblem('too-many', 'url', { limit: MOST_WEBHOOKS })] : []),
        ])
        const webhook = { id: createId(), secret: createToken() }
        await insertWebhook(transaction, { ...webhook, url, events, at: wallClock.now(), by })
        const detail = { name: url, after: { events } }
        await recordActivity(transaction, {
          at: clock.now(),
          by,
          action: 'create-webhook',
          subject: webhook.id,
          detail,
        })
        return webhook
      }),
    remove: (id: string, by: string): Promise<void> =>
      transact(database, async (transaction) => {
        const name = await deleteWebhook(transaction, id)
        await recordActivity(transaction, {
          at: clock.now(),
          by,
          action: 'delete-webhook',
          subject: id,
          detail: { name },
        })
      }),
    /** Makes the attempts that are due, of one process at a time. One that is killed in between is made again. */
    sendDue: (): Promise<boolean> =>
      holdClaim(database, 'webhooks', async () => {
        for (;;) {
          const due = await listDue(database, AT_ONCE)
          if (due.length === 0) return
          await Promise.all(due.map(attempt))
        }
      }),
  }
}
