import type { HistorySpan, Instant, MinorUnits } from '@novalex/core'
import type { Connection } from '../db/openDatabase.ts'

export interface RegularPrice {
  readonly since: Instant
  readonly price: MinorUnits
}

interface RegularRow {
  sku: string
  since: Date
  price: number
}

interface PastRow {
  sku: string
  from: Date
  until: Date
  price: number
  regular: number
}

/** The regular prices that products had, oldest first; the first one is the launch. */
export async function listRegularPrices(
  connection: Connection,
  skus: readonly string[],
): Promise<Map<string, RegularPrice[]>> {
  const rows = await connection<RegularRow>('regular_prices')
    .whereIn('sku', [...skus])
    .orderBy('since')
  return collect(rows, ({ since, price }) => ({ since: since.getTime(), price: Number(price) }))
}

/** The shelf prices of the time before Novalex, as they were brought in, oldest first. */
export async function listPastPrices(
  connection: Connection,
  skus: readonly string[],
): Promise<Map<string, HistorySpan[]>> {
  const rows = await connection<PastRow>('past_prices')
    .whereIn('sku', [...skus])
    .orderBy('from')
  return collect(rows, ({ from, until, price, regular }) => ({
    from: from.getTime(),
    until: until.getTime(),
    price: Number(price),
    regular: Number(regular),
    promotions: [],
    source: 'imported',
    release: null,
  }))
}

export async function insertPastPrices(
  transaction: Connection,
  prices: readonly (Pick<HistorySpan, 'from' | 'until' | 'price' | 'regular'> & { readonly sku: string })[],
): Promise<void> {
  const rows = prices.map(({ from, until, ...price }) => ({ ...price, from: new Date(from), until: new Date(until) }))
  await transaction.batchInsert('past_prices', rows, 500)
}

/** Writes the spans of the past of some products; what was brought in of them before makes room. */
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

function collect<R extends { sku: string }, T>(rows: readonly R[], read: (row: R) => T): Map<string, T[]> {
  const found = new Map<string, T[]>()
  for (const row of rows) {
    const own = found.get(row.sku)
    if (own) own.push(read(row))
    else found.set(row.sku, [read(row)])
  }
  return found
}
