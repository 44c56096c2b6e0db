import type { CountEvent, Instant, UsedUp } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface Row {
  promotion: string
  at: Date | null
  uses: number | string
  units: number | string
  given: number | string
}

/**
 * Returns the present counts of some promotions, and each order, cancelled order and correction since an instant that changed them. One statement, so
 * that both are as of the same instant.
 */
export async function readPastCounts(
  connection: Connection,
  promotions: readonly string[],
  from: Instant,
): Promise<{ readonly present: ReadonlyMap<string, UsedUp>; readonly events: readonly CountEvent[] }> {
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
  const present = new Map<string, UsedUp>()
  const events: CountEvent[] = []
  for (const { promotion, at, ...row } of rows) {
    const used = { uses: Number(row.uses), units: Number(row.units), given: Number(row.given) }
    if (at === null) present.set(promotion, used)
    else events.push({ ...used, promotion, at: at.getTime() })
  }
  return { present, events }
}
