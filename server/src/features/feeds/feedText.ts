import type { FeedDraft } from '@novalex/contract'
import { createRowWriter, FEED_CONTEXT, toFeedJsonLd, type FeedItem, type FeedPlace } from '@novalex/core'
import Papa from 'papaparse'

/** A feed whether it is saved or not. */
export type Feed = Omit<FeedDraft, 'name'>

const SEPARATORS = { csv: ',', tsv: '\t' } as const

/** Products of a feed as text, without what stands before the first and after the last. */
export function writeItems(items: readonly FeedItem[], { format, columns }: Feed, place: FeedPlace): string {
  if (format === 'jsonld') return items.map((item) => JSON.stringify(toFeedJsonLd(item, place))).join(',\n')
  const rows = items.map(createRowWriter(columns, place))
  if (format === 'json') {
    return rows
      .map((row) => JSON.stringify(Object.fromEntries(row.map((cell, at) => [columns[at]!.name, cell]))))
      .join(',\n')
  }
  return rows.length === 0 ? '' : `${Papa.unparse(rows, { newline: '\r\n', delimiter: SEPARATORS[format] })}\r\n`
}

/** What stands before the first row of a feed, between parts, and after the last row. */
export function frameOf({ format, columns }: Feed): {
  readonly head: string
  readonly between: string
  readonly tail: string
} {
  if (format === 'jsonld') return { head: `{"@context":"${FEED_CONTEXT}","@graph":[\n`, between: ',\n', tail: '\n]}\n' }
  if (format === 'json') return { head: '[\n', between: ',\n', tail: '\n]\n' }
  const head = Papa.unparse([columns.map(({ name }) => name)], { newline: '\r\n', delimiter: SEPARATORS[format] })
  return { head: `${head}\r\n`, between: '', tail: '' }
}
