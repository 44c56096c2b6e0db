import type { Store } from '@novalex/core'
import type { Connection } from '../db/openDatabase.ts'

export interface StoreRecord {
  readonly name: string
  readonly store: Store
  /** Counts every change of the working plan. */
  readonly planRevision: number
  /** Counts every change of products and categories. */
  readonly catalogueRevision: number
}

const STORE_ID = 1

/** Throws where the database holds no store yet. */
export async function getStore(connection: Connection): Promise<StoreRecord> {
  return toRecord(await connection('store').where({ id: STORE_ID }).first())
}

/** The same, and keeps every other writer of plan and catalogue waiting until the transaction ends. */
export async function lockStore(transaction: Connection): Promise<StoreRecord> {
  return toRecord(await transaction('store').where({ id: STORE_ID }).forUpdate().first())
}

/** Sets up the store, or changes its name and settings. */
export async function saveStore(
  connection: Connection,
  { name, store }: { name: string; store: Store },
): Promise<void> {
  const settings = JSON.stringify(store)
  await connection('store')
    .insert({ id: STORE_ID, name, settings, plan_revision: 1, catalogue_revision: 1 })
    .onConflict('id')
    .merge({ name, settings })
}

export async function countPlanRevision(transaction: Connection): Promise<void> {
  await transaction('store').where({ id: STORE_ID }).increment('plan_revision', 1)
}

export async function countCatalogueRevision(transaction: Connection): Promise<void> {
  await transaction('store').where({ id: STORE_ID }).increment('catalogue_revision', 1)
}

interface StoreRow {
  name: string
  settings: string
  plan_revision: number
  catalogue_revision: number
}

function toRecord(row: StoreRow | undefined): StoreRecord {
  if (!row) throw new Error('the database holds no store: set it up first')
  return {
    name: row.name,
    store: JSON.parse(row.settings) as Store,
    planRevision: row.plan_revision,
    catalogueRevision: row.catalogue_revision,
  }
}
