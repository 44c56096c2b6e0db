import {
  createPastFacts,
  type CompiledPlan,
  type CountEvent,
  type Instant,
  type PastFacts,
  type UsedUp,
} from '@novalex/core'
import { isShared } from '../../data/counts/isShared.ts'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Row {
  promotion: string
  at: Date | null
  uses: number | string
  units: number | string
  given: number | string
}

/** The promotions that prices on the shelf, or regular prices, follow with what others have bought. */
export function listCountedPrices(plans: readonly CompiledPlan[]): string[] {
  const entries = plans.flatMap((plan) => plan.promotions)
  const counted = entries.filter(
    ({ phase, promotion }) => phase <= 1 && promotion.state === 'ready' && isShared(promotion),
  )
  return [...new Set(counted.map(({ id }) => id))]
}

/**
 * What some promotions had used up at any instant after `from`: what they have by now, and each order, cancelled order and correction since, all as
 * they are at one instant.
 */
export async function readPastFacts(
  connection: Connection,
  promotions: readonly string[],
  from: Instant,
): Promise<PastFacts> {
  if (promotions.length === 0) return createPastFacts(new Map(), [])
  const since = new Date(from)
  const rows = await ask<Row>(
    connection,
    `select promotion, null as at, sum(uses) as uses, sum(units) as units, sum(given) as given from (
       select promotion, uses, units, given from promotion_counts where promotion in (?)
       union all select promotion, uses, units, given from count_entries where promotion in (?)
     ) as parts group by promotion
     union all select promotion, placed_at, 1, units, given from order_promotions where promotion in (?) and placed_at > ?
     union all select used.promotion, orders.cancelled_at, -1, -cast(used.units as signed), -cast(used.given as signed)
       from orders join order_promotions as used on used.order_id = orders.id
       where orders.cancelled_at > ? and used.promotion in (?)
     union all select promotion, at, 0, units, 0 from count_corrections where promotion in (?) and at > ?`,
    [promotions, promotions, promotions, since, since, promotions, promotions, since],
  )
  const byNow = new Map<string, UsedUp>()
  const events: CountEvent[] = []
  for (const { promotion, at, ...row } of rows) {
    const used = { uses: Number(row.uses), units: Number(row.units), given: Number(row.given) }
    if (at === null) byNow.set(promotion, used)
    else events.push({ ...used, promotion, at: at.getTime() })
  }
  return createPastFacts(byNow, events)
}
