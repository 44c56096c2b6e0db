import { formatAmount } from '@novalex/core'
import type { Submission } from '../../data/submissions/index.ts'
import { heads, submissionCauses } from '../../locale/catalogue.ts'
import { writeTable } from '../../platform/files/writeTable.ts'

/** A submission as CSV, one row per product, with what the partner answered: at the product's row, or at each row if it is about all. */
export function writeSubmissionFile({ promotion, content, decision, causes }: Submission): Promise<Buffer> {
  const { title, kind, when, products } = content
  const period = 'event' in when ? [when.event, '', ''] : ['', when.start ?? '', when.end ?? '']
  const toWords = (about: readonly (typeof causes)[number][]) =>
    about.map(({ code, text }) => [submissionCauses[code], text].filter(Boolean).join(': ')).join('; ')
  const bySku = new Map<string | null, (typeof causes)[number][]>()
  for (const cause of causes) bySku.set(cause.sku, [...(bySku.get(cause.sku) ?? []), cause])
  const money = (amount: number | null) => (amount === null ? '' : formatAmount(amount))
  return writeTable(
    {
      columns: heads.submission,
      numbers: [],
      rows: products.map(({ sku, regular, price, leastPrice }) => {
        const own = [...(bySku.get(null) ?? []), ...(bySku.get(sku) ?? [])]
        return [
          promotion,
          kind,
          title,
          ...period,
          sku,
          money(regular),
          money(price),
          money(leastPrice),
          decision ?? '',
          toWords(own),
        ]
      }),
    },
    'csv',
  )
}
