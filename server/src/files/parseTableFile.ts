import { createProblem, parseTableHeader, parseTableRow, type Problem, type TableFormat } from '@novalex/core'
import { readRecords } from './readRecords.ts'

export interface ParsedTable<C extends string, R> {
  readonly columns: readonly C[]
  readonly rows: readonly R[]
  /** In which row of the file each of them stands. */
  readonly numbers: readonly number[]
  /** Paths are `row.column`; row 1 is the header. A fault of the file as a whole has no row, or the first. */
  readonly problems: readonly Problem[]
}

const ROWS_A_STEP = 2000

/** Reads a file of one record a row, CSV or XLSX. `onProgress` hears the share of the rows read so far. */
export async function parseTableFile<C extends string, R>(
  file: Uint8Array,
  format: TableFormat<C, R>,
  onProgress: (share: number) => Promise<void>,
): Promise<ParsedTable<C, R>> {
  const data = await readRecords(file)
  if (!Array.isArray(data)) return refuse(data)
  const [header, ...records] = data
  if (!header || isBlank(header)) return refuse(createProblem('empty-file', ''))
  const columns = parseTableHeader(header, format)
  if (Array.isArray(columns))
    return { ...EMPTY, problems: columns.map((problem) => ({ ...problem, path: `1.${problem.path}` })) }
  const rows: R[] = []
  const numbers: number[] = []
  const problems: Problem[] = []
  const firstRow = new Map<string, number>()
  for (const [index, fields] of records.entries()) {
    if (index % ROWS_A_STEP === 0) await onProgress(index / records.length)
    if (isBlank(fields)) continue
    const result = parseRecord(fields, index + 2, { columns, width: header.length, firstRow, format })
    if (Array.isArray(result)) problems.push(...result)
    else {
      rows.push(result)
      numbers.push(index + 2)
    }
  }
  if (rows.length === 0 && problems.length === 0) return refuse(createProblem('empty-file', ''))
  return { columns: [...columns.keys()], rows, numbers, problems }
}

const EMPTY = { columns: [], rows: [], numbers: [] }

function refuse(problem: Problem): ParsedTable<never, never> {
  return { ...EMPTY, problems: [problem] }
}

interface Surroundings<C extends string, R> {
  readonly format: TableFormat<C, R>
  readonly columns: ReadonlyMap<C, number>
  readonly width: number
  readonly firstRow: Map<string, number>
}

function parseRecord<C extends string, R>(
  fields: string[],
  row: number,
  { columns, width, firstRow, format }: Surroundings<C, R>,
): R | Problem[] {
  if (fields.length !== width)
    return [createProblem('wrong-field-count', `${row}`, { given: fields.length, wanted: width })]
  const result = parseTableRow(fields, columns, format)
  if (Array.isArray(result)) return result.map((problem) => ({ ...problem, path: `${row}.${problem.path}` }))
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
