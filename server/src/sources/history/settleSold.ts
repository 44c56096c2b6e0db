import type { Instant } from '@novalex/core'
import { loadCatalogue } from '../../data/catalogue/index.ts'
import { countUsesSince } from '../../data/orders/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import type { PlanSource } from '../plans/planSource.ts'
import { getStore, lockStore } from '../../data/store/index.ts'
import { listCountedPrices } from './readPastFacts.ts'
import { settleShownPrices } from './settleShownPrices.ts'

/** Number of sales from which the shown prices are stored: each question about a past price goes through all sales since. */
const MANY = 2000

/** Whether enough was sold since the shown prices were last stored, of promotions whose prices follow sales. */
export async function isMuchSold(
  { database, plans }: { readonly database: Database; readonly plans: PlanSource },
  many = MANY,
): Promise<boolean> {
  const promotions = listCountedPrices([(await plans.getRecent()).plan])
  if (promotions.length === 0) return false
  const { shownUntil } = await getStore(database)
  return (await countUsesSince(database, promotions, { since: new Date(shownUntil ?? 0), limit: many })) >= many
}

/** Stores the prices that the shop has shown until an instant. */
export async function settlePrices(database: Database, at: Instant): Promise<void> {
  await transact(database, async (transaction) => {
    const store = await lockStore(transaction)
    await settleShownPrices(transaction, store, { catalogue: () => loadCatalogue(transaction), at })
  })
}
