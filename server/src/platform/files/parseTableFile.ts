import {
  placeBelow,
  createProblem,
  createRowParser,
  cutHead,
  findColumn,
  parseTableHeader,
  type DayOrder,
  type HeadMeanings,
  type Problem,
  type TableFormat,
} from '@novalex/core'
import { readBatches } from './readRecords.ts'
import { UnreadableFile } from './UnreadableFile.ts'

/** Hears of a share, 0 to 1. */
export type ProgressHearer = (share: number) => Promise<void>

/** Column meanings and date format, where the file is ambiguous. */
export interface FileReading {
  readonly heads: HeadMeanings
  /** How its days with slashes are written; null where nobody said. */
  readonly days: DayOrder | null
}

/** Read by its own heads and days. */
const PLAIN_READING: FileReading = { heads: new Map(), days: null }

export interface ReadingOptions {
  readonly reading?: FileReading
  readonly onProgress?: ProgressHearer
}

/** A head of a file with the first that stands below it, and the column that it is read as; null where it is passed over. */
export interface FileHead {
  readonly head: string
  readonly column: string | null
  readonly samples: string[]
}

export interface ParsedTable<C extends string, R> {
  readonly columns: readonly C[]
  readonly rows: readonly R[]
  /** In which row of the file each of them stands. */
  readonly numbers: readonly number[]
  /** Paths are `row.column`; row 1 is the header. A fault of the file as a whole has no row, or the first. */
  readonly problems: readonly Problem[]
  /** All that the header holds; none where there is no header. */
  readonly heads: readonly FileHead[]
  /** In which row of the file the header stands. */
  readonly headerRow: number
}

/**
 * Reads a file of one record a row, CSV or XLSX. `onProgress` hears of the rows read so far, as a share that is guessed. Days with slashes are read
 * as was said; else as those of them that can be read in one way only, if these agree.
 */
export async function parseTableFile<C extends string, R>(
  file: Uint8Array,
  format: TableFormat<C, R>,
  { reading = PLAIN_READING, onProgress = () => Promise.resolve() }: ReadingOptions = {},
): Promise<ParsedTable<C, R>> {
  try {
    const orders = new Set<DayOrder>()
    const parsed = await parseBatches(file, format, { reading, onProgress, onOrder: (order) => orders.add(order) })
    const [days, other] = orders
    const isUnsure = parsed.problems.some(({ code }) => code === 'ambiguous-date')
    if (!isUnsure || days === undefined || other !== undefined) return parsed
    return await parseBatches(file, format, { reading: { ...reading, days }, onProgress })
  } catch (thrown) {
    if (thrown instanceof UnreadableFile) return refuse(thrown.problem)
    throw thrown
  }
}

async function parseBatches<C extends string, R>(
  file: Uint8Array,
  format: TableFormat<C, R>,
  { reading, onProgress, onOrder }: Required<ReadingOptions> & { readonly onOrder?: (order: DayOrder) => void },
): Promise<ParsedTable<C, R>> {
  const { heads: meanings, days: order } = reading
  const found: { rows: R[]; numbers: number[]; problems: Problem[] } = { rows: [], numbers: [], problems: [] }
  let surroundings: Surroundings<C, R> | null = null
  let number = 0
  let heads: FileHead[] = []
  let headerRow = 0
  const isTable = (first: readonly (readonly string[])[]) => findHeader(first, format, meanings).columns instanceof Map
  for await (const batch of readBatches(file, { maxRows: format.maxRows, isTable })) {
    if (!surroundings) {
      const { at, header, columns } = findHeader(batch, format, meanings)
      if (!header) return refuse(createProblem('empty-file', ''))
      headerRow = at + 1
      heads = describeHeads(
        header,
        batch.slice(headerRow),
        (head) => findColumn(head, format.columns, meanings) ?? null,
      )
      if (!(columns instanceof Map))
        return { ...NO_TABLE, heads, headerRow, problems: placeBelow(String(headerRow), columns) }
      const parseRow = createRowParser(columns, format, { order, ...(onOrder ? { onOrder } : {}) })
      surroundings = { format, columns, width: trimEnd(header).length, firstRow: new Map(), parseRow }
      // Titles above the header, and the header itself.
      for (let above = 0; above <= at; above++) batch[above] = []
    }
    for (const fields of batch) take(fields, ++number, surroundings, found)
    if (Math.floor(number / ROWS_A_STEP) > Math.floor((number - batch.length) / ROWS_A_STEP))
      await onProgress(1 - ROWS_HALF / (ROWS_HALF + number))
  }
  const { rows, numbers, problems } = found
  if (!surroundings || (rows.length === 0 && problems.length === 0)) return refuse(createProblem('empty-file', ''))
  return { columns: [...surroundings.columns.keys()], rows, numbers, problems, heads, headerRow }
}

