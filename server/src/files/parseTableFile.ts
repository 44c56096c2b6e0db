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
  for await (const batch of readBatches(file, format.maxRows)) {
    if (!surroundings) {
      const [header] = batch
      if (!header || isBlank(header)) return refuse(createProblem('empty-file', ''))
      const columns = parseTableHeader(header, format)
      if (Array.isArray(columns)) return { ...EMPTY, problems: placeBelow('1', columns) }
      const parseRow = createRowParser(columns, format)
      surroundings = { format, columns, width: header.length, firstRow: new Map(), parseRow }
      batch[0] = []
    }
    for (const fields of batch) take(fields, ++number, surroundings, found)
    if (Math.floor(number / ROWS_A_STEP) > Math.floor((number - batch.length) / ROWS_A_STEP))
      await onProgress(1 - ROWS_HALF / (ROWS_HALF + number))
  }
  const { rows, numbers, problems } = found
  if (!surroundings || (rows.length === 0 && problems.length === 0)) return refuse(createProblem('empty-file', ''))
  return { columns: [...surroundings.columns.keys()], rows, numbers, problems }
}

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
  fields: string[],
  row: number,
  { columns, width, firstRow, format, parseRow }: Surroundings<C, R>,
): R | Problem[] {
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
