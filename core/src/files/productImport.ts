import type { Catalogue, Category, Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { createCategoryFinder } from './categoryFinder.ts'
import type { ProductColumn, ProductRow } from './productFile.ts'

/** Changes that a product file would make. */
export interface ProductImport {
  /** Added and changed products, whole, in file order. */
  readonly products: readonly Product[]
  /** Parents before what is below them. */
  readonly newCategories: readonly Category[]
  readonly added: number
  readonly changed: number
  readonly unchanged: number
  readonly priceChanges: readonly ProductPriceChange[]
}

export interface ProductPriceChange {
  readonly sku: string
  readonly name: string
  readonly before: MinorUnits
  readonly after: MinorUnits
}

const FIELD_BY_COLUMN: Readonly<Record<ProductColumn, keyof Product>> = {
  sku: 'sku',
  name: 'name',
  family: 'family',
  categories: 'categories',
  tags: 'tags',
  regular_price: 'regularPrice',
  unit_cost: 'unitCost',
  minimum_price: 'minimumPrice',
  tax_rate: 'taxRate',
  stock: 'stock',
}

/**
 * Compares the rows of a product file with the catalogue. A column that the file does not have leaves what is known of a product as
 * it is; an empty cell in a column that it has clears it. Products that the file does not name stay. SKUs must be distinct.
 */
export function computeProductImport(
  rows: readonly ProductRow[],
  columns: Iterable<ProductColumn>,
  catalogue: Catalogue,
): ProductImport {
  const known = new Map(catalogue.products.map((product) => [product.sku, product]))
  const fields = [...columns].map((column) => FIELD_BY_COLUMN[column])
  const categories = createCategoryFinder(catalogue.categories)
  const products: Product[] = []
  const priceChanges: ProductPriceChange[] = []
  let added = 0
  const idsOf = new Map<ProductRow['categories'], readonly string[]>()
  const findIds = (paths: ProductRow['categories']) => {
    let ids = idsOf.get(paths)
    if (!ids) idsOf.set(paths, (ids = paths.map((path) => categories.findOrAdd(path))))
    return ids
  }
  for (const row of rows) {
    const given: Product = { ...row, categories: findIds(row.categories) }
    const before = known.get(row.sku)
    if (!before) {
      added++
      products.push(given)
      continue
    }
    const changes = Object.fromEntries(fields.map((field) => [field, given[field]]))
    const after: Product = { ...before, ...changes }
    if (fields.every((field) => isSame(before[field], after[field]))) continue
    products.push(after)
    if (after.regularPrice !== before.regularPrice) {
      priceChanges.push({ sku: row.sku, name: after.name, before: before.regularPrice, after: after.regularPrice })
    }
  }
  const changed = products.length - added
  return {
    products,
    newCategories: categories.added,
    added,
    changed,
    unchanged: rows.length - products.length,
    priceChanges,
  }
}

function isSame(a: unknown, b: unknown): boolean {
  if (!Array.isArray(a) || !Array.isArray(b)) return a === b
  return a.length === b.length && a.every((one, at) => one === b[at])
}
