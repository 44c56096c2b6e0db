import {
  createProblem,
  parseAmount,
  parsePercent,
  WHOLE,
  type FactsAsked,
  type MinorUnits,
  type Problem,
  type ProblemCode,
} from '../values/index.ts'
import { findDayOrder, toIsoMoment, type DayOrder } from './dayText.ts'

/** A kind of file with one record a row: its columns and how a row is read. */
export interface TableFormat<C extends string, R> {
  /** In the order in which they are written. */
  readonly columns: readonly C[]
  readonly required: readonly C[]
  /** The columns that tell rows apart; no file may hold the same texts in them twice, other than none at all. */
  readonly key: readonly C[]
  /** The columns whose cells are numbers in a spreadsheet. */
  readonly numbers: readonly C[]
  /** A row that shows how cells are filled in. */
  readonly example: readonly string[]
  /** The most rows of a file, where these may be more or fewer than of others. */
  readonly maxRows?: number
  parse(read: CellReader<C>): R
}

/** Reads the cells of one row; what can't be taken is noted, and something harmless given back. */
export interface CellReader<C extends string> {
  isEmpty(column: C): boolean
  text(column: C, max: number): string
  /** Entries separated by `|`, each once. */
  list(column: C, limits: { readonly max: number; readonly listed: number }): string[]
  amount(column: C): MinorUnits | null
  requiredAmount(column: C): MinorUnits
  rate(column: C): number
  count(column: C): number | null
  /** An instant (`2027-03-01T09:00:00Z`) or a time on the store's clock (`2027-03-01`, `2027-03-01 09:00`), as text. */
  moment(column: C): string
  complain<K extends ProblemCode>(code: K, column: C, ...facts: FactsAsked<K>): void
}

export const LIST_SEPARATOR = '|'

/** The column that rejected rows are sent back with; on the way in nobody looks at it. */
export const PROBLEM_COLUMN = 'problem'

/** Column of each heading, normalized by `normalizeHead`; null: ignored. */
export type HeadMeanings = ReadonlyMap<string, string | null>

const HEAD_MAX = 80

/** A head as it is told: no longer than any that means something. */
export const cutHead = (field: string) => field.trim().slice(0, HEAD_MAX).trim()

/** A head as it is compared: letter case and blanks don't matter. */
export const normalizeHead = (field: string) =>
  cutHead(field)
    .toLowerCase()
    .replace(/[\s-]+/g, '_')

/** The column that a head stands for: what was said that it means, else the one of its name. Undefined where there is none. */
export function findColumn<C extends string>(
  field: string,
  names: readonly C[],
  meanings: HeadMeanings,
): C | null | undefined {
  const given = normalizeHead(field)
  // Rows that were sent back come with what was wrong with them.
  if (given === PROBLEM_COLUMN) return null
  const meant = meanings.get(given)
  return meant === null ? null : names.find((one) => one === (meant ?? given))
}

/** Position of each column, or the header's problems. */
export function parseTableHeader<C extends string>(
  fields: readonly string[],
  { columns: names, required }: Pick<TableFormat<C, unknown>, 'columns' | 'required'>,
  meanings: HeadMeanings = new Map(),
): Map<C, number> | Problem[] {
  const columns = new Map<C, number>()
  const problems: Problem[] = []
  fields.forEach((field, index) => {
    const name = findColumn(field, names, meanings)
    if (name === null) return
    if (name === undefined)
      problems.push(
        createProblem('unknown-column', `${index + 1}`, { given: field.slice(0, 80), columns: names.join(', ') }),
      )
    else if (columns.has(name)) problems.push(createProblem('duplicate-column', `${index + 1}`, { given: name }))
    else columns.set(name, index)
  })
  for (const name of required) {
    if (!columns.has(name)) problems.push(createProblem('missing-column', name, { column: name }))
  }
  return problems.length > 0 ? problems : columns
}

interface DayOptions {
  /** How days with slashes are written; absent where each is read as it can only be. */
  readonly order?: DayOrder | null
  /** Hears of every day with slashes that can have one order only. */
  readonly onOrder?: (order: DayOrder) => void
}

