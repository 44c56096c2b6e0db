import { ask } from '../../platform/db/ask.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'

/** A figure that is kept, and what the orders say it should be. */
interface Discrepancy {
  readonly of: 'promotion' | 'shopper' | 'code' | 'stock' | 'order'
  readonly id: string
  readonly figure: string
  readonly kept: number
  readonly counted: number
}

interface Recount {
  readonly orders: number
  readonly promotions: number
  readonly shoppers: number
  readonly codes: number
  readonly products: number
  readonly discrepancies: readonly Discrepancy[]
}

/**
 * Recounts from the orders, as they are at one instant, everything that is kept beside them: what promotions have used up, what shoppers did,
 * which codes are used, what is in stock. Reports, and repairs nothing.
 */
export async function recount(database: Database): Promise<Recount> {
  return database.transaction(
    async (snapshot) => {
      const parts = [
        await recountPromotions(snapshot),
        await recountShoppers(snapshot),
        await recountCodes(snapshot),
        await recountStock(snapshot),
        await findHalves(snapshot),
      ]
      return {
        orders: await count(snapshot, 'orders'),
        promotions: await count(snapshot, 'promotion_counts'),
        shoppers: await count(snapshot, 'shoppers'),
        codes: await count(snapshot, 'codes'),
        products: await count(snapshot, 'stock'),
        discrepancies: parts.flat(),
      }
    },
    { isolationLevel: 'repeatable read' },
  )
}

const FIGURES = ['uses', 'units', 'given', 'added'] as const

type Pair = { id: string } & Record<`kept_${string}` | `counted_${string}`, string | number>

function compare(of: Discrepancy['of'], rows: readonly Pair[], figures: readonly string[]): Discrepancy[] {
  return rows.flatMap((row) =>
    figures.flatMap((figure) => {
      const [kept, counted] = [Number(row[`kept_${figure}`]), Number(row[`counted_${figure}`])]
      return kept === counted ? [] : [{ of, id: row.id, figure, kept, counted }]
    }),
  )
}

async function recountPromotions(snapshot: Connection): Promise<Discrepancy[]> {
  const both = FIGURES.flatMap((one) => [`sum(kept_${one}) as kept_${one}`, `sum(counted_${one}) as counted_${one}`])
  const as = (side: 'kept' | 'counted', values: readonly string[]) =>
    FIGURES.flatMap((one, at) => {
      const value = values[at]!
      return side === 'kept'
        ? [`${value} as kept_${one}`, `0 as counted_${one}`]
        : [`0 as kept_${one}`, `${value} as counted_${one}`]
    }).join(', ')
  const rows = await ask<Pair>(
    snapshot,
    `select promotion as id, ${both.join(', ')} from (
       select promotion, ${as('kept', FIGURES)} from promotion_counts
       union all select promotion, ${as('kept', FIGURES)} from count_entries
       union all select promotion, ${as('counted', ['1', 'units', 'given', 'added'])} from order_promotions
         where is_cancelled = 0
       union all select promotion, ${as('counted', ['0', 'units', '0', '0'])} from count_corrections
     ) as parts group by promotion`,
  )
  return compare('promotion', rows, FIGURES)
}

async function recountShoppers(snapshot: Connection): Promise<Discrepancy[]> {
  const rows = await ask<Pair>(
    snapshot,
    `select shoppers.id, placed_orders as kept_orders, placed_spent as kept_spent,
       coalesce(placed.orders, 0) as counted_orders, coalesce(placed.spent, 0) as counted_spent
     from shoppers left join (
       select shopper, count(*) as orders, sum(grand) as spent from orders
       where cancelled_at is null and shopper is not null group by shopper
     ) as placed on placed.shopper = shoppers.id`,
  )
  return compare('shopper', rows, ['orders', 'spent'])
}

/** A code is used by one order that stands, and by that one which it names. */
async function recountCodes(snapshot: Connection): Promise<Discrepancy[]> {
  const rows = await ask<Pair>(
    snapshot,
    `select codes.code as id, codes.order_id is not null as kept_orders, count(live.order_id) as counted_orders,
       coalesce(codes.order_id, 0) as kept_order, coalesce(max(live.order_id), 0) as counted_order
     from codes join code_batches on code_batches.id = codes.batch
     left join order_promotions as live
       on live.code = codes.code and live.promotion = code_batches.promotion and live.is_cancelled = 0
     where codes.order_id is not null or codes.state = 1 or live.order_id is not null
     group by codes.code, codes.order_id`,
  )
  return compare('code', rows, ['orders', 'order'])
}

async function recountStock(snapshot: Connection): Promise<Discrepancy[]> {
  const rows = await ask<Pair>(
    snapshot,
    `select sku as id, sum(kept) as kept_units, sum(counted) as counted_units from (
       select sku, units as kept, 0 as counted from stock
       union all select sku, 0, delta from stock_changes
       union all select order_lines.sku, 0, -cast(quantity as signed)
         from order_lines join orders on orders.id = order_lines.order_id
         where from_stock = 1 and orders.cancelled_at is null
     ) as parts group by sku`,
  )
  return compare('stock', rows, ['units'])
}

/** Orders without lines, which nobody placed. */
async function findHalves(snapshot: Connection): Promise<Discrepancy[]> {
  const rows = await ask<Pair>(
    snapshot,
    `select number as id, 1 as counted_lines, 0 as kept_lines from orders
     where not exists (select 1 from order_lines where order_lines.order_id = orders.id)`,
  )
  return compare('order', rows, ['lines'])
}

async function count(snapshot: Connection, table: string): Promise<number> {
  const [row] = await snapshot(table).count({ count: '*' })
  return Number(row!.count)
}
