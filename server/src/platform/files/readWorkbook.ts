import { Readable } from 'node:stream'
import { createProblem } from '@novalex/core'
import type ExcelJS from 'exceljs'
import { Unzip, UnzipInflate } from 'fflate'
import { MAX_ROWS } from './maxRows.ts'
import { UnreadableFile } from './UnreadableFile.ts'

/** The most that a workbook may unpack to. */
const MAX_UNPACKED_BYTES = 256 * 2 ** 20
const PIECE_BYTES = 64 * 2 ** 10
/** Far more than any kind of file has. */
const MAX_COLUMNS = 300

/** Whether a file begins as a zip archive does, which every XLSX workbook is. */
export function isWorkbook(file: Uint8Array): boolean {
  return file[0] === 0x50 && file[1] === 0x4b && file[2] === 3 && file[3] === 4
}

interface Options {
  readonly maxBytes?: number
  /** Whether the first rows of a sheet are those of the table that is looked for. */
  readonly isTable?: (rows: readonly (readonly string[])[]) => boolean
}

/**
 * The sheet of an XLSX workbook that holds the table, the first if none is known to, as cells of text, some rows at a time. A formula is never run: it is
 * refused where it stands.
 */
export async function* readWorkbook(
  file: Uint8Array,
  { maxBytes = MAX_UNPACKED_BYTES, isTable }: Options = {},
): AsyncGenerator<string[][]> {
  const unpacked = measureUnpacked(file, maxBytes)
  if (unpacked === null) throw new UnreadableFile(createProblem('not-a-workbook', ''))
  if (unpacked > maxBytes)
    throw new UnreadableFile(createProblem('unpacks-too-large', '', { max: Math.floor(maxBytes / 2 ** 20) }))
  try {
    yield* readSheet(file, isTable ? await findSheet(file, isTable) : 1)
  } catch (thrown) {
    throw thrown instanceof UnreadableFile ? thrown : new UnreadableFile(createProblem('not-a-workbook', ''))
  }
}

/** How many rows are looked at to tell whether a sheet is the one. */
const LOOKED_AT = 20

/** The number of the first sheet that holds the table, from 1; 1 where none does. */
async function findSheet(file: Uint8Array, isTable: NonNullable<Options['isTable']>): Promise<number> {
  let number = 0
  for await (const sheet of openSheets(file)) {
    number++
    const rows: string[][] = []
    for await (const row of sheet) {
      rows.push(Array.from((row.values as ExcelJS.CellValue[]).slice(1), (value) => readCell(value) ?? ''))
      if (rows.length === LOOKED_AT) break
    }
    if (isTable(rows)) return number
  }
  return 1
}

/** What the library's reader does with each part of a workbook. */
interface PartReader {
  _parseRels(part: Readable): Promise<void>
  _parseWorkbook(part: Readable): Promise<void>
  _parseStyles(part: Readable): Promise<void>
  _parseSharedStrings(part: Readable): AsyncIterable<unknown>
  _parseWorksheet(pieces: AsyncIterable<Uint8Array>, number: string): Iterable<{ readonly value: Sheet }>
}
type Sheet = ExcelJS.stream.xlsx.WorksheetReader

/**
 * The sheets of a workbook, in the order of the archive. The parts are unpacked here: the library's own unpacking loses one now and then, about one
 * workbook in two hundred.
 */
async function* openSheets(file: Uint8Array): AsyncGenerator<Sheet> {
  // Loaded when a workbook comes, since most never do.
  const { default: library } = await import('exceljs')
  const reader = new library.stream.xlsx.WorkbookReader('', {
    worksheets: 'emit',
    sharedStrings: 'cache',
    hyperlinks: 'ignore',
    styles: 'cache',
    entries: 'ignore',
  }) as unknown as PartReader
  const names = listParts(file)
  if (!names.includes('xl/workbook.xml')) throw new UnreadableFile(createProblem('not-a-workbook', ''))
  const open = (name: string) => Readable.from(unpackPart(file, name))
  if (names.includes('xl/_rels/workbook.xml.rels')) await reader._parseRels(open('xl/_rels/workbook.xml.rels'))
  await reader._parseWorkbook(open('xl/workbook.xml'))
  if (names.includes('xl/styles.xml')) await reader._parseStyles(open('xl/styles.xml'))
  if (names.includes('xl/sharedStrings.xml')) {
    for await (const _string of reader._parseSharedStrings(open('xl/sharedStrings.xml'))) void _string
  }
  for (const name of names) {
    const [, number] = /^xl\/worksheets\/sheet(\d+)\.xml$/.exec(name) ?? []
    if (number === undefined) continue
    for (const { value } of reader._parseWorksheet(unpackPart(file, name), number)) yield value
  }
}

