import {
  placeBelow,
  createProblem,
  createRowParser,
  parseTableHeader,
  type Problem,
  type TableFormat,
} from '@novalex/core'
import { readBatches } from './readRecords.ts'
import { UnreadableFile } from './UnreadableFile.ts'

export interface ParsedTable<C extends string, R> {
  readonly columns: readonly C[]
  readonly rows: readonly R[]
  /** In which row of the file each of them stands. */
  readonly numbers: readonly number[]
  /** Paths are `row.column`; row 1 is the header. A fault of the file as a whole has no row, or the first. */
  readonly problems: readonly Problem[]
}

/** Reads a file of one record a row, CSV or XLSX. `onProgress` hears of the rows read so far, as a share that is guessed. */
export async function parseTableFile<C extends string, R>(
  file: Uint8Array,
  format: TableFormat<C, R>,
  onProgress: (share: number) => Promise<void>,
): Promise<ParsedTable<C, R>> {
  try {
    return await parseBatches(file, format, onProgress)
  } catch (thrown) {
    if (thrown instanceof UnreadableFile) return refuse(thrown.problem)
    throw thrown
  }
}

async function parseBatches<C extends string, R>(
  file: Uint8Array,
  format: TableFormat<C, R>,
  onProgress: (share: number) => Promise<void>,
): Promise<ParsedTable<C, R>> {
  const found = { rows: [] as R[], numbers: [] as number[], problems: [] as Problem[] }
  let surroundings: Surroundings<C, R> | null = null
  let number = 0
  const isTable = (first: readonly (readonly string[])[]) => findHeader(first, format).columns instanceof Map
  for await (const batch of readBatches(file, { maxRows: format.maxRows, isTable })) {
    if (!surroundings) {
      const { at, header, columns } = findHeader(batch, format)
      if (!header) return refuse(createProblem('empty-file', ''))
      if (!(columns instanceof Map)) return { ...EMPTY, problems: placeBelow(String(at + 1), columns) }
      const parseRow = createRowParser(columns, format)
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
  return { columns: [...surroundings.columns.keys()], rows, numbers, problems }
}

/** Titles and blank lines may stand above the header. */
const LAST_HEADER = 20

/** The first row that can be the header; where none can, the first that is not blank, with what is wrong with it. */
function findHeader<C extends string, R>(rows: readonly (readonly string[])[], format: TableFormat<C, R>) {
  let first: { at: number; header?: readonly string[]; columns: Problem[] } = { at: 0, columns: [] }
  for (const [at, header] of rows.slice(0, LAST_HEADER).entries()) {
    if (isBlank(header)) continue
    const columns = parseTableHeader(trimEnd(header), format)
    if (columns instanceof Map) return { at, header, columns }
    if (!first.header) first = { at, header, columns }
  }
  return first
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

const EMPTY = { columns: [], rows: [], numbers: [] }

function refuse(problem: Problem): ParsedTable<never, never> {
  return { ...EMPTY, problems: [problem] }
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
  const key = format.key.map((column) => fields[columns.get(column)!]!.trim()).join(' · ')
  const first = firstRow.get(key)
  if (first !== undefined)
    return [createProblem('duplicate-key', `${row}.${format.key.at(-1)}`, { given: key.slice(0, 80), row: first })]
  firstRow.set(key, row)
  return result
}

function isBlank(fields: readonly string[]): boolean {
  return fields.every((field) => field.trim() === '')
}
