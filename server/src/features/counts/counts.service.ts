import { heads } from '../../locale/catalogue.ts'
import type { CorrectionRequest, CountsAnswer, SalesAnswer } from '@novalex/contract'
import {
  toIso,
  computeUnitsOnOffer,
  dateOf,
  formatAmount,
  toLocal,
  type CompiledPromotion,
  type Instant,
  type MinorUnits,
} from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { askTogether } from '../../platform/db/ask.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { writeTable } from '../../platform/files/writeTable.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import {
  addCounts,
  addingCounts,
  type Counts,
  insertCorrection,
  listCorrections,
  listCounts,
  type PromotionCounts,
} from '../../data/counts/index.ts'
import { findLastUses, listUsesBySteps, readUses, STEP_S, type UseRow } from '../../data/orders/index.ts'
import { findPromotionName } from '../../data/promotions/index.ts'

type Reached = NonNullable<CountsAnswer[number]['reached']>['limit']

/** Usage counts of promotions, and when a limit of the live release was reached. */
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
    return {
      promotion: one.promotion,
      ...toFigures(one),
      reached: limit ? { limit, since: at?.toISOString() ?? null } : null,
    }
  })
}

const toFigures = ({ uses, units, given, added }: Counts) => ({ uses, units, discount: given, added })

function findReached({ promotion: { limits }, schedule }: CompiledPromotion, counts: Counts, now: Instant) {
  const onOffer = computeUnitsOnOffer(limits, { sold: Math.max(0, counts.units), now, end: schedule.end })
  if (limits.uses != null && counts.uses >= limits.uses) return 'uses'
  if (limits.units != null && counts.units >= onOffer) return 'units'
  return limits.budgetStops && limits.budget != null && counts.given >= limits.budget ? 'budget' : null
}

const NOTHING: Counts = { uses: 0, units: 0, given: 0, added: 0 }
/** A promotion's sales by day of the store's clock. */
export async function describeSales(connection: Connection, id: string, zone: string): Promise<SalesAnswer> {
  const [counts, steps, corrections] = await Promise.all([
    listCounts(connection, [id]),
    listUsesBySteps(connection, id),
    listCorrections(connection, id),
  ])
  const days = new Map<string, Counts>()
  for (const { step, ...uses } of steps) {
    const day = dateOf(toLocal(step * STEP_S * 1000, zone))
    days.set(day, addCounts(days.get(day) ?? NOTHING, uses))
  }
  return {
    total: toFigures(counts[0] ?? NOTHING),
    days: [...days].map(([day, figures]) => ({ day, ...toFigures(figures) })),
    corrections: corrections.map(({ at, ...correction }) => ({ at: toIso(at), ...correction })),
  }
}

/** Counts units that were sold elsewhere, or takes back such that were not. Throws `not-found`. */
export async function correctCount(
  { database, clock }: { readonly database: Database; readonly clock: Clock },
  { id, units, reason }: CorrectionRequest & { readonly id: string },
  by: string,
): Promise<void> {
  const name = await findPromotionName(database, id)
  if (name === null) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  await transact(database, async (transaction) => {
    const at = clock.now()
    const part: PromotionCounts = { promotion: id, uses: 0, units, given: 0, added: 0 }
    await askTogether(transaction, addingCounts([part]))
    await insertCorrection(transaction, id, { at, by, units, reason: reason.trim() })
    const detail = { name, soldElsewhere: units, reason: reason.trim() }
    await recordActivity(transaction, { at, by, action: 'correct-count', subject: id, detail })
  })
}

/** CSV of promotion uses: order, promotion, code and amount. */
export async function writeRedemptions(connection: Connection, promotion: string | null): Promise<Uint8Array> {
  async function* rows() {
    for await (const part of readUses(connection, promotion)) yield part.map(toCells)
  }
  return writeTable({ columns: heads.redemptions, numbers: [], rows: rows() }, 'csv')
}

function toCells({ number, placed_at: at, promotion, name, code, given, added, units, ...row }: UseRow): string[] {
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
