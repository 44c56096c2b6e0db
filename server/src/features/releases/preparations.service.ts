import type { Account, LoggedAction, ReleaseRequestRecord, ReleaseRequestDraft } from '@novalex/contract'
import { recordActivity } from '../../data/activity/index.ts'
import {
  getReleasedPlan,
  insertPreparation,
  lockPending,
  type Settlement,
  settlePreparation,
} from '../../data/releases/index.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { PlanWriter } from '../../sources/plans/changePlan.ts'
import { lockStore } from '../../data/store/index.ts'

export type PreparationsService = ReturnType<typeof createPreparationsService>

/** Requests for a release, which a second person approves or sends back. */
export function createPreparationsService({ database, clock }: PlanWriter) {
  async function settle(
    id: string,
    by: string,
    {
      state,
      action,
      word,
      may,
    }: Pick<Settlement, 'state' | 'word'> & {
      readonly action: LoggedAction
      /** Throws where it is not theirs to settle. */
      readonly may?: (preparedBy: string) => void
    },
  ): Promise<void> {
    await transact(database, async (transaction) => {
      // As releases do, so that one is not made while it is sent back.
      await lockStore(transaction)
      const { by: preparedBy, note } = await lockPending(transaction, id)
      may?.(preparedBy)
      const at = clock.now()
      await settlePreparation(transaction, id, { state, by, at, word })
      await recordActivity(transaction, { at, by, action, subject: id, detail: { name: note, preparedBy, word } })
    })
  }

  return {
    /** Refused as `stale-plan` where the plan is not the one that was looked at. */
    prepare({ note, planRevision, again }: ReleaseRequestDraft, by: string): Promise<ReleaseRequestRecord> {
      return transact(database, async (transaction) => {
        const store = await lockStore(transaction)
        if (store.planRevision !== planRevision) throw new AppError('stale-plan')
        if (again) await getReleasedPlan(transaction, again)
        const at = clock.now()
        const preparation = await insertPreparation(transaction, { at, by, note, planRevision, again: again ?? null })
        const { id } = preparation
        const detail = { name: note, again: preparation.again }
        await recordActivity(transaction, { at, by, action: 'request-release', subject: id, detail })
        return preparation
      })
    },
    sendBack: (id: string, word: string, by: string) =>
      settle(id, by, { state: 'returned', action: 'return-release-request', word: word.trim() }),
    /** A planner takes back only what is their own. */
    withdraw: (id: string, { name, role }: Pick<Account, 'name' | 'role'>) =>
      settle(id, name, {
        state: 'withdrawn',
        action: 'withdraw-release-request',
        word: '',
        may: (preparedBy) => {
          if (role === 'planner' && preparedBy !== name)
            throw new AppError('insufficient-role', { facts: { needed: 'releaser', has: role, people: [] } })
        },
      }),
  }
}
