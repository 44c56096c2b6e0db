import { lastOf } from '@novalex/core'
import { ask, type Reading } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import type { Counts } from '../counts/index.ts'

/** Returns when each of some promotions was last used by an order that stands. */
export async function findLastUses(connection: Connection, ids: readonly string[]): Promise<Map<string, Date>> {
  if (ids.length === 0) return new Map()
  const rows = await ask<{ promotion: string; at: Date }>(
    connection,
    `select promotion, max(placed_at) as at from order_promotions
     where promotion in (?) and is_cancelled = 0 group by promotion`,
    [ids],
  )
  return new Map(rows.map(({ promotion, at }) => [promotion, at]))
}

/** Returns how often a shopper used each of some promotions, in orders that stand, by the promotion's id. */
export function readingUsesBy(shopper: string, ids: readonly string[]): Reading<Record<string, number>> {
  const sql = `select promotion, count(*) as uses from order_promotions
     where shopper = ? and promotion in (?) and is_cancelled = 0 group by promotion`
  return {
    statements: [{ sql, values: [shopper, ids] }],
    read([rows = []]) {
      const uses = new Map((rows as { promotion: string; uses: number }[]).map((row) => [row.promotion, row.uses]))
      return Object.fromEntries(ids.map((id) => [id, Number(uses.get(id) ?? 0)]))
    },
  }
}

/** Counts the uses of some promotions since an instant, up to a limit. */
export async function countUsesSince(
  connection: Connection,
  promotions: readonly string[],
  { since, limit }: { readonly since: Date; readonly limit: number },
): Promise<number> {
  const [row] = await ask<{ sold: number | string }>(
    connection,
    `select count(*) as sold from (
       select 1 from order_promotions where promotion in (?) and placed_at > ? limit ?
     ) as some`,
    [promotions, since, limit],
  )
  return Number(row!.sold)
}

/** Length of the steps of `listUsesBySteps`, in seconds: no step lies in two days of any time zone. */
export const STEP_S = 900

/** Uses of a promotion within one step, cancelled orders excluded. */
interface UsesInStep extends Counts {
  /** Number of the step since the epoch. */
  readonly step: number
}

/** Sums the uses of a promotion by steps of a quarter of an hour, oldest first. */
export async function listUsesBySteps(connection: Connection, promotion: string): Promise<UsesInStep[]> {
  const rows = await ask<Record<keyof UsesInStep, number | string>>(
    connection,
    `select floor(unix_timestamp(placed_at) / ${STEP_S}) as step, count(*) as uses, sum(units) as units,
       sum(given) as given, sum(added) as added
     from order_promotions where promotion = ? and is_cancelled = 0 group by step order by step`,
    [promotion],
  )
  return rows.map(({ step, uses, units, given, added }) => ({
    step: Number(step),
    uses: Number(uses),
    units: Number(units),
    given: Number(given),
    added: Number(added),
  }))
}

export interface UseRow {
  readonly number: string
  readonly placed_at: Date
  readonly promotion: string
  readonly name: string | null
  readonly code: string | null
  readonly units: number
  readonly given: number | string
  readonly added: number | string
  readonly is_cancelled: number
}

const ROWS_A_STEP = 20_000

/** Reads which order used which promotion, of one promotion or of all, in the order of orders: 20,000 rows at a time. */
export async function* readUses(connection: Connection, promotion: string | null): AsyncGenerator<UseRow[]> {
  for (let after: [number, string] = [0, '']; ;) {
    const part = await ask<UseRow & { order_id: number | string }>(
      connection,
      `select p.order_id, o.number, p.placed_at, p.promotion, promotions.name, p.code, p.units, p.given, p.added,
         p.is_cancelled
       from order_promotions p join orders o on o.id = p.order_id left join promotions on promotions.id = p.promotion
       where (p.order_id, p.promotion) > (?) ${promotion === null ? '' : 'and p.promotion = ?'}
       order by p.order_id, p.promotion limit ${ROWS_A_STEP}`,
      promotion === null ? [after] : [after, promotion],
    )
    yield part
    if (part.length < ROWS_A_STEP) return
    const last = lastOf(part)
    after = [Number(last.order_id), last.promotion]
  }
}