const SAMPLES = 3
/** No kind of file has as many columns; of one that has, the first are told. */
const TOLD_HEADS = 500
const SAMPLE_MAX = 60

function describeHeads(
  header: readonly string[],
  rows: readonly (readonly string[])[],
  columnOf: (head: string) => string | null,
): FileHead[] {
  return trimEnd(header)
    .slice(0, TOLD_HEADS)
    .map((head, at) => {
      const samples = new Set<string>()
      for (const row of rows) {
        const text = row[at]?.trim() ?? ''
        if (text !== '') samples.add(text.slice(0, SAMPLE_MAX))
        if (samples.size === SAMPLES) break
      }
      return { head: cutHead(head), column: columnOf(head), samples: [...samples] }
    })
}

/** Titles and blank lines may stand above the header. */
const LAST_HEADER = 20

/** The first row that can be the header; where none can, the first of those with most cells, with what is wrong with it. */
function findHeader<C extends string, R>(
  rows: readonly (readonly string[])[],
  format: TableFormat<C, R>,
  meanings: HeadMeanings,
) {
  let widest: { at: number; header?: readonly string[]; columns: Problem[]; cells: number } = {
    at: 0,
    columns: [],
    cells: 0,
  }
  for (const [at, header] of rows.slice(0, LAST_HEADER).entries()) {
    if (isBlank(header)) continue
    const columns = parseTableHeader(trimEnd(header), format, meanings)
    if (columns instanceof Map) return { at, header, columns }
    const cells = header.filter((field) => field.trim() !== '').length
    if (cells > widest.cells) widest = { at, header, columns, cells }
  }
  return widest
}

/** A title's row may be as wide as the table. */
const trimEnd = (fields: readonly string[]) => fields.slice(0, fields.findLastIndex((field) => field.trim() !== '') + 1)

const ROWS_A_STEP = 10_000

function take<C extends string, R>(
  fields: string[],
  number: number,
  surroundings: Surroundings<C, R>,
  { rows, numbers, problems }: { rows: R[]; numbers: number[]; problems: Problem[] },
): void {
  if (isBlank(fields)) return
  const result = parseRecord(fields, number, surroundings)
  if (Array.isArray(result)) problems.push(...result)
  else {
    rows.push(result)
    numbers.push(number)
  }
}

/** After so many rows the bar stands at half: how many there are is only known at the end. */
const ROWS_HALF = 30_000

/** Nothing that could be read. */
export const NO_TABLE = { columns: [], rows: [], numbers: [], heads: [], headerRow: 1 }

function refuse(problem: Problem): ParsedTable<never, never> {
  return { ...NO_TABLE, problems: [problem] }
}

interface Surroundings<C extends string, R> {
  readonly format: TableFormat<C, R>
  readonly columns: ReadonlyMap<C, number>
  readonly width: number
  readonly firstRow: Map<string, number>
  readonly parseRow: (fields: readonly string[]) => R | Problem[]
}

function parseRecord<C extends string, R>(
  given: string[],
  row: number,
  { columns, width, firstRow, format, parseRow }: Surroundings<C, R>,
): R | Problem[] {
  // Empty cells beyond the table, as spreadsheets leave them.
  const fields = given.length > width && isBlank(given.slice(width)) ? given.slice(0, width) : given
  if (fields.length !== width)
    return [createProblem('wrong-field-count', `${row}`, { given: fields.length, wanted: width })]
  const result = parseRow(fields)
  if (Array.isArray(result)) return placeBelow(String(row), result)
  if (format.key.length === 0) return result
  const key = format.key.map((column) => fields[columns.get(column) ?? -1]?.trim() ?? '').join(' · ')
  // What has no key yet is new, each row for itself.
  if (key === '') return result
  const first = firstRow.get(key)
  if (first !== undefined)
    return [createProblem('duplicate-key', `${row}.${format.key.at(-1)}`, { given: key.slice(0, 80), row: first })]
  firstRow.set(key, row)
  return result
}

function isBlank(fields: readonly string[]): boolean {
  return fields.every((field) => field.trim() === '')
}
