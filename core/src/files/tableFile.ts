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

/** A kind of file with one record a row: its columns and how a row is read. */
export interface TableFormat<C extends string, R> {
  /** In the order in which they are written. */
  readonly columns: readonly C[]
  readonly required: readonly C[]
  /** The columns that tell rows apart; no file may hold the same texts in them twice. */
  readonly key: readonly C[]
  /** The columns whose cells are numbers in a spreadsheet. */
  readonly numbers: readonly C[]
  /** A row that shows how cells are filled in. */
  readonly example: readonly string[]
  /** The most rows of a file of text, where these may be more than of others. */
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

/** Where each column stands in the file, or what is wrong with the header. Letter case and blanks in names don't matter. */
export function parseTableHeader<C extends string>(
  fields: readonly string[],
  { columns: names, required }: Pick<TableFormat<C, unknown>, 'columns' | 'required'>,
): Map<C, number> | Problem[] {
  const columns = new Map<C, number>()
  const problems: Problem[] = []
  fields.forEach((field, index) => {
    const given = field
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, '_')
    const name = names.find((one) => one === given)
    // Rows that were sent back come with what was wrong with them.
    if (given === PROBLEM_COLUMN) return
    if (!name)
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

/** Reads row after row of a file; problem paths are column names. */
export function createRowParser<C extends string, R>(
  columns: ReadonlyMap<C, number>,
  format: TableFormat<C, R>,
): (fields: readonly string[]) => R | Problem[] {
  let fields: readonly string[] = []
  let problems: Problem[] = []
  const reader = createCellReader<C>(
    (column) => fields[columns.get(column) ?? -1]?.trim() ?? '',
    (problem) => problems.push(problem),
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

const DAY_FIRST = /^(\d{1,2})\.(\d{1,2})\.(\d{4})(?:[ T,]+(\d{1,2}):(\d\d)(?::\d\d)?)?$/
const SLASHED = /^(\d{1,2})\/(\d{1,2})\/(\d{4})(?:[ T,]+(\d{1,2}):(\d\d)(?::\d\d)?)?$/
/** The days of a spreadsheet, counted from 30 December 1899, for the years 1982 to 2119. */
const SERIAL = /^([34567]\d{4})(?:[.,](\d+))?$/
const SERIAL_START = Date.UTC(1899, 11, 30)
const MINUTES_A_DAY = 1440

/** A day and time as people and spreadsheets write them, the ISO way; `ambiguous` where day and month can't be told apart. Other text stays. */
function toIsoMoment(text: string): string {
  const serial = SERIAL.exec(text)
  if (serial) {
    const minutes = Math.round(Number(`${serial[1]}.${serial[2] ?? '0'}`) * MINUTES_A_DAY)
    return new Date(SERIAL_START + minutes * 60_000).toISOString().slice(0, 16).replace('T', ' ')
  }
  const dotted = DAY_FIRST.exec(text)
  const slashed = dotted ? null : SLASHED.exec(text)
  const found = dotted ?? slashed
  if (!found) return text
  const [, first, second, year, hour, minute] = found as unknown as [string, string, string, string, string?, string?]
  const isMonthFirst = slashed !== null && Number(second) > 12
  if (slashed && Number(first) <= 12 && Number(second) <= 12 && first !== second) return 'ambiguous'
  const [day, month] = isMonthFirst ? [second, first] : [first, second]
  const date = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
  return hour === undefined ? date : `${date} ${hour.padStart(2, '0')}:${minute}`
}

function createCellReader<C extends string>(
  cell: (column: C) => string,
  note: (problem: Problem) => void,
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
      const text = toIsoMoment(given)
      if (text === 'ambiguous') complain('ambiguous-date', column, { given: given.slice(0, 40) })
      else if (text !== '' && !MOMENT.test(text)) complain('not-a-moment', column, { given: given.slice(0, 40) })
      return text
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
