import { SHOP_CHANNEL, type Channel, type DeliveryOption, type NumberLocale } from '@novalex/contract'
import type { Instant, Store } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { updateVersioned } from '../versioned/index.ts'

export interface StoreRecord {
  readonly name: string
  readonly store: Store
  readonly delivery: readonly DeliveryOption[]
  /** The store's own channels, then those of partners. */
  readonly channels: readonly Channel[]
  /** Whether what one prepared takes another to release. */
  readonly requiresApproval: boolean
  /** In which numbers, money and dates are written. */
  readonly locale: NumberLocale
  /** Counts every change of the settings. */
  readonly version: number
  /** Counts every change of the working plan. */
  readonly planRevision: number
  /** Counts every change of products and categories. */
  readonly catalogueRevision: number
  /** Until when it is written what the shop showed; null: nothing is. */
  readonly shownUntil: Instant | null
}

/** The partner channels, by id. */
export const partnersOf = ({ channels }: Pick<StoreRecord, 'channels'>): string[] =>
  channels.flatMap(({ kind, id }) => (kind === 'partner' ? [id] : []))

const STORE_ID = 1
const FIRST_CHANNELS: readonly Channel[] = [{ id: SHOP_CHANNEL, name: 'Online store', kind: 'own' }]

/** Throws where the database holds no store yet. */
export async function getStore(connection: Connection): Promise<StoreRecord> {
  return toRecord(await connection('store').where({ id: STORE_ID }).first())
}

/** Whether the store has been set up. */
export async function hasStore(connection: Connection): Promise<boolean> {
  return (await connection('store').first('id')) !== undefined
}

/** Returns the store and locks it: every other writer of plan and catalogue waits until the transaction ends. */
export async function lockStore(transaction: Connection): Promise<StoreRecord> {
  return toRecord(await transaction('store').where({ id: STORE_ID }).forUpdate().first())
}

/** Sets up the store. */
export async function insertStore(
  connection: Connection,
  { name, store }: { readonly name: string; readonly store: Store },
): Promise<void> {
  const settings = JSON.stringify(store)
  const channels = JSON.stringify(FIRST_CHANNELS)
  const row = { id: STORE_ID, name, settings, channels, version: 1, plan_revision: 1, catalogue_revision: 1 }
  await connection('store').insert(row)
}

/** Changes settings of the store, whose version counts up. Throws `stale-version`, with the present store. */
export async function updateStore(
  transaction: Connection,
  version: number,
  {
    store,
    delivery,
    channels,
    requiresApproval,
    locale,
  }: Partial<Pick<StoreRecord, 'store' | 'delivery' | 'channels' | 'requiresApproval' | 'locale'>>,
): Promise<void> {
  await updateVersioned(
    transaction,
    { table: 'store', id: STORE_ID, version, find: getStore },
    {
      ...(store === undefined ? {} : { settings: JSON.stringify(store) }),
      ...(delivery === undefined ? {} : { delivery: JSON.stringify(delivery) }),
      ...(channels === undefined ? {} : { channels: JSON.stringify(channels) }),
      ...(requiresApproval === undefined ? {} : { second_person: requiresApproval }),
      ...(locale === undefined ? {} : { locale }),
    },
  )
}

/** Returns, as of one instant, the database's clock, the latest release, and the revisions that a price depends on. */
export async function readRevisions(connection: Connection) {
  const [row] = await ask<{ at: Date; release: number | null; catalogue: number; version: number }>(
    connection,
    `select now(3) as at, (select max(number) from releases) as \`release\`,
       catalogue_revision as catalogue, version from store`,
  )
  const { at, release, catalogue, version } = row!
  return { at: at.getTime(), release, catalogueRevision: Number(catalogue), version }
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
  channels: string
  second_person: number
  locale: NumberLocale
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
    store: JSON.parse(row.settings),
    delivery: JSON.parse(row.delivery ?? '[]'),
    channels: JSON.parse(row.channels),
    requiresApproval: Boolean(row.second_person),
    locale: row.locale,
    version: row.version,
    planRevision: row.plan_revision,
    catalogueRevision: row.catalogue_revision,
    shownUntil: row.shown_until?.getTime() ?? null,
  }
}
