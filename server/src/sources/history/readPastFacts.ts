import { createPastFacts, type CompiledPlan, type Instant, type PastFacts } from '@novalex/core'
import { isShared, readPastCounts } from '../../data/counts/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** Returns the ids of the promotions by which shelf prices, or regular prices, follow what others have bought. */
export function listCountedPrices(plans: readonly CompiledPlan[]): string[] {
  const entries = plans.flatMap((plan) => plan.promotions)
  const counted = entries.filter(
    ({ phase, promotion }) => phase <= 1 && promotion.state === 'ready' && isShared(promotion),
  )
  return [...new Set(counted.map(({ id }) => id))]
}

/** Returns what some promotions had used up at any instant after `from`. */
export async function readPastFacts(
  connection: Connection,
  promotions: readonly string[],
  from: Instant,
): Promise<PastFacts> {
  if (promotions.length === 0) return createPastFacts(new Map(), [])
  const { present, events } = await readPastCounts(connection, promotions, from)
  return createPastFacts(present, events)
}
