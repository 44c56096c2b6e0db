import { parseAmount, type SubmissionContent } from '@novalex/core'
import Papa from 'papaparse'

interface FiledSubmission {
  readonly promotion: string
  readonly action: 'submit'
  readonly content: SubmissionContent
}

/** Reads a submission from its file, by the order of the columns; null for a file that isn't one, or that holds several promotions. */
export function readSubmissionFile(text: string): FiledSubmission | null {
  const [, ...rows] = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: true }).data
  const [first] = rows
  if (!first) return null
  const [promotion = '', kind = '', title = '', event = '', start = '', end = ''] = first
  const products = rows.map(([own, , , , , , sku = '', regular = '', price = '', least = '']) => {
    return { own, sku, regular: parseAmount(regular), price: toAmount(price), leastPrice: toAmount(least) }
  })
  if (products.some(({ own, sku, regular }) => own !== promotion || sku === '' || regular === null)) return null
  const when = event === '' ? { start: start || null, end: end || null } : { event }
  return {
    promotion,
    action: 'submit',
    content: {
      title,
      kind,
      when,
      products: products.map(({ own: _own, regular, ...one }) => ({ ...one, regular: regular! })),
    },
  }
}

const toAmount = (text: string) => (text === '' ? null : parseAmount(text))