function listParts(file: Uint8Array): string[] {
  const names: string[] = []
  const unzip = new Unzip(({ name }) => names.push(name))
  unzip.push(file, true)
  return names
}

/** A part of a workbook, piece by piece, so that none is ever in memory whole. Throws for one that is damaged. */
async function* unpackPart(file: Uint8Array, wanted: string): AsyncGenerator<Uint8Array> {
  const pieces: Uint8Array[] = []
  let isDone = false
  const unzip = new Unzip((entry) => {
    if (entry.name !== wanted) return
    entry.ondata = (error, piece, isLast) => {
      if (error) throw error
      pieces.push(piece)
      isDone = isLast
    }
    entry.start()
  })
  unzip.register(UnzipInflate)
  for (let from = 0; from < file.length && !isDone; from += PIECE_BYTES) {
    unzip.push(file.subarray(from, from + PIECE_BYTES), from + PIECE_BYTES >= file.length)
    for (const piece of pieces.splice(0)) yield piece
  }
}

async function* readSheet(file: Uint8Array, wanted: number): AsyncGenerator<string[][]> {
  let batch: string[][] = []
  let rows = 0
  let width = 0
  let number = 0
  for await (const sheet of openSheets(file)) {
    if (++number < wanted) continue
    for await (const row of sheet) {
      if (row.number - 1 > MAX_ROWS) throw new UnreadableFile(createProblem('too-many', '', { max: MAX_ROWS }))
      for (; rows < row.number - 1; rows++) batch.push([''])
      const cells = readRow(row)
      if (cells.length > MAX_COLUMNS)
        throw new UnreadableFile(createProblem('too-many-columns', `${row.number}`, { max: MAX_COLUMNS }))
      width ||= cells.length
      // Cells at a row's end that are empty are not in the file.
      const missing = cells.some((cell) => cell !== '') ? Math.max(width - cells.length, 0) : 0
      batch.push([...cells, ...Array<string>(missing).fill('')])
      rows++
      if (batch.length < ROWS_A_BATCH) continue
      yield batch
      batch = []
    }
    break
  }
  yield batch
}

function readRow(row: ExcelJS.Row): string[] {
  const cells = Array.from((row.values as ExcelJS.CellValue[]).slice(1), (value, at) =>
    readCell(value, typeof value === 'number' ? row.getCell(at + 1).numFmt : undefined),
  )
  const formula = cells.indexOf(null)
  if (formula >= 0) throw new UnreadableFile(createProblem('formula', `${row.number}`, { column: formula + 1 }))
  return cells as string[]
}

const ROWS_A_BATCH = 2000

/** A cell's value as it is shown, and would be typed; null for a formula. `format`: the number format of its cell. */
function readCell(value: ExcelJS.CellValue, format?: string): string | null {
  if (value === null || value === undefined) return ''
  if (typeof value === 'number') return writeFormatted(value, format)
  if (value instanceof Date) return value.toISOString().slice(0, 16).replace('T', ' ')
  if (typeof value !== 'object') return String(value)
  if ('formula' in value || 'sharedFormula' in value) return null
  if ('richText' in value) return value.richText.map(({ text }) => text).join('')
  return 'text' in value ? String(value.text) : ''
}

/** A cell that shows `20 %` holds 0.2, one that shows `00123` holds 123. */
function writeFormatted(value: number, format = ''): string {
  if (format.includes('%')) return `${Number((value * 100).toFixed(6))}%`
  if (/^0{2,}$/.test(format) && Number.isInteger(value) && value >= 0) return String(value).padStart(format.length, '0')
  return writeNumber(value)
}

/** With as many decimals as it needs; three would read as thousands. */
function writeNumber(value: number): string {
  const rounded = Math.round(value * 100) / 100
  if (Number.isInteger(value)) return String(value)
  return Math.abs(rounded - value) < 1e-9 ? rounded.toFixed(2) : value.toFixed(4)
}

/** How many bytes an archive really unpacks to, counted while unpacking and given up beyond the limit; null where it is none. */
function measureUnpacked(file: Uint8Array, maxBytes: number): number | null {
  let bytes = 0
  let broken = false
  const unzip = new Unzip((entry) => {
    entry.ondata = (error, piece) => {
      if (error) broken = true
      else bytes += piece.length
    }
    entry.start()
  })
  unzip.register(UnzipInflate)
  try {
    for (let from = 0; from < file.length && bytes <= maxBytes; from += PIECE_BYTES) {
      unzip.push(file.subarray(from, from + PIECE_BYTES), from + PIECE_BYTES >= file.length)
    }
  } catch {
    return null
  }
  return broken ? null : bytes
}
