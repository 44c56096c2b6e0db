import { createProblem, parseTableHeader, parseTableRow, type Problem, type TableFormat } from '@novalex/core'
import Papa from 'papaparse'

export interface ParsedTable<C extends string, R> {
  readonly columns: readonly C[]
  readonly rows: readonly R[]
  /** Paths are `row.column`; row 1 is the header. */
  readonly problems: readonly Problem[]
}

export const MAX_ROWS = 200_000
const ROWS_A_STEP = 2000

/**
 * Reads a file of one record a row: CSV in UTF-8, with or without a byte-order mark, separated by `;`, `,` or tabs, quoted line breaks
 * allowed. `onProgress` hears the share of the rows read so far.
 */
export async function parseTableFile<C extends string, R>(
  file: Uint8Array,
  format: TableFormat<C, R>,
  onProgress: (share: number) => Promise<void>,
): Promise<ParsedTable<C, R>> {
  const text = decodeText(file)
  if (typeof text !== 'string') return refuse(text)
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: guessDelimiter(text), skipEmptyLines: false })
  const quotes = errors.find((error) => error.type === 'Quotes')
  if (quotes) return refuse(createProblem('broken-quotes', `${(quotes.row ?? 0) + 1}`))
  const [header, ...records] = data
  if (!header || isBlank(header)) return refuse(createProblem('empty-file', ''))
  const columns = parseTableHeader(header, format)
  if (Array.isArray(columns))
    return { ...EMPTY, problems: columns.map((problem) => ({ ...problem, path: `1.${problem.path}` })) }
  if (records.length > MAX_ROWS) return refuse(createProblem('too-many', '', { given: records.length, max: MAX_ROWS }))
  const rows: R[] = []
  const problems: Problem[] = []
  const firstRow = new Map<string, number>()
  for (const [index, fields] of records.entries()) {
    if (index % ROWS_A_STEP === 0) await onProgress(index / records.length)
    if (isBlank(fields)) continue
    const result = parseRecord(fields, index + 2, { columns, width: header.length, firstRow, format })
    if (Array.isArray(result)) problems.push(...result)
    else rows.push(result)
  }
  if (rows.length === 0 && problems.length === 0) return refuse(createProblem('empty-file', ''))
  return { columns: [...columns.keys()], rows, problems }
}

const EMPTY = { columns: [], rows: [] }

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
  const result = parseTableRow(fields.map(unmark), columns, format)
  if (Array.isArray(result)) return result.map((problem) => ({ ...problem, path: `${row}.${problem.path}` }))
  const key = fields[columns.get(format.key)!]!.trim()
  const first = firstRow.get(key)
  if (first !== undefined)
    return [createProblem('duplicate-key', `${row}.${format.key}`, { given: key.slice(0, 80), row: first })]
  firstRow.set(key, row)
  return result
}

/** A cell without the mark that `writeTable` puts before what looks like a formula. */
function unmark(field: string): string {
  return /^'[=+\-@\t\r]/.test(field) ? field.slice(1) : field
}

/** The text of the file without its byte-order mark, or why it is none. */
function decodeText(file: Uint8Array): string | Problem {
  if (file.length === 0) return createProblem('empty-file', '')
  if (file.includes(0)) return createProblem('not-text', '')
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(file)
  } catch {
    return createProblem('not-utf8', '')
  }
}

/** The separator that the first line has most of. */
function guessDelimiter(text: string): string {
  const line = text.slice(0, text.search(/[\r\n]|$/))
  const count = (character: string) => line.split(character).length
  return [';', ',', '\t'].reduce((best, one) => (count(one) > count(best) ? one : best))
}

function isBlank(fields: readonly string[]): boolean {
  return fields.every((field) => field.trim() === '')
}
