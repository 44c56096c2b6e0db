import type { KeyDraft, KeyMade } from '@novalex/contract'
import { recordActivity } from '../../data/activity/index.ts'
import { insertKey, revokeKey } from '../../data/keys/index.ts'
import { createId } from '../../platform/createId.ts'
import { transact } from '../../platform/db/transact.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'
import { createProblem } from '@novalex/core'
import { lockStore } from '../../data/store/index.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import type { AccessDeps } from './people.service.ts'

/** Marks a string as one of our keys wherever it turns up, for instance in a leaked file. */
const PREFIX = 'novalex_'

export type KeysService = ReturnType<typeof createKeysService>

export function createKeysService({ database, clock, wallClock }: AccessDeps) {
  return {
    /** Creates a key. The answer is the only place that ever holds it in clear text. */
    async create({ name, scopes, channel, endsAt }: KeyDraft, by: string): Promise<KeyMade> {
      const key = PREFIX + createToken()
      return transact(database, async (transaction) => {
        // Under the store's lock no channel is removed meanwhile.
        const { channels } = await lockStore(transaction)
        if (!channels.some(({ id }) => id === channel))
          refuseIfAny([createProblem('unknown-channel', 'channel', { given: channel })])
        const record = await insertKey(transaction, {
          id: createId(),
          hash: hashToken(key),
          name: name.trim(),
          scopes,
          channel,
          createdAt: wallClock.now(),
          createdBy: by,
          endsAt: endsAt === null ? null : Date.parse(endsAt),
        })
        const detail = { name: record.name, after: { scopes, channel, endsAt } }
        await recordActivity(transaction, { at: clock.now(), by, action: 'create-key', subject: record.id, detail })
        return { key, record }
      })
    },

    /** Revokes a key; nothing happens if it was revoked before. Throws `not-found`. */
    async revoke(id: string, by: string): Promise<void> {
      await transact(database, async (transaction) => {
        const name = await revokeKey(transaction, id, wallClock.now())
        if (name === null) return
        const at = clock.now()
        await recordActivity(transaction, { at, by, action: 'revoke-key', subject: id, detail: { name } })
      })
    },
  }
}
