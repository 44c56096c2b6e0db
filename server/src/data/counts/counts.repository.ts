import { toPromotionFacts, type Facts, type MinorUnits } from '@novalex/core'
import { ask, askTogether, type Statement } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

/** Usage of a promotion by orders and corrections. */
export interface Counts {
  readonly uses: number
  readonly units: number
  readonly given: MinorUnits
  readonly added: MinorUnits
}

export interface PromotionCounts extends Counts {
  readonly promotion: string
}

interface Row {
  promotion: string
  uses: string
  units: string
  given: string
  added: string
}

const FIGURES = ['uses', 'units', 'given', 'added'] as const
const SUMS = FIGURES.map((name) => `sum(${name}) as ${name}`).join(', ')
const COLUMNS = ['promotion', ...FIGURES].join(', ')

/** The counts of promotions of which anything is known; of some, or of all. */
export async function listCounts(connection: Connection, ids?: readonly string[]): Promise<PromotionCounts[]> {
  if (ids?.length === 0) return []
  const where = ids === undefined ? '' : 'where promotion in (?)'
  const values = ids === undefined ? [] : [ids, ids]
  // One statement sees a row and what is to be added to it at one instant.
  const rows = await ask<Row>(
    connection,
    `select promotion, ${SUMS} from (
       select ${COLUMNS} from promotion_counts ${where} union all select ${COLUMNS} from count_entries ${where}
     ) as parts group by promotion`,
    values,
  )
  return rows.map(toCounts)
}

/** The same of some promotions, whose rows nobody else writes until the transaction ends. */
export async function lockCounts(transaction: Connection, ids: readonly string[]): Promise<PromotionCounts[]> {
  if (ids.length === 0) return []
  await ask(
    transaction,
    'select promotion from promotion_counts where promotion in (?) order by promotion for update',
    [ids],
  )
  return listCounts(transaction, ids)
}

/** Adds to rows that the transaction holds, or that it may wait for. In the order of ids, as they are locked. */
export function addingCounts(parts: readonly PromotionCounts[]): Statement[] {
  if (parts.length === 0) return []
  const rows = parts.toSorted((a, b) => (a.promotion < b.promotion ? -1 : 1)).map(toCells)
  const sql = `insert into promotion_counts (${COLUMNS}) values ${rows.map(() => '(?)').join(', ')}
     on duplicate key update ${FIGURES.map((name) => `${name} = ${name} + values(${name})`).join(', ')}`
  return [{ sql, values: rows }]
}

/** Adds without waiting for anyone. */
export function appendingCounts(parts: readonly PromotionCounts[]): Statement[] {
  if (parts.length === 0) return []
  const sql = `insert into count_entries (${COLUMNS}) values ${parts.map(() => '(?)').join(', ')}`
  return [{ sql, values: parts.map(toCells) }]
}

/** Rows for promotions that have none yet, so that orders find something to lock. */
export async function ensureCounts(transaction: Connection, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return
  const rows = ids.toSorted().map((promotion) => toCells({ promotion, uses: 0, units: 0, given: 0, added: 0 }))
  await ask(
    transaction,
    `insert ignore into promotion_counts (${COLUMNS}) values ${rows.map(() => '(?)').join(', ')}`,
    rows,
  )
}

const ENTRIES_A_STEP = 2000

/** Adds up some of what was appended, passing over what another process is at; tells how much it was. */
export async function foldCounts(transaction: Connection): Promise<number> {
  const entries = await ask<Row & { id: number | string }>(
    transaction,
    `select id, ${COLUMNS} from count_entries order by id limit ${ENTRIES_A_STEP} for update skip locked`,
  )
  if (entries.length === 0) return 0
  const sums = new Map<string, PromotionCounts>()
  for (const entry of entries) {
    const one = toCounts(entry)
    const known = sums.get(one.promotion)
    sums.set(one.promotion, known ? { ...one, ...addCounts(known, one) } : one)
  }
  await askTogether(transaction, addingCounts([...sums.values()]))
  await transaction('count_entries')
    .whereIn(
      'id',
      entries.map(({ id }) => id),
    )
    .delete()
  return entries.length
}

/** As a quote asks for them. */
export function toFacts(counts: readonly PromotionCounts[]): Facts {
  return Object.fromEntries(counts.map((one) => [one.promotion, toPromotionFacts(one)]))
}

const toCounts = ({ promotion, uses, units, given, added }: Row): PromotionCounts => ({
  promotion,
  uses: Number(uses),
  units: Number(units),
  given: Number(given),
  added: Number(added),
})

const toCells = ({ promotion, uses, units, given, added }: PromotionCounts) => [promotion, uses, units, given, added]

export function addCounts(a: Counts, b: Counts): Counts {
  return {
    uses: a.uses + b.uses,
    units: a.units + b.units,
    given: a.given + b.given,
    added: a.added + b.added,
  }
}