/** Reads row after row of a file; problem paths are column names. */
export function createRowParser<C extends string, R>(
  columns: ReadonlyMap<C, number>,
  format: TableFormat<C, R>,
  days: DayOptions = {},
): (fields: readonly string[]) => R | Problem[] {
  let fields: readonly string[] = []
  let problems: Problem[] = []
  const reader = createCellReader<C>(
    (column) => fields[columns.get(column) ?? -1]?.trim() ?? '',
    (problem) => problems.push(problem),
    days,
  )
  return (next) => {
    fields = next
    problems = []
    const row = format.parse(reader)
    return problems.length > 0 ? problems : row
  }
}

// eslint-disable-next-line no-control-regex -- control characters are what it looks for
const hasControl = (text: string) => /[\u0000-\u0008\u000b\u000c\u000e-\u001f]/.test(text)

const KEPT_LISTS = 10_000

const MOMENT = /^\d{4}-\d\d-\d\d([ T]\d\d:\d\d(:\d\d(\.\d{1,3})?)?(Z|[+-]\d\d:\d\d)?)?$/
/** A whole number that a spreadsheet has rounded: what it was can't be told any more. */
const DAMAGED = /^\d(?:[.,]\d+)?E\+\d+$/i

function createCellReader<C extends string>(
  cell: (column: C) => string,
  note: (problem: Problem) => void,
  { order = null, onOrder }: DayOptions,
): CellReader<C> {
  const lists = new Map<string, string[]>()
  const complain = <K extends ProblemCode>(code: K, column: C, ...facts: FactsAsked<K>) => {
    note(createProblem(code, column, ...facts))
  }
  const require = (column: C) => {
    if (cell(column) === '') complain('required', column, {})
    return cell(column)
  }
  const limit = (text: string, column: C, max: number) => {
    if (text.length > max) complain('too-long', column, { given: text.length, max })
    if (hasControl(text)) complain('control-character', column)
    if (DAMAGED.test(text)) complain('damaged-number', column, { given: text.slice(0, 40) })
    return text
  }
  const amount = (column: C): MinorUnits | null => {
    const text = cell(column)
    if (text === '') return null
    const read = parseAmount(text)
    if (read === null) complain('not-an-amount', column, { given: text.slice(0, 40) })
    return read ?? 0
  }
  return {
    complain,
    isEmpty: (column) => cell(column) === '',
    text: (column, max) => limit(require(column), column, max),
    list(column, { max, listed }) {
      const text = cell(column)
      const key = `${column} ${text}`
      const known = lists.get(key)
      if (known) return known
      const entries = text
        .split(LIST_SEPARATOR)
        .map((entry) => entry.trim())
        .filter((entry) => entry !== '')
      const distinct = [...new Set(entries)]
      const isFit = distinct.length <= listed && distinct.every((entry) => entry.length <= max)
      if (distinct.length > listed) complain('too-many', column, { given: distinct.length, max: listed })
      const list = distinct.map((entry) => limit(entry, column, max))
      // The same few lists come again and again; what is wrong with one is said each time.
      if (isFit && !hasControl(text) && lists.size < KEPT_LISTS) lists.set(key, list)
      return list
    },
    amount,
    requiredAmount: (column) => (require(column) === '' ? 0 : (amount(column) ?? 0)),
    rate(column) {
      const text = require(column)
      if (text === '') return 0
      const rate = parsePercent(text)
      // 0.2 may be 20 % as a spreadsheet holds it, or a fifth of a percent.
      if (rate !== null && rate > 0 && rate < 100 && !text.includes('%'))
        complain('maybe-fraction', column, { given: text.slice(0, 40) })
      if (rate === null || rate > WHOLE) complain('not-a-rate', column, { given: text.slice(0, 40) })
      return rate ?? 0
    },
    moment(column) {
      const given = require(column)
      const told = onOrder && findDayOrder(given)
      if (told) onOrder(told)
      const text = toIsoMoment(given, order)
      if (text === null) complain('ambiguous-date', column, { given: given.slice(0, 40) })
      else if (text !== '' && !MOMENT.test(text)) complain('not-a-moment', column, { given: given.slice(0, 40) })
      return text ?? ''
    },
    count(column) {
      const text = cell(column)
      if (text === '') return null
      // 1.000 and 5,0 are whole numbers too.
      const count = /^\d{1,9}$/.test(text) ? Number(text) : (parseAmount(text) ?? Number.NaN) / 100
      if (!Number.isInteger(count)) complain('not-a-count', column, { given: text.slice(0, 40) })
      return Number.isInteger(count) ? count : 0
    },
  }
}
