import type { CsvDialect } from '@novalex/contract'
import { PassThrough } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import Papa from 'papaparse'

export type TableFileType = 'csv' | 'xlsx'

/** The media types of the files that go out. */
export const MEDIA_TYPES: Readonly<Record<TableFileType, string>> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
}

export interface Table {
  readonly columns: readonly string[]
  /** The columns whose cells are numbers in a spreadsheet. */
  readonly numbers: readonly string[]
  /** All at once, or some after the other, so that many need not be in memory together. */
  readonly rows: Rows | AsyncIterable<Rows>
}

type Rows = readonly (readonly string[])[]

/** A file of one record a row. In neither kind is a cell ever a formula. */
export async function writeTable(table: Table, type: TableFileType, dialect: CsvDialect = 'comma'): Promise<Buffer> {
  return type === 'csv' ? writeCsv(table, dialect) : writeWorkbook(table)
}

async function* partsOf({ rows }: Table): AsyncGenerator<Rows> {
  if (Array.isArray(rows)) yield rows
  else yield* rows as AsyncIterable<Rows>
}

const BYTE_ORDER_MARK = '\ufeff'
const NUMBER = /^-?\d+(\.\d+)?$/
// The library's own pattern misses a cell with a line break in it.
const CSV = { newline: '\r\n', escapeFormulae: /^[=+\-@\t\r]/ }

/** Characters that XML forbids; one of them makes a workbook unreadable. Source: XML 1.0, section 2.2. */
// eslint-disable-next-line no-control-regex -- they are what is looked for
const NOT_IN_XML = /[\0-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]|\p{Cs}/gu

/** Marks text that a spreadsheet would run as a formula; `readRecords` removes the mark. */
async function writeCsv(table: Table, dialect: CsvDialect): Promise<Buffer> {
  const { columns, numbers } = table
  const isNumber = columns.map((column) => numbers.includes(column))
  const toCell = (cell: string, at: number) => (isNumber[at] && NUMBER.test(cell) ? cell.replace('.', ',') : cell)
  const write = (rows: Rows) =>
    dialect === 'comma'
      ? Papa.unparse(rows as string[][], CSV)
      : Papa.unparse(
          rows.map((row) => row.map(toCell)),
          { ...CSV, delimiter: ';' },
        )
  const pieces = [dialect === 'comma' ? '' : BYTE_ORDER_MARK, `${write([columns])}\r\n`]
  for await (const part of partsOf(table)) if (part.length > 0) pieces.push(`${write(part)}\r\n`)
  return Buffer.concat(pieces.map((piece) => Buffer.from(piece)))
}

async function writeWorkbook(table: Table): Promise<Buffer> {
  const { columns, numbers } = table
  const stream = new PassThrough()
  const collected = buffer(stream)
  const { default: library } = await import('exceljs')
  const workbook = new library.stream.xlsx.WorkbookWriter({ stream, useSharedStrings: false, useStyles: false })
  const sheet = workbook.addWorksheet('Novalex')
  const isNumber = columns.map((column) => numbers.includes(column))
  sheet.addRow([...columns]).commit()
  for await (const part of partsOf(table)) {
    for (const row of part) {
      const toCell = (cell: string, at: number) =>
        isNumber[at] && NUMBER.test(cell) ? Number(cell) : cell.replace(NOT_IN_XML, '\ufffd')
      sheet.addRow(row.map(toCell)).commit()
    }
  }
  sheet.commit()
  await workbook.commit()
  return collected
}
