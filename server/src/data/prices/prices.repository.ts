import type { HistorySpan, Instant } from '@novalex/core'
import { toDatetime } from '../../platform/db/toDatetime.ts'
import { loadRows } from '../../platform/db/loadRows.ts'
import { collectBySku } from '../../platform/db/collectBySku.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'

interface PastRow {
  sku: string
  from: Date
  until: Date
  price: number
  regular: number
}

/** The shelf prices of the time before Novalex, as they were imported, oldest first. */
export async function listPastPrices(
  connection: Connection,
  skus: readonly string[],
): Promise<Map<string, HistorySpan[]>> {
  const rows = await connection<PastRow>('past_prices')
    .whereIn('sku', [...skus])
    .orderBy('from')
  return collectBySku(rows, ({ from, until, price, regular }) => ({
    from: from.getTime(),
    until: until.getTime(),
    price: Number(price),
    regular: Number(regular),
    promotions: [],
    source: 'imported',
    release: null,
  }))
}

interface ShownRow extends PastRow {
  channel: string
  release: number | null
  promotions: string
}

/** Spans of all channels stand under no name; only where a promotion asked for the channel, each has its own. */
export const ALL_CHANNELS = ''

/** Stored prices as a channel showed them that differ from the regular price, oldest first. */
export async function listShownPrices(
  connection: Connection,
  skus: readonly string[],
  channel: string,
): Promise<Map<string, HistorySpan[]>> {
  const found = new Map<string, HistorySpan[]>()
  for (let from = 0; from < skus.length; from += ROWS_A_STEP) {
    const rows = await connection<ShownRow>('shown_prices')
      .whereIn('sku', skus.slice(from, from + ROWS_A_STEP))
      .whereIn('channel', [ALL_CHANNELS, channel])
      .orderBy('from')
    for (const [sku, spans] of collectBySku(rows, toShownSpan)) found.set(sku, spans)
  }
  return found
}

/** The spans of a channel that end at an instant, by SKU: those that what comes next may go on with. */
export async function listShownUntil(
  connection: Connection,
  until: Instant,
  channel: string,
): Promise<Map<string, HistorySpan>> {
  const rows = await connection<ShownRow>('shown_prices').where({ until: new Date(until), channel })
  return new Map(rows.map((row) => [row.sku, toShownSpan(row)]))
}

/** Writes what a channel showed, or all of them did; a span that begins as one that is there takes its place. */
export async function saveShownPrices(
  transaction: Connection,
  prices: readonly { readonly sku: string; readonly span: HistorySpan }[],
  channel: string,
): Promise<void> {
  if (prices.length === 0) return
  const columns = ['sku', 'from', 'until', 'price', 'regular', 'release', 'promotions', 'channel']
  const rows = prices.map(({ sku, span: { from, until, price, regular, release, promotions } }) => {
    return [sku, toDatetime(from), toDatetime(until), price, regular, release, JSON.stringify(promotions), channel]
  })
  await loadRows(transaction, { table: 'shown_prices', columns }, rows)
}

function toShownSpan({ from, until, price, regular, release, promotions }: ShownRow): HistorySpan {
  return {
    from: from.getTime(),
    until: until.getTime(),
    price: Number(price),
    regular: Number(regular),
    promotions: JSON.parse(promotions),
    source: 'release',
    release,
  }
}

export async function insertPastPrices(
  transaction: Connection,
  prices: readonly (Pick<HistorySpan, 'from' | 'until' | 'price' | 'regular'> & { readonly sku: string })[],
): Promise<void> {
  const rows = prices.map(({ from, until, ...price }) => ({ ...price, from: new Date(from), until: new Date(until) }))
  await transaction.batchInsert('past_prices', rows, 500)
}

/** Writes the spans of the past of some products; what was imported of them before makes room. */
export async function replacePastPrices(
  transaction: Connection,
  { skus, prices }: { readonly skus: readonly string[]; readonly prices: Parameters<typeof insertPastPrices>[1] },
  onProgress: (written: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  for (let from = 0; from < skus.length; from += ROWS_A_STEP)
    await transaction('past_prices')
      .whereIn('sku', skus.slice(from, from + ROWS_A_STEP))
      .delete()
  for (let from = 0; from < prices.length; from += ROWS_A_STEP) {
    await insertPastPrices(transaction, prices.slice(from, from + ROWS_A_STEP))
    await onProgress(Math.min(from + ROWS_A_STEP, prices.length))
  }
}

const ROWS_A_STEP = 5000
