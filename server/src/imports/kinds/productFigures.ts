import {
  createProblem,
  HISTORY_FORMAT,
  PRICE_FORMAT,
  STOCK_FORMAT,
  type HistoryRow,
  type HistorySpan,
  type Instant,
  type PriceRow,
  type Problem,
  type Product,
  type StockRow,
} from '@novalex/core'
import { findProductsBySku, listSkus, saveProducts } from '../../catalogue/catalogue.repository.ts'
import {
  listSoldElsewhere,
  lockStock,
  saveStock,
  undoStock,
  type StockChange,
  type StockFigures,
} from '../../catalogue/stock.repository.ts'
import type { Connection } from '../../db/openDatabase.ts'
import { parseTableFile } from '../../files/parseTableFile.ts'
import { listPastPrices, replacePastPrices } from '../../prices/prices.repository.ts'
import { getStore } from '../../store/store.repository.ts'
import type { ImportInput, ImportWork, RowProblem } from '../importWork.ts'
import { toMoment } from '../toMoment.ts'
import { undoProducts, type ProductsBefore } from './undoProducts.ts'

type PastPrices = Parameters<typeof replacePastPrices>[1]

const SHOWN_PRICE_CHANGES = 200

/** Figures of products that are there already: their prices, stock and sales, and what they cost before. */
export const FIGURE_KINDS: {
  prices: ImportWork<PriceRow, ProductsBefore>
  stock: ImportWork<StockRow, { figures: StockFigures[]; stock?: StockChange[] }>
  history: ImportWork<HistoryRow, PastPrices>
} = {
  prices: {
    belongsTo: 'catalogue',
    read: (file, options) => parseTableFile(file, PRICE_FORMAT, options),
    check: checkKnown,
    async preview(connection, { rows, columns }) {
      const known = await findProductsBySku(connection, skusOf(rows))
      const changes = rows.flatMap((row) => {
        const before = known.get(row.sku)
        return before ? [{ before, after: withPrices(before, row, columns) }] : []
      })
      const changed = changes.filter(({ before, after }) => JSON.stringify(before) !== JSON.stringify(after))
      const moved = changed.filter(({ before, after }) => before.regularPrice !== after.regularPrice)
      return {
        changed: changed.length,
        unchanged: changes.length - changed.length,
        priceChangeCount: moved.length,
        priceChanges: moved.slice(0, SHOWN_PRICE_CHANGES).map(({ before, after }) => {
          return { sku: after.sku, name: after.name, before: before.regularPrice, after: after.regularPrice }
        }),
      }
    },
    async write(transaction, { rows, columns, at }, onProgress) {
      const known = await findProductsBySku(transaction, skusOf(rows))
      const products = rows.map((row) => withPrices(known.get(row.sku)!, row, columns))
      await saveProducts(transaction, products, { at, onProgress: (done) => onProgress(done / products.length) })
      return { products: products.map(({ sku }) => known.get(sku)!), added: [], categories: [] }
    },
    undo: undoProducts,
  },
  stock: {
    belongsTo: 'catalogue',
    read: (file, options) => parseTableFile(file, STOCK_FORMAT, options),
    check: checkKnown,
    async preview(connection, { rows, columns }) {
      const known = await findProductsBySku(connection, skusOf(rows))
      const sales = await listSoldElsewhere(connection)
      const given = rows.filter(({ sku }) => known.has(sku))
      const changed = given.filter(({ sku, stock, sold }) => {
        const isStock = columns.includes('stock') && known.get(sku)!.stock !== stock
        return isStock || (columns.includes('sold_30_days') && (sales.get(sku) ?? null) !== sold)
      })
      return { changed: changed.length, unchanged: given.length - changed.length }
    },
    async write(transaction, { rows, columns }, onProgress) {
      const sales = await listSoldElsewhere(transaction)
      const isStockGiven = columns.includes('stock')
      const present = isStockGiven ? await lockStock(transaction, skusOf(rows)) : new Map<string, number | null>()
      const pick = ({ sku, stock, sold }: StockRow): StockFigures => ({
        sku,
        ...(isStockGiven ? { stock } : {}),
        ...(columns.includes('sold_30_days') ? { sold } : {}),
      })
      await saveStock(transaction, rows.map(pick), (written) => onProgress(written / rows.length))
      const changes = rows.map(({ sku, stock: after }) => ({ sku, before: present.get(sku) ?? null, after }))
      return {
        figures: columns.includes('sold_30_days') ? rows.map(({ sku }) => ({ sku, sold: sales.get(sku) ?? null })) : [],
        stock: isStockGiven ? changes.filter(({ before, after }) => before !== after) : [],
      }
    },
    async undo(transaction, { figures, stock = [] }) {
      await saveStock(transaction, figures)
      await undoStock(transaction, stock)
    },
  },
  history: {
    belongsTo: 'catalogue',
    read: (file, options) => parseTableFile(file, HISTORY_FORMAT, options),
    check: checkHistory,
    preview: previewHistory,
    async write(transaction, { rows }, onProgress) {
      const { timeZone } = (await getStore(transaction)).store
      const prices = rows.map(({ from, until, ...row }) => {
        return { ...row, from: toMoment(from, timeZone)!, until: toMoment(until, timeZone)! }
      })
      const skus = [...new Set(rows.map(({ sku }) => sku))]
      const before = [...(await listPastPrices(transaction, skus))]
      await replacePastPrices(transaction, { skus, prices }, (written) => onProgress(written / prices.length))
      const toRow = (sku: string, { from, until, price, regular }: HistorySpan) => ({
        sku,
        from,
        until,
        price,
        regular,
      })
      return { skus, prices: before.flatMap(([sku, spans]) => spans.map((span) => toRow(sku, span))) }
    },
    undo: (transaction, before) => replacePastPrices(transaction, before),
  },
}

const skusOf = (rows: readonly { readonly sku: string }[]) => rows.map(({ sku }) => sku)

function withPrices(product: Product, row: PriceRow, columns: readonly string[]): Product {
  return {
    ...product,
    regularPrice: row.regularPrice,
    ...(columns.includes('unit_cost') ? { unitCost: row.unitCost } : {}),
    ...(columns.includes('minimum_price') ? { minimumPrice: row.minimumPrice } : {}),
  }
}

async function checkKnown(
  connection: Connection,
  { rows }: ImportInput<{ readonly sku: string }>,
): Promise<RowProblem[]> {
  const known = await listSkus(connection)
  return rows.flatMap(({ sku }, index) =>
    known.has(sku) ? [] : [{ index, problem: createProblem('unknown-sku', 'sku', { id: sku }) }],
  )
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

async function previewHistory(connection: Connection, input: ImportInput<HistoryRow>) {
  const spans = await readSpans(connection, input)
  const before = await listPastPrices(connection, [...new Set(spans.map(({ sku }) => sku))])
  const unchanged = spans.filter(({ sku, start, end, price, regular }) =>
    before
      .get(sku)
      ?.some((one) => one.from === start && one.until === end && one.price === price && one.regular === regular),
  ).length
  return { added: spans.length - unchanged, unchanged }
}

/** By their starts. */
async function readSpans(connection: Connection, { rows }: ImportInput<HistoryRow>) {
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
