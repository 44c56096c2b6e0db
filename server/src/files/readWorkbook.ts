import { Readable } from 'node:stream'
import { createProblem } from '@novalex/core'
import type ExcelJS from 'exceljs'
import { Unzip, UnzipInflate } from 'fflate'
import { MAX_ROWS } from './maxRows.ts'
import { UnreadableFile } from './UnreadableFile.ts'

/** The most that a workbook may unpack to. */
export const MAX_UNPACKED_BYTES = 256 * 2 ** 20
const PIECE_BYTES = 64 * 2 ** 10
/** Far more than any kind of file has. */
const MAX_COLUMNS = 300

/** Whether a file begins as a zip archive does, which every XLSX workbook is. */
export function isWorkbook(file: Uint8Array): boolean {
  return file[0] === 0x50 && file[1] === 0x4b && file[2] === 3 && file[3] === 4
}

/** The first sheet of an XLSX workbook as cells of text, some rows at a time. A formula is never run: it is refused where it stands. */
export async function* readWorkbook(
  file: Uint8Array,
  maxBytes: number = MAX_UNPACKED_BYTES,
): AsyncGenerator<string[][]> {
  const unpacked = measureUnpacked(file, maxBytes)
  if (unpacked === null) throw new UnreadableFile(createProblem('not-a-workbook', ''))
  if (unpacked > maxBytes)
    throw new UnreadableFile(createProblem('unpacks-too-large', '', { max: Math.floor(maxBytes / 2 ** 20) }))
  try {
    yield* readFirstSheet(file)
  } catch (thrown) {
    throw thrown instanceof UnreadableFile ? thrown : new UnreadableFile(createProblem('not-a-workbook', ''))
  }
}

async function* readFirstSheet(file: Uint8Array): AsyncGenerator<string[][]> {
  // Loaded when a workbook comes, since most never do.
  const { default: library } = await import('exceljs')
  const reader = new library.stream.xlsx.WorkbookReader(Readable.from([Buffer.from(file)]), {
    worksheets: 'emit',
    sharedStrings: 'cache',
    hyperlinks: 'ignore',
    styles: 'cache',
    entries: 'emit',
  })
  let batch: string[][] = []
  let rows = 0
  let width = 0
  for await (const sheet of reader) {
    for await (const row of sheet) {
      if (row.number - 1 > MAX_ROWS) throw new UnreadableFile(createProblem('too-many', '', { max: MAX_ROWS }))
      for (; rows < row.number - 1; rows++) batch.push([''])
      const cells = readRow(row)
      if (cells.length > MAX_COLUMNS)
        throw new UnreadableFile(createProblem('too-many-columns', `${row.number}`, { max: MAX_COLUMNS }))
      width ||= cells.length
      // Cells at a row's end that are empty are not in the file.
      if (cells.some((cell) => cell !== '')) while (cells.length < width) cells.push('')
      batch.push(cells)
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
  const cells = Array.from((row.values as ExcelJS.CellValue[]).slice(1), readCell)
  const formula = cells.indexOf(null)
  if (formula >= 0) throw new UnreadableFile(createProblem('formula', `${row.number}`, { column: formula + 1 }))
  return cells as string[]
}

const ROWS_A_BATCH = 2000

/** A cell's value as it would be typed; null for a formula. */
function readCell(value: ExcelJS.CellValue): string | null {
  if (value === null || value === undefined) return ''
  if (typeof value === 'number') return writeNumber(value)
  if (value instanceof Date) return value.toISOString().slice(0, 16).replace('T', ' ')
  if (typeof value !== 'object') return String(value)
  if ('formula' in value || 'sharedFormula' in value) return null
  if ('richText' in value) return value.richText.map(({ text }) => text).join('')
  return 'text' in value ? String(value.text) : ''
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
