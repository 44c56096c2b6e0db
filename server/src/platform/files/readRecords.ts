import { isUtf8 } from 'node:buffer'
import { createProblem, lastOf } from '@novalex/core'
import Papa from 'papaparse'
import { UnreadableFile } from './UnreadableFile.ts'
import { MAX_ROWS } from './maxRows.ts'
import { isWorkbook, readWorkbook } from './readWorkbook.ts'

/** No cell of any file is this long: the longest is a list of categories. */
const LONGEST_CELL = 100_000

interface ReadOptions {
  readonly maxRows?: number | undefined
  /** Whether the first rows of a sheet of a workbook are those of the table that is looked for. */
  readonly isTable?: (rows: readonly (readonly string[])[]) => boolean
}

/** The rows of a file as cells of text, the header first, some at a time. Throws `UnreadableFile`. */
export async function* readBatches(
  file: Uint8Array,
  { maxRows = MAX_ROWS, isTable }: ReadOptions = {},
): AsyncGenerator<string[][]> {
  if (file.length === 0) throw new UnreadableFile(createProblem('empty-file', ''))
  let rows = 0
  for await (const batch of isWorkbook(file) ? readWorkbook(file, isTable ? { isTable } : {}) : readCsv(file)) {
    const long = batch.findIndex((fields) => fields.some((field) => field.length > LONGEST_CELL))
    if (long >= 0) throw new UnreadableFile(createProblem('cell-too-long', `${rows + long + 1}`, { max: LONGEST_CELL }))
    rows += batch.length
    if (rows - 1 > maxRows) throw new UnreadableFile(createProblem('too-many', '', { max: maxRows }))
    yield batch
  }
}

/** All of them at once. */
export async function readRecords(file: Uint8Array): Promise<string[][]> {
  const records: string[][] = []
  for await (const batch of readBatches(file)) records.push(...batch)
  return records
}

const ROWS_A_BATCH = 2000

/** CSV in UTF-8, UTF-16 or Windows-1252, separated by `;`, `,` or tabs, or as a first line `sep=;` says; quoted line breaks allowed. */
function* readCsv(file: Uint8Array): Generator<string[][]> {
  const pieces = decodePieces(file)
  let text = ''
  let isLast = false
  const readOn = () => {
    const { value, done } = pieces.next()
    isLast = done === true
    text += value ?? ''
  }
  readOn()
  const [line, named] = /^sep=(.)\r?\n?/i.exec(text) ?? []
  if (line !== undefined) text = text.slice(line.length)
  const delimiter = named ?? guessDelimiter(text)
  let newline: '\r\n' | '\n' | '\r' | '' = ''
  for (let row = 0; text.length > 0;) {
    const { data, errors, meta } = Papa.parse<string[]>(text, {
      delimiter,
      ...(newline ? { newline } : {}),
      skipEmptyLines: false,
      preview: ROWS_A_BATCH,
      // Its fast mode, for texts without quotes, gives a cursor that is one row too far.
      fastMode: false,
    })
    // What ends with the piece may go on in the next one.
    if (!meta.truncated && !isLast) {
      readOn()
      continue
    }
    newline = meta.linebreak as typeof newline
    const quotes = errors.find((error) => error.type === 'Quotes')
    if (quotes) throw new UnreadableFile(createProblem('broken-quotes', `${row + (quotes.row ?? 0) + 1}`))
    for (const fields of data) for (let at = 0; at < fields.length; at++) fields[at] = unmark(fields[at]!)
    if (!meta.truncated) while (data.length > 0 && lastOf(data).every((field) => field === '')) data.pop()
    row += data.length
    text = meta.truncated ? text.slice(meta.cursor) : ''
    yield data
  }
}

/** A cell without the mark that `writeTable` puts before what looks like a formula. */
function unmark(field: string): string {
  return field.startsWith("'") && /^'[=+\-@\t\r]/.test(field) ? field.slice(1) : field
}

const PIECE_BYTES = 2 ** 22

/** The text of the file without its byte-order mark, some of it at a time. */
function* decodePieces(file: Uint8Array): Generator<string> {
  const decoder = new TextDecoder(findEncoding(file))
  for (let from = 0; from < file.length; from += PIECE_BYTES)
    yield decoder.decode(file.subarray(from, from + PIECE_BYTES), { stream: from + PIECE_BYTES < file.length })
}

/**
 * How a text is encoded: UTF-16 where it begins with its mark, or is half zeros, as spreadsheets save “Unicode text”; UTF-8 where it can be; else
 * Windows-1252, as they save CSV in western Europe. Throws `UnreadableFile` for what is no text.
 */
function findEncoding(file: Uint8Array): string {
  const [first, second] = file
  if (first === 0xff && second === 0xfe) return 'utf-16le'
  if (first === 0xfe && second === 0xff) return 'utf-16be'
  if (file.includes(0)) {
    const start = file.subarray(0, 200)
    const zerosAt = (parity: number) => start.filter((byte, at) => at % 2 === parity && byte === 0).length
    if (zerosAt(1) > start.length / 4 && zerosAt(0) === 0) return 'utf-16le'
    if (zerosAt(0) > start.length / 4 && zerosAt(1) === 0) return 'utf-16be'
    throw new UnreadableFile(createProblem('not-text', ''))
  }
  return isUtf8(file) ? 'utf-8' : 'windows-1252'
}

/** The separator that the first line has most of. */
function guessDelimiter(text: string): string {
  const line = text.slice(0, text.search(/[\r\n]|$/))
  const count = (character: string) => line.split(character).length
  return [';', ',', '\t'].reduce((best, one) => (count(one) > count(best) ? one : best))
}
