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
  readonly rows: readonly (readonly string[])[]
}

/** A file of one record a row. In neither kind is a cell ever a formula. */
export async function writeTable(table: Table, type: TableFileType): Promise<Buffer> {
  return type === 'csv' ? Buffer.from(writeCsv(table)) : writeWorkbook(table)
}

/** What a spreadsheet would take for a formula is marked as text; `readRecords` takes the mark off again. */
function writeCsv({ columns, rows }: Table): string {
  const content = { fields: [...columns], data: rows as string[][] }
  return `${Papa.unparse(content, { newline: '\r\n', escapeFormulae: true })}\r\n`
}

async function writeWorkbook({ columns, numbers, rows }: Table): Promise<Buffer> {
  const stream = new PassThrough()
  const collected = buffer(stream)
  const { default: library } = await import('exceljs')
  const workbook = new library.stream.xlsx.WorkbookWriter({ stream, useSharedStrings: false, useStyles: false })
  const sheet = workbook.addWorksheet('Novalex')
  const isNumber = columns.map((column) => numbers.includes(column))
  sheet.addRow([...columns]).commit()
  for (const row of rows) {
    sheet.addRow(row.map((cell, at) => (isNumber[at] && /^-?\d+(\.\d+)?$/.test(cell) ? Number(cell) : cell))).commit()
  }
  sheet.commit()
  await workbook.commit()
  return collected
}
