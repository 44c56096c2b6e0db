import {
  categoryPath,
  computeProductImport,
  PRODUCT_FORMAT,
  type Category,
  type ProductColumn,
  type ProductImport,
  type ProductRow,
} from '@novalex/core'
import { insertCategories, loadCatalogue, saveProducts } from '../../catalogue/catalogue.repository.ts'
import { parseTableFile } from '../../files/parseTableFile.ts'
import type { ImportWork } from '../importKind.ts'
import type { ImportPreview } from '../imports.repository.ts'
import { undoProducts, type ProductsBefore } from './undoProducts.ts'

const SHOWN_PRICE_CHANGES = 200
const SHOWN_CATEGORIES = 200

export const PRODUCTS_KIND: ImportWork<ProductRow, ProductsBefore> = {
  belongsTo: 'catalogue',
  read: (file, onProgress) => parseTableFile(file, PRODUCT_FORMAT, onProgress),
  async preview(connection, { rows, columns }) {
    const catalogue = await loadCatalogue(connection)
    const result = computeProductImport(rows, columns as ProductColumn[], catalogue)
    return summarize(result, catalogue.categories)
  },
  async write(transaction, { rows, columns, at }, onProgress) {
    const catalogue = await loadCatalogue(transaction)
    const result = computeProductImport(rows, columns as ProductColumn[], catalogue)
    const written = new Set(result.products.map(({ sku }) => sku))
    const products = catalogue.products.filter(({ sku }) => written.has(sku))
    for (const { sku } of products) written.delete(sku)
    await insertCategories(transaction, result.newCategories)
    await saveProducts(transaction, result.products, {
      at,
      onProgress: (done) => onProgress(done / result.products.length),
    })
    return { products, added: [...written], categories: result.newCategories.map(({ id }) => id) }
  },
  undo: undoProducts,
}

function summarize(result: ProductImport, categories: readonly Category[]): Partial<ImportPreview> {
  const { added, changed, unchanged, newCategories, priceChanges } = result
  const byId = new Map([...categories, ...newCategories].map((category) => [category.id, category]))
  return {
    added,
    changed,
    unchanged,
    newCategories: newCategories.slice(0, SHOWN_CATEGORIES).map(({ id }) => categoryPath(byId, id).join(' > ')),
    priceChanges: priceChanges.slice(0, SHOWN_PRICE_CHANGES),
    priceChangeCount: priceChanges.length,
  }
}
