import { recordActivity } from '../activity/activity.repository.ts'
import type { Clock } from '../clock.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { countPlanRevision, lockStore, type StoreRecord } from '../store/store.repository.ts'

export interface ChangeNote {
  readonly by: string
  readonly action: string
  readonly subject: string
}

export interface PlanWriter {
  readonly database: Database
  readonly clock: Clock
}

export interface ChangeScope {
  readonly transaction: Connection
  readonly at: number
  readonly store: StoreRecord
}

/** One change of the working plan: the store is locked, the revision counted, the activity noted, all or nothing. */
export async function changePlan<T>(
  { database, clock }: PlanWriter,
  note: ChangeNote,
  work: (scope: ChangeScope) => Promise<{ readonly result: T; readonly detail: unknown }>,
): Promise<T> {
  return database.transaction(async (transaction) => {
    const store = await lockStore(transaction)
    const at = clock.now()
    const { result, detail } = await work({ transaction, at, store })
    await countPlanRevision(transaction)
    await recordActivity(transaction, { ...note, at, detail })
    return result
  })
}
