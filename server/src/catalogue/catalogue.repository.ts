import type { Catalogue, Category, Instant, Product } from '@novalex/core'
import { loadRows } from '../db/loadRows.ts'
import type { Connection } from '../db/openDatabase.ts'

interface CategoryRow {
  id: string
  name: string
  parent: string | null
}

interface ProductRow {
  sku: string
  position: number
  name: string
  family: string | null
  categories: string
  tags: string
  regular_price: number
  unit_cost: number | null
  minimum_price: number | null
  tax_rate: number
  stock: number | null
}

const PRODUCT_FIELDS = [
  'sku',
  'position',
  'name',
  'family',
  'categories',
  'tags',
  'regular_price',
  'unit_cost',
  'minimum_price',
  'tax_rate',
  'stock',
] as const satisfies (keyof ProductRow)[]

const PRODUCTS_A_STATEMENT = 500
const PRODUCTS_A_STEP = 5000

export async function loadCatalogue(connection: Connection): Promise<Catalogue> {
  const [categories, products] = await Promise.all([listCategories(connection), listProducts(connection)])
  return { categories, products, sets: [] }
}

export async function listCategories(connection: Connection): Promise<Category[]> {
  return connection<CategoryRow>('categories').select('id', 'name', 'parent').orderBy('position')
}

export async function listProducts(connection: Connection): Promise<Product[]> {
  const rows = await connection<ProductRow>('products').select(PRODUCT_FIELDS).orderBy('position')
  return rows.map(toProduct)
}

/** Units sold in the last 30 days, by SKU, of the products of which it is known. */
export async function listSales(connection: Connection): Promise<Map<string, number>> {
  const rows = await connection<{ sku: string; sold_30_days: number }>('products')
    .select('sku', 'sold_30_days')
    .whereNotNull('sold_30_days')
  return new Map(rows.map((row) => [row.sku, row.sold_30_days]))
}

/** A product's stock and its sales of the last 30 days; an absent figure stays as it is. */
export interface StockFigures {
  readonly sku: string
  readonly stock?: number | null
  readonly sold?: number | null
}

/** Writes figures of known products that all have the same keys. */
export async function saveStock(
  transaction: Connection,
  figures: readonly StockFigures[],
  onProgress: (written: number) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const keys = (['stock', 'sold'] as const).filter((key) => figures[0] && key in figures[0])
  const columns = keys.map((key) => ({ stock: 'stock', sold: 'sold_30_days' })[key])
  if (columns.length === 0) return
  const fields = ['sku', ...columns]
  for (let from = 0; from < figures.length; from += PRODUCTS_A_STEP) {
    const part = figures.slice(from, from + PRODUCTS_A_STEP)
    await transaction.raw(createIncoming(fields))
    const cells = part.map((one) => [one.sku, ...keys.map((key) => one[key] ?? null)])
    await loadRows(transaction, { table: 'incoming', columns: fields }, cells)
    await transaction.raw(
      `update products join incoming on incoming.sku = products.sku
       set ${columns.map((column) => `products.${column} = incoming.${column}`).join(', ')}`,
    )
    await onProgress(from + part.length)
  }
  await transaction.raw(DROP_INCOMING)
}

export async function countProducts(connection: Connection): Promise<number> {
  const [row] = await connection('products').count({ count: '*' })
  return Number(row!.count)
}

/** Parents must come before what is below them. */
export async function insertCategories(transaction: Connection, categories: readonly Category[]): Promise<void> {
  const [row] = await transaction('categories').max({ last: 'position' })
  const last = Number(row?.last ?? -1)
  const rows = categories.map((category, index) => ({ ...category, position: last + 1 + index }))
  if (rows.length > 0) await transaction.batchInsert('categories', rows, PRODUCTS_A_STATEMENT)
}

export async function deleteCategory(transaction: Connection, id: string): Promise<boolean> {
  return (await transaction('categories').where({ id }).delete()) > 0
}

export async function deleteProducts(transaction: Connection, skus: readonly string[]): Promise<void> {
  for (let from = 0; from < skus.length; from += PRODUCTS_A_STEP)
    await transaction('products')
      .whereIn('sku', skus.slice(from, from + PRODUCTS_A_STEP))
      .delete()
}

/**
 * Writes products by SKU: known ones are changed and keep their place, new ones go to the end. A regular price that is new is noted
 * with the instant since which it holds. `onProgress` hears how many are written so far.
 */
export async function saveProducts(
  transaction: Connection,
  products: readonly Product[],
  { at, onProgress = () => Promise.resolve() }: { at: Instant; onProgress?: (written: number) => Promise<void> },
): Promise<void> {
  const rows = await transaction<ProductRow>('products').select('sku', 'position', 'regular_price')
  const known = new Map(rows.map((row) => [row.sku, row]))
  const since = new Date(at).toISOString().slice(0, -1).replace('T', ' ')
  let next = rows.reduce((max, { position }) => Math.max(max, position), -1) + 1
  for (let from = 0; from < products.length; from += PRODUCTS_A_STEP) {
    const part = products.slice(from, from + PRODUCTS_A_STEP)
    const written = part.map((product) => toRow(product, known.get(product.sku)?.position ?? next++))
    await transaction.raw(createIncoming(PRODUCT_FIELDS))
    const cells = written.map((row) => PRODUCT_FIELDS.map((field) => row[field]))
    await loadRows(transaction, { table: 'incoming', columns: PRODUCT_FIELDS }, cells)
    await transaction.raw(TAKE_INCOMING)
    const prices = part
      .filter(({ sku, regularPrice }) => known.get(sku)?.regular_price !== regularPrice)
      .map(({ sku, regularPrice }) => [sku, since, regularPrice])
    if (prices.length > 0)
      await loadRows(transaction, { table: 'regular_prices', columns: ['sku', 'since', 'price'] }, prices)
    await onProgress(from + part.length)
  }
  await transaction.raw(DROP_INCOMING)
}

/** A table of passage for columns of products, without keys and without a log: it is read once, from one end to the other. */
const createIncoming = (columns: readonly string[]) => `
  create or replace temporary table incoming engine = aria transactional = 0
  select ${columns.join(', ')} from products limit 0`
const DROP_INCOMING = 'drop temporary table if exists incoming'

const TAKE_INCOMING = `
  insert into products (${PRODUCT_FIELDS.join(', ')})
  select ${PRODUCT_FIELDS.join(', ')} from incoming
  on duplicate key update ${PRODUCT_FIELDS.slice(2)
    .map((field) => `${field} = values(${field})`)
    .join(', ')}`

function toProduct(row: ProductRow): Product {
  return {
    sku: row.sku,
    name: row.name,
    family: row.family,
    categories: JSON.parse(row.categories) as string[],
    tags: JSON.parse(row.tags) as string[],
    regularPrice: row.regular_price,
    unitCost: row.unit_cost,
    minimumPrice: row.minimum_price,
    taxRate: row.tax_rate,
    stock: row.stock,
  }
}

function toRow(product: Product, position: number): ProductRow {
  return {
    sku: product.sku,
    position,
    name: product.name,
    family: product.family,
    categories: JSON.stringify(product.categories),
    tags: JSON.stringify(product.tags),
    regular_price: product.regularPrice,
    unit_cost: product.unitCost,
    minimum_price: product.minimumPrice,
    tax_rate: product.taxRate,
    stock: product.stock,
  }
}
