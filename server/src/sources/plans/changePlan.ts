import type { LoggedAction } from '@novalex/contract'
import { recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { countCatalogueRevision, countPlanRevision, lockStore, type StoreRecord } from '../../data/store/index.ts'

interface ChangeNote {
  readonly by: string
  readonly action: LoggedAction
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

type Work<T> = (scope: ChangeScope) => Promise<{ readonly result: T; readonly detail: unknown }>

/** One change of the working plan: the store is locked, the revision counted, the activity noted, all or nothing. */
export function changePlan<T>(writer: PlanWriter, note: ChangeNote, work: Work<T>): Promise<T> {
  return change(writer, note, { work, countRevision: countPlanRevision })
}

/** One change of the catalogue: the store is locked, the revision counted, the activity noted, all or nothing. */
export function changeCatalogue<T>(writer: PlanWriter, note: ChangeNote, work: Work<T>): Promise<T> {
  return change(writer, note, { work, countRevision: countCatalogueRevision })
}

interface Change<T> {
  readonly work: Work<T>
  readonly countRevision: (transaction: Connection) => Promise<void>
}

async function change<T>(
  { database, clock }: PlanWriter,
  note: ChangeNote,
  { work, countRevision }: Change<T>,
): Promise<T> {
  return transact(database, async (transaction) => {
    const store = await lockStore(transaction)
    const at = clock.now()
    const { result, detail } = await work({ transaction, at, store })
    await countRevision(transaction)
    await recordActivity(transaction, { ...note, at, detail })
    return result
  })
}
