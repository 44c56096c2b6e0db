import type { CorrectionRequest, CountsAnswer, SalesAnswer } from '@novalex/contract'
import {
  computeUnitsOnOffer,
  dateOf,
  formatAmount,
  toLocal,
  type CompiledPromotion,
  type Instant,
  type MinorUnits,
} from '@novalex/core'
import { recordActivity } from '../../data/activity/activity.repository.ts'
import type { Clock } from '../../platform/clock.ts'
import { ask, askTogether } from '../../platform/db/ask.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { writeTable } from '../../platform/files/writeTable.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { addingCounts, listCounts, type Counts, type PromotionCounts } from '../../data/counts/counts.repository.ts'

type Reached = NonNullable<CountsAnswer[number]['reached']>['limit']

/** What promotions have used up, and since when a limit is reached under the live release. */
export async function describeCounts({
  database,
  plans,
  clock,
}: {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
}): Promise<CountsAnswer> {
  const [{ plan }, counts] = await Promise.all([plans.getRecent(), listCounts(database)])
  const reached = new Map<string, Reached>()
  for (const one of counts) {
    const entry = plan.findPromotion(one.promotion)
    const limit = entry && findReached(entry, one, clock.now())
    if (limit) reached.set(one.promotion, limit)
  }
  const since = await findLastUses(database, [...reached.keys()])
  return counts.map((one) => {
    const limit = reached.get(one.promotion)
    const at = since.get(one.promotion)
    return { ...one, reached: limit ? { limit, since: at?.toISOString() ?? null } : null }
  })
}

function findReached({ promotion: { limits }, schedule }: CompiledPromotion, counts: Counts, now: Instant) {
  const onOffer = computeUnitsOnOffer(limits, { sold: Math.max(0, counts.units), now, end: schedule.end })
  if (limits.uses != null && counts.uses >= limits.uses) return 'uses'
  if (limits.units != null && counts.units >= onOffer) return 'units'
  return limits.budgetStops && limits.budget != null && counts.given >= limits.budget ? 'budget' : null
}

/** Nothing is sold once a limit is reached, so the last order that had it reached it. */
async function findLastUses(connection: Connection, ids: readonly string[]): Promise<Map<string, Date>> {
  if (ids.length === 0) return new Map()
  const rows = await ask<{ promotion: string; at: Date }>(
    connection,
    `select promotion, max(placed_at) as at from order_promotions
     where promotion in (?) and is_cancelled = 0 group by promotion`,
    [ids],
  )
  return new Map(rows.map(({ promotion, at }) => [promotion, at]))
}

const NOTHING: Counts = { uses: 0, units: 0, given: 0, added: 0 }
/** Fine enough that a step never lies in two days of any zone. */
const STEP_S = 900

interface DayRow {
  step: number | string
  uses: number | string
  units: string
  given: string
  added: string
}

/** A promotion's sales by day of the store's clock. */
export async function describeSales(connection: Connection, id: string, zone: string): Promise<SalesAnswer> {
  const [counts, steps, corrections] = await Promise.all([
    listCounts(connection, [id]),
    ask<DayRow>(
      connection,
      `select floor(unix_timestamp(placed_at) / ${STEP_S}) as step, count(*) as uses, sum(units) as units,
         sum(given) as given, sum(added) as added
       from order_promotions where promotion = ? and is_cancelled = 0 group by step order by step`,
      [id],
    ),
    ask<{ at: Date; made_by: string; units: number | string; reason: string }>(
      connection,
      'select at, made_by, units, reason from count_corrections where promotion = ? order by id desc limit 100',
      [id],
    ),
  ])
  const days = new Map<string, Counts>()
  for (const row of steps) {
    const day = dateOf(toLocal(Number(row.step) * STEP_S * 1000, zone))
    const known = days.get(day) ?? NOTHING
    days.set(day, {
      uses: known.uses + Number(row.uses),
      units: known.units + Number(row.units),
      given: known.given + Number(row.given),
      added: known.added + Number(row.added),
    })
  }
  const { promotion: _promotion, ...total } = counts[0] ?? { promotion: id, ...NOTHING }
  return {
    total,
    days: [...days].map(([day, figures]) => ({ day, ...figures })),
    corrections: corrections.map(({ at, made_by: by, units, reason }) => {
      return { at: at.toISOString(), by, units: Number(units), reason }
    }),
  }
}

/** Counts units that were sold elsewhere, or takes back such that were not. Throws `not-found`. */
export async function correctCount(
  { database, clock }: { readonly database: Database; readonly clock: Clock },
  { id, units, reason }: CorrectionRequest & { readonly id: string },
  by: string,
): Promise<void> {
  const promotion = (await database('promotions').where({ id }).first('name')) as { name: string } | undefined
  if (!promotion) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  await transact(database, async (transaction) => {
    const at = clock.now()
    const part: PromotionCounts = { promotion: id, uses: 0, units, given: 0, added: 0 }
    await askTogether(transaction, addingCounts([part]))
    await transaction('count_corrections').insert({
      promotion: id,
      at: new Date(at),
      made_by: by,
      units,
      reason: reason.trim(),
    })
    const detail = { name: promotion.name, soldElsewhere: units, reason: reason.trim() }
    await recordActivity(transaction, { at, by, action: 'correct-count', subject: id, detail })
  })
}

interface RedemptionRow {
  number: string
  placed_at: Date
  promotion: string
  name: string | null
  code: string | null
  units: number
  given: number | string
  added: number | string
  is_cancelled: number
}

const REDEMPTION_COLUMNS = ['order', 'placed_at', 'promotion', 'name', 'code', 'amount', 'added', 'units', 'cancelled']
const ROWS_A_STEP = 20_000

/** Which order used which promotion, with which code and for how much: as CSV. */
export async function writeRedemptions(connection: Connection, promotion: string | null): Promise<Uint8Array> {
  const rows: string[][] = []
  for (let after: [number, string] = [0, '']; ;) {
    const part = await ask<RedemptionRow & { order_id: number | string }>(
      connection,
      `select p.order_id, o.number, p.placed_at, p.promotion, promotions.name, p.code, p.units, p.given, p.added,
         p.is_cancelled
       from order_promotions p join orders o on o.id = p.order_id left join promotions on promotions.id = p.promotion
       where (p.order_id, p.promotion) > (?) ${promotion === null ? '' : 'and p.promotion = ?'}
       order by p.order_id, p.promotion limit ${ROWS_A_STEP}`,
      promotion === null ? [after] : [after, promotion],
    )
    rows.push(...part.map(toCells))
    if (part.length < ROWS_A_STEP) break
    const last = part.at(-1)!
    after = [Number(last.order_id), last.promotion]
  }
  return writeTable({ columns: REDEMPTION_COLUMNS, numbers: [], rows }, 'csv')
}

function toCells({
  number,
  placed_at: at,
  promotion,
  name,
  code,
  given,
  added,
  units,
  ...row
}: RedemptionRow): string[] {
  const money = (amount: number | string) => formatAmount(Number(amount) as MinorUnits)
  const cancelled = row.is_cancelled ? 'yes' : 'no'
  return [
    number,
    at.toISOString(),
    promotion,
    name ?? '',
    code ?? '',
    money(given),
    money(added),
    String(units),
    cancelled,
  ]
}
