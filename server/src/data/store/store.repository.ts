import type { DeliveryOption } from '@novalex/contract'
import type { Instant, Store } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'

export interface StoreRecord {
  readonly name: string
  readonly store: Store
  readonly delivery: readonly DeliveryOption[]
  /** Whether what one prepared takes another to release. */
  readonly secondPerson: boolean
  /** Counts every change of the settings. */
  readonly version: number
  /** Counts every change of the working plan. */
  readonly planRevision: number
  /** Counts every change of products and categories. */
  readonly catalogueRevision: number
  /** Until when it is written what the shop showed; null: nothing is. */
  readonly shownUntil: Instant | null
}

const STORE_ID = 1

/** Throws where the database holds no store yet. */
export async function getStore(connection: Connection): Promise<StoreRecord> {
  return toRecord(await connection('store').where({ id: STORE_ID }).first())
}

/** The store as it is now, and keeps every other writer of plan and catalogue waiting until the transaction ends. */
export async function lockStore(transaction: Connection): Promise<StoreRecord> {
  return toRecord(await transaction('store').where({ id: STORE_ID }).forUpdate().first())
}

/** Sets up the store, or changes its name and settings, whose version counts up. */
export async function saveStore(
  connection: Connection,
  { name, store }: { name: string; store: Store },
): Promise<void> {
  const settings = JSON.stringify(store)
  await connection('store')
    .insert({ id: STORE_ID, name, settings, version: 1, plan_revision: 1, catalogue_revision: 1 })
    .onConflict('id')
    .merge({ name, settings, version: connection.raw('store.version + 1') })
}

/** Changes what belongs to the store beside its pricing; its version counts up. */
export async function changeStore(
  transaction: Connection,
  changes: Partial<Pick<StoreRecord, 'delivery' | 'secondPerson'>>,
): Promise<void> {
  const { delivery, secondPerson } = changes
  await transaction('store')
    .where({ id: STORE_ID })
    .update({
      ...(delivery === undefined ? {} : { delivery: JSON.stringify(delivery) }),
      ...(secondPerson === undefined ? {} : { second_person: secondPerson }),
      version: transaction.raw('version + 1'),
    })
}

export async function countPlanRevision(transaction: Connection): Promise<void> {
  await transaction('store').where({ id: STORE_ID }).increment('plan_revision', 1)
}

export async function countCatalogueRevision(transaction: Connection): Promise<void> {
  await transaction('store').where({ id: STORE_ID }).increment('catalogue_revision', 1)
}

export async function countPeopleRevision(transaction: Connection): Promise<void> {
  await transaction('store').where({ id: STORE_ID }).increment('people_revision', 1)
}

export async function saveShownUntil(transaction: Connection, until: Instant): Promise<void> {
  await transaction('store')
    .where({ id: STORE_ID })
    .update({ shown_until: new Date(until) })
}

interface StoreRow {
  name: string
  delivery: string | null
  second_person: number
  settings: string
  version: number
  plan_revision: number
  catalogue_revision: number
  shown_until: Date | null
}

function toRecord(row: StoreRow | undefined): StoreRecord {
  if (!row) throw new Error('the database holds no store: set it up first')
  return {
    name: row.name,
    store: JSON.parse(row.settings) as Store,
    delivery: JSON.parse(row.delivery ?? '[]') as DeliveryOption[],
    secondPerson: Boolean(row.second_person),
    version: row.version,
    planRevision: row.plan_revision,
    catalogueRevision: row.catalogue_revision,
    shownUntil: row.shown_until?.getTime() ?? null,
  }
}
