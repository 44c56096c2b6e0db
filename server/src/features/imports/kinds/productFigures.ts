import { createProblem, PRICE_FORMAT, STOCK_FORMAT, type PriceRow, type Product, type StockRow } from '@novalex/core'
import {
  findProductsBySku,
  listSkus,
  listSoldElsewhere,
  saveProducts,
  saveStock,
  type StockChange,
  type StockFigures,
  undoStock,
} from '../../../data/catalogue/index.ts'
import { lockStock } from '../../../data/stock/index.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import { getStore } from '../../../data/store/index.ts'
import type { ImportInput, ImportWork, RowProblem } from '../importWork.ts'
import { toMoment } from '../toMoment.ts'
import { undoProducts, type ProductsBefore } from './undoProducts.ts'

const SHOWN_PRICE_CHANGES = 200

/** Figures of products that are there already: their prices, stock and sales. */
export const FIGURE_KINDS: {
  prices: ImportWork<PriceRow, ProductsBefore>
  stock: ImportWork<StockRow, { figures: StockFigures[]; stock?: StockChange[] }>
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
    check: checkStock,
    async preview(connection, { rows, columns }) {
      const known = await findProductsBySku(connection, skusOf(rows))
      const sales = await listSoldElsewhere(connection)
      const { timeZone } = (await getStore(connection)).store
      const given = rows.filter(({ sku }) => known.has(sku))
      const changed = given.filter(({ sku, stock, sold, until }) => {
        const isStock = columns.includes('stock') && known.get(sku)!.stock !== stock
        if (!columns.includes('sold_30_days')) return isStock
        const present = sales.get(sku)
        const isOther = until !== '' && sold !== null && toMoment(until, timeZone) !== present?.until
        return isStock || (present?.sold ?? null) !== sold || isOther
      })
      return { changed: changed.length, unchanged: given.length - changed.length }
    },
    async write(transaction, { rows, columns, at }, onProgress) {
      const sales = await listSoldElsewhere(transaction)
      const { timeZone } = (await getStore(transaction)).store
      const [isStockGiven, isSoldGiven] = [columns.includes('stock'), columns.includes('sold_30_days')]
      const present = isStockGiven ? await lockStock(transaction, skusOf(rows)) : new Map<string, number | null>()
      const pick = ({ sku, stock, sold, until }: StockRow): StockFigures => ({
        sku,
        ...(isStockGiven ? { stock } : {}),
        ...(isSoldGiven
          ? { elsewhere: sold === null ? null : { sold, until: until === '' ? at : toMoment(until, timeZone) } }
          : {}),
      })
      await saveStock(transaction, rows.map(pick), (written) => onProgress(written / rows.length))
      const changes = rows.map(({ sku, stock: after }) => ({ sku, before: present.get(sku) ?? null, after }))
      return {
        figures: isSoldGiven ? rows.map(({ sku }) => ({ sku, elsewhere: sales.get(sku) ?? null })) : [],
        stock: isStockGiven ? changes.filter(({ before, after }) => before !== after) : [],
      }
    },
    async undo(transaction, { figures, stock = [] }) {
      await saveStock(transaction, figures)
      await undoStock(transaction, stock)
    },
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

/** Rows of products that are not there. */
export async function checkKnown(
  connection: Connection,
  { rows }: ImportInput<{ readonly sku: string }>,
): Promise<RowProblem[]> {
  const known = await listSkus(connection)
  return rows.flatMap(({ sku }, index) =>
    known.has(sku) ? [] : [{ index, problem: createProblem('unknown-sku', 'sku', { id: sku }) }],
  )
}

/** Units were sold up to a time that there was. */
async function checkStock(connection: Connection, input: ImportInput<StockRow>): Promise<RowProblem[]> {
  const { timeZone } = (await getStore(connection)).store
  const times = input.rows.flatMap(({ until }, index): RowProblem[] => {
    if (until === '') return []
    const at = toMoment(until, timeZone)
    if (at === null) return [{ index, problem: createProblem('no-such-time', 'sold_until', { given: until }) }]
    return at > input.at ? [{ index, problem: createProblem('not-past', 'sold_until', { given: until }) }] : []
  })
  return [...(await checkKnown(connection, input)), ...times]
}
