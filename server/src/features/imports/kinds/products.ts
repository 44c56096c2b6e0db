import {
  categoryPath,
  computeProductImport,
  PRODUCT_FORMAT,
  type Category,
  type Product,
  type ProductColumn,
  type ProductImport,
  type ProductPriceChange,
  type ProductRow,
} from '@novalex/core'
import {
  findProductsBySku,
  insertCategories,
  listCategories,
  listSkus,
  saveProducts,
  type StockChange,
} from '../../../data/catalogue/index.ts'
import { lockStock } from '../../../data/stock/index.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import type { ImportInput, ImportWork } from '../importWork.ts'
import { undoProducts, type ProductsBefore } from './undoProducts.ts'

/** Catalogue entries that a file changes, as they were before. */
interface Kept extends ProductsBefore {
  readonly products: Product[]
  readonly added: string[]
  readonly categories: string[]
  readonly stock: StockChange[]
}

const SHOWN_PRICE_CHANGES = 200
const SHOWN_CATEGORIES = 200
const SHOWN_PRODUCTS = 200
const ROWS_A_PART = 5000

export const PRODUCTS_KIND: ImportWork<ProductRow, ProductsBefore> = {
  belongsTo: 'catalogue',
  read: (file, options) => parseTableFile(file, PRODUCT_FORMAT, options),
  async preview(connection, input) {
    const counts = { added: 0, changed: 0, unchanged: 0, priceChangeCount: 0 }
    const priceChanges: ProductPriceChange[] = []
    const newCategories: Category[] = []
    const newProducts: string[] = []
    for await (const { result, known } of compare(connection, input)) {
      counts.added += result.added
      counts.changed += result.changed
      counts.unchanged += result.unchanged
      counts.priceChangeCount += result.priceChanges.length
      priceChanges.push(...result.priceChanges.slice(0, SHOWN_PRICE_CHANGES - priceChanges.length))
      newCategories.push(...result.newCategories)
      const fresh = result.products.filter(({ sku }) => !known.has(sku)).map(({ name }) => name)
      newProducts.push(...fresh.slice(0, SHOWN_PRODUCTS - newProducts.length))
    }
    const all = [...(await listCategories(connection)), ...newCategories]
    const byId = new Map(all.map((category) => [category.id, category]))
    const shown = newCategories.slice(0, SHOWN_CATEGORIES)
    return {
      ...counts,
      priceChanges,
      newProducts,
      newCategories: shown.map(({ id }) => categoryPath(byId, id).join(' > ')),
    }
  },
  async write(transaction, input, onProgress) {
    const before: Kept = { products: [], added: [], categories: [], stock: [] }
    const isStockGiven = input.columns.includes('stock')
    for await (const { result, known, share } of compare(transaction, input)) {
      await insertCategories(transaction, result.newCategories)
      if (isStockGiven) before.stock.push(...(await lockChanges(transaction, result.products, known)))
      await saveProducts(transaction, result.products, { at: input.at, isStockGiven })
      for (const { sku } of result.products) {
        const product = known.get(sku)
        if (product) before.products.push(product)
        else before.added.push(sku)
      }
      before.categories.push(...result.newCategories.map(({ id }) => id))
      await onProgress(share)
    }
    return before
  },
  undo: undoProducts,
}

/** Stock changes of existing products; locks their stock. */
async function lockChanges(
  transaction: Connection,
  products: readonly Product[],
  known: ReadonlyMap<string, Product>,
): Promise<StockChange[]> {
  const there = products.filter(({ sku }) => known.has(sku))
  const present = await lockStock(
    transaction,
    there.map(({ sku }) => sku),
  )
  return there
    .map(({ sku, stock: after }) => ({ sku, before: present.get(sku) ?? null, after }))
    .filter(({ before, after }) => before !== after)
}

interface Compared {
  readonly result: ProductImport
  /** The products of this part as they are. */
  readonly known: ReadonlyMap<string, Product>
  /** How much of the file that was. */
  readonly share: number
}

/** Some rows after the other, so that a large file and a large catalogue are never in memory together. */
async function* compare(connection: Connection, { rows, columns }: ImportInput<ProductRow>): AsyncGenerator<Compared> {
  const categories = await listCategories(connection)
  const there = await listSkus(connection)
  for (let from = 0; from < rows.length; from += ROWS_A_PART) {
    const part = rows.slice(from, from + ROWS_A_PART)
    // Asking for thousands of products that are not there takes as long as writing them.
    const asked = part.map(({ sku }) => sku).filter((sku) => there.has(sku))
    const known = await findProductsBySku(connection, asked)
    const catalogue = { categories, products: [...known.values()], sets: [] }
    const result = computeProductImport(part, columns as ProductColumn[], catalogue)
    categories.push(...result.newCategories)
    yield { result, known, share: (from + part.length) / rows.length }
  }
}
