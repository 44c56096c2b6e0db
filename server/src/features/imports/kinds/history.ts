import { SHOP_CHANNEL } from '@novalex/contract'
import {
  createProblem,
  HISTORY_FORMAT,
  type HistoryRow,
  type HistorySpan,
  type Instant,
  type Problem,
} from '@novalex/core'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import { readKnownPast } from '../../../sources/history/knownPast.ts'
import { replacePastPrices } from '../../../data/prices/index.ts'
import { getStore } from '../../../data/store/index.ts'
import type { ImportInput, ImportWork, RowProblem } from '../importWork.ts'
import { toMoment } from '../toMoment.ts'
import { checkKnown } from './productFigures.ts'

type PastPrices = Parameters<typeof replacePastPrices>[1]

/**
 * Price history. Rows that repeat known prices, imported or shown by the shop, change nothing; other imported prices of the file's products
 * are replaced. Requires shown prices to be stored until now.
 */
export const HISTORY_KIND: ImportWork<HistoryRow, PastPrices> = {
  belongsTo: 'catalogue',
  read: (file, options) => parseTableFile(file, HISTORY_FORMAT, options),
  check: checkHistory,
  async preview(connection, input) {
    const { fresh, rows } = await compare(connection, input)
    return { added: fresh.length, unchanged: rows.length - fresh.length }
  },
  async write(transaction, input, onProgress) {
    const { fresh, rows, known, skus } = await compare(transaction, input)
    const broughtOf = (sku: string) => (known.get(sku) ?? []).filter(({ source }) => source === 'imported')
    const before = skus.flatMap((sku) => broughtOf(sku).map((span) => toPastPrice(sku, span)))
    const isFresh = new Set(fresh)
    const kept = rows.flatMap((row) => (isFresh.has(row) ? [] : clip(broughtOf(row.sku), row)))
    const added = fresh.map(({ sku, start, end, price, regular }) => ({
      sku,
      from: start!,
      until: end!,
      price,
      regular,
    }))
    const prices = [...kept, ...added]
    await replacePastPrices(transaction, { skus, prices }, (written) => onProgress(written / prices.length))
    return { skus, prices: before }
  },
  undo: (transaction, before) => replacePastPrices(transaction, before),
}

/** Imported prices of a row's product, within the row's period. */
function clip(brought: readonly HistorySpan[], { sku, start, end }: Row): PastPrices['prices'] {
  return brought.flatMap((span) => {
    const [from, until] = [Math.max(span.from, start!), Math.min(span.until, end!)]
    return from < until ? [toPastPrice(sku, { ...span, from, until })] : []
  })
}

const toPastPrice = (sku: string, { from, until, price, regular }: HistorySpan) => ({
  sku,
  from,
  until,
  price,
  regular,
})

/** The rows, and those of them that say what is not known yet. */
async function compare(connection: Connection, input: ImportInput<HistoryRow>) {
  const rows = await readSpans(connection, input)
  const skus = [...new Set(rows.map(({ sku }) => sku))]
  const past = await readKnownPast(connection, skus, { ...(await getStore(connection)), channel: SHOP_CHANNEL })
  const known = new Map([...past].map(([sku, { spans }]) => [sku, spans]))
  const fresh = rows.filter((row) => !isKnown(row, known.get(row.sku) ?? []))
  return { rows, skus, known, fresh }
}

/** Whether the spans tell the same prices from the start of a row to its end. */
function isKnown({ start, end, price, regular }: Row, spans: readonly HistorySpan[]): boolean {
  let until = start!
  for (const span of spans) {
    if (span.until <= until) continue
    if (span.from > until || span.price !== price || span.regular !== regular) return false
    until = span.until
    if (until >= end!) return true
  }
  return false
}

/** A product had one price at a time, and none of it is ahead. */
async function checkHistory(connection: Connection, input: ImportInput<HistoryRow>): Promise<RowProblem[]> {
  const problems = await checkKnown(connection, input)
  const lastOf = new Map<string, Instant>()
  for (const { index, sku, from, until, start, end } of await readSpans(connection, input)) {
    const problem = checkSpan({ from, until, start, end, last: lastOf.get(sku) ?? -Infinity, at: input.at })
    if (problem) problems.push({ index, problem })
    else lastOf.set(sku, end!)
  }
  return problems
}

interface Row extends HistoryRow {
  /** Its place among the rows. */
  readonly index: number
  readonly start: Instant | null
  readonly end: Instant | null
}

/** By their starts. */
async function readSpans(connection: Connection, { rows }: ImportInput<HistoryRow>): Promise<Row[]> {
  const { timeZone } = (await getStore(connection)).store
  return rows
    .map((row, index) => ({ ...row, index, start: toMoment(row.from, timeZone), end: toMoment(row.until, timeZone) }))
    .toSorted((a, b) => (a.start ?? 0) - (b.start ?? 0))
}

interface Span {
  readonly from: string
  readonly until: string
  readonly start: Instant | null
  readonly end: Instant | null
  readonly last: Instant
  readonly at: Instant
}

function checkSpan({ from, until, start, end, last, at }: Span): Problem | null {
  if (start === null) return createProblem('no-such-time', 'from', { given: from })
  if (end === null) return createProblem('no-such-time', 'until', { given: until })
  if (end <= start) return createProblem('ends-before-start', 'until', { start: from, end: until })
  if (end > at) return createProblem('not-past', 'until', { given: until })
  return start < last ? createProblem('spans-overlap', 'from', { given: from }) : null
}
