import type { Instant } from '@novalex/core'
import { loadCatalogue } from '../../data/catalogue/catalogue.repository.ts'
import { ask } from '../../platform/db/ask.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import type { PlanSource } from '../plans/planSource.ts'
import { getStore, lockStore } from '../../data/store/store.repository.ts'
import { listCountedPrices } from './readPastFacts.ts'
import { settleShownPrices } from './settleShownPrices.ts'

/** From how many sales on it is written down: each of them is looked at by whoever asks for a price of the past. */
const MANY = 2000

/** Whether so much was sold, since what the shop showed was last written, of what prices follow. */
export async function isMuchSold(
  { database, plans }: { readonly database: Database; readonly plans: PlanSource },
  many = MANY,
): Promise<boolean> {
  const promotions = listCountedPrices([(await plans.getRecent()).plan])
  if (promotions.length === 0) return false
  const { shownUntil } = await getStore(database)
  const [row] = await ask<{ sold: number | string }>(
    database,
    `select count(*) as sold from (
       select 1 from order_promotions where promotion in (?) and placed_at > ? limit ?
     ) as some`,
    [promotions, new Date(shownUntil ?? 0), many],
  )
  return Number(row!.sold) >= many
}

/** Writes what the shop has shown until an instant. */
export async function settlePrices(database: Database, at: Instant): Promise<void> {
  await transact(database, async (transaction) => {
    const store = await lockStore(transaction)
    await settleShownPrices(transaction, store, { catalogue: () => loadCatalogue(transaction), at })
  })
}
