import { createProblem, type Problem } from '@novalex/core'
import Papa from 'papaparse'
import { isWorkbook, readWorkbook } from './readWorkbook.ts'

/** The most rows that a file may have. */
export const MAX_ROWS = 200_000

/** The rows of a file as cells of text, the header first, or why there are none. */
export async function readRecords(file: Uint8Array): Promise<string[][] | Problem> {
  if (file.length === 0) return createProblem('empty-file', '')
  const records = isWorkbook(file) ? await readWorkbook(file) : readCsv(file)
  if (Array.isArray(records) && records.length - 1 > MAX_ROWS)
    return createProblem('too-many', '', { given: records.length - 1, max: MAX_ROWS })
  return records
}

/** CSV in UTF-8, with or without a byte-order mark, separated by `;`, `,` or tabs, quoted line breaks allowed. */
function readCsv(file: Uint8Array): string[][] | Problem {
  const text = decodeText(file)
  if (typeof text !== 'string') return text
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: guessDelimiter(text), skipEmptyLines: false })
  const quotes = errors.find((error) => error.type === 'Quotes')
  if (quotes) return createProblem('broken-quotes', `${(quotes.row ?? 0) + 1}`)
  while (data.length > 0 && data.at(-1)!.every((field) => field === '')) data.pop()
  for (const fields of data) for (let at = 0; at < fields.length; at++) fields[at] = unmark(fields[at]!)
  return data
}

/** A cell without the mark that `writeTable` puts before what looks like a formula. */
function unmark(field: string): string {
  return field.startsWith("'") && /^'[=+\-@\t\r]/.test(field) ? field.slice(1) : field
}

/** The text of the file without its byte-order mark, or why it is none. */
function decodeText(file: Uint8Array): string | Problem {
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
