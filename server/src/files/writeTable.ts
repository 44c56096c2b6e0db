import Papa from 'papaparse'

/** A CSV file. What a spreadsheet would take for a formula is marked as text; `parseTableFile` takes the mark off again. */
export function writeTable(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const content = { fields: [...columns], data: rows as string[][] }
  return `${Papa.unparse(content, { newline: '\r\n', escapeFormulae: true })}\r\n`
}
