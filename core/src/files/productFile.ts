import type { Product } from '../terms/index.ts'
import { formatList, formatMoney, formatRate } from './cells.ts'
import type { CellReader, TableFormat } from './tableFile.ts'

/** A product as its row in a product file says it: categories by name, from the root down. */
export interface ProductRow extends Omit<Product, 'categories'> {
  readonly categories: readonly (readonly string[])[]
}

/** The columns of a product file, in the order in which they are written. */
export const PRODUCT_COLUMNS = [
  'sku',
  'name',
  'family',
  'categories',
  'tags',
  'regular_price',
  'unit_cost',
  'minimum_price',
  'tax_rate',
  'stock',
] as const

export type ProductColumn = (typeof PRODUCT_COLUMNS)[number]

export const PRODUCT_LIMITS = { sku: 64, name: 200, family: 64, category: 80, tag: 40, listed: 20, depth: 5 } as const

const PATH_SEPARATOR = '>'

const LISTED = { max: PRODUCT_LIMITS.tag, listed: PRODUCT_LIMITS.listed }
export const PATHS = { max: PRODUCT_LIMITS.category * PRODUCT_LIMITS.depth, listed: PRODUCT_LIMITS.listed }

export const PRODUCT_FORMAT: TableFormat<ProductColumn, ProductRow> = {
  columns: PRODUCT_COLUMNS,
  required: ['sku', 'name', 'regular_price', 'tax_rate'],
  key: ['sku'],
  numbers: ['regular_price', 'unit_cost', 'minimum_price', 'tax_rate', 'stock'],
  example: ['PAD-A4', 'Drawing pad A4', 'PAD', 'Paper > Pads', 'new | school', '12.90', '5.00', '9.00', '20', '40'],
  parse: (read) => ({
    sku: read.text('sku', PRODUCT_LIMITS.sku),
    name: read.text('name', PRODUCT_LIMITS.name),
    family: read.isEmpty('family') ? null : read.text('family', PRODUCT_LIMITS.family),
    categories: parsePaths(read.list('categories', PATHS), read),
    tags: read.list('tags', LISTED),
    regularPrice: read.requiredAmount('regular_price'),
    unitCost: read.amount('unit_cost'),
    minimumPrice: read.amount('minimum_price'),
    taxRate: read.rate('tax_rate'),
    stock: read.count('stock'),
  }),
}

const READ_PATHS = new WeakMap<readonly string[], readonly (readonly string[])[]>()

/** Paths of category names, from the root down. Lists that say the same are the same list, so their paths are taken apart once. */
export function parsePaths(
  list: readonly string[],
  read: Pick<CellReader<'categories'>, 'complain'>,
): readonly (readonly string[])[] {
  const known = READ_PATHS.get(list)
  if (known) return known
  let isFit = true
  const paths = list.map((path) =>
    parsePath(path, {
      ...read,
      complain: (...complaint) => {
        isFit = false
        read.complain(...complaint)
      },
    }),
  )
  if (isFit) READ_PATHS.set(list, paths)
  return paths
}

function parsePath(text: string, read: Pick<CellReader<'categories'>, 'complain'>): string[] {
  const names = text.split(PATH_SEPARATOR).map((name) => name.trim())
  if (names.includes('')) read.complain('empty-category', 'categories', { given: text.slice(0, 80) })
  if (names.length > PRODUCT_LIMITS.depth)
    read.complain('too-deep', 'categories', { given: names.length, max: PRODUCT_LIMITS.depth })
  for (const name of names) {
    if (name.length > PRODUCT_LIMITS.category)
      read.complain('too-long', 'categories', { given: name.length, max: PRODUCT_LIMITS.category })
  }
  return names
}

/** Paths as one cell, which `parsePaths` takes apart again. */
export const formatPaths = (paths: readonly (readonly string[])[]) =>
  formatList(paths.map((path) => path.join(` ${PATH_SEPARATOR} `)))

/** The cells of a product's row, in the order of `PRODUCT_COLUMNS`; `PRODUCT_FORMAT` reads them back to the same product. */
export function formatProductRow(row: ProductRow): string[] {
  return [
    row.sku,
    row.name,
    row.family ?? '',
    formatPaths(row.categories),
    formatList(row.tags),
    formatMoney(row.regularPrice),
    formatMoney(row.unitCost),
    formatMoney(row.minimumPrice),
    formatRate(row.taxRate),
    row.stock === null ? '' : String(row.stock),
  ]
}
