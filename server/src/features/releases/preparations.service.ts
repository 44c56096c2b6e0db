import type { Account, LoggedAction, ReleaseRequestRecord, ReleaseRequestDraft } from '@novalex/contract'
import { recordActivity } from '../../data/activity/index.ts'
import {
  getReleasedPlan,
  insertPreparation,
  listReleaseRequests,
  lockPending,
  type Settlement,
  settlePreparation,
} from '../../data/releases/index.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { PlanWriter } from '../../sources/plans/changePlan.ts'
import { lockStore, type StoreRecord } from '../../data/store/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { readDifferences, readStamps } from '../../sources/plans/chosenPlan.ts'
import { findEdited, readWanted, type Wanted } from './releaseRequest.ts'

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
      const { by: preparedBy, note } = (await lockPending(transaction, id)).preparation
      may?.(preparedBy)
      const at = clock.now()
      await settlePreparation(transaction, id, { state, by, at, word })
      await recordActivity(transaction, { at, by, action, subject: id, detail: { name: note, preparedBy, word } })
    })
  }

  return {
    /** The latest requests; the pending ones, and the last one if it was returned, with what was edited since they were made. */
    async list(): Promise<ReleaseRequestRecord[]> {
      const requests = await listReleaseRequests(database)
      return Promise.all(
        requests.map(async ({ preparation, stamps }, index) => {
          const { state } = preparation
          const isOpen = state === 'pending' || (index === 0 && state === 'returned')
          if (!isOpen || stamps === null) return preparation
          return { ...preparation, edited: await findEdited(database, new Map(Object.entries(stamps))) }
        }),
      )
    },
    /** Refused as `stale-plan` where the plan is not the one that was looked at, and as `changes-needed`. */
    prepare(request: ReleaseRequestDraft, by: string): Promise<ReleaseRequestRecord> {
      const { note, planRevision, again = null } = request
      return transact(database, async (transaction) => {
        const store = await lockStore(transaction)
        if (again !== null) await getReleasedPlan(transaction, again)
        const at = clock.now()
        const wanted = await readWanted(transaction, { store, request, at })
        const stamps = await readStampsOf(transaction, { store, wanted })
        const atOnce = wanted.kind === 'atOnce' ? wanted.named : null
        const preparation = await insertPreparation(transaction, { at, by, note, planRevision, again, stamps, atOnce })
        const { id } = preparation
        const part = wanted.kind === 'changes' ? { changes: [...wanted.stamps.keys()] } : {}
        const detail = { name: note, again, ...part, ...(atOnce ? { atOnce } : {}) }
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

/** What a request takes over; for the whole plan all changes that there are, so that what is edited later is no part of it. */
async function readStampsOf(
  transaction: Connection,
  { store, wanted }: { readonly store: StoreRecord; readonly wanted: Wanted },
): Promise<ReadonlyMap<string, string> | null> {
  if (wanted.kind === 'changes') return wanted.stamps
  if (wanted.kind !== 'all') return null
  const { changes } = await readDifferences(transaction, store)
  const ids = changes.map(({ id }) => id)
  return ids.length === 0 ? null : readStamps(transaction, ids)
}
