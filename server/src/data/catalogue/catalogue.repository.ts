import { lastOf } from '@novalex/core'
import type { Catalogue, Category, Instant, Product } from '@novalex/core'
import { loadRows } from '../../platform/db/loadRows.ts'
import { readNames } from '../../platform/db/readNames.ts'
import { isDuplicate } from '../../platform/db/isDuplicate.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { createIncoming, deleteStock, DROP_INCOMING, insertStock, PRODUCTS_A_STEP, takeStock } from '../stock/index.ts'

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
}

interface StockedRow extends ProductRow {
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
] as const satisfies (keyof ProductRow)[]

const PRODUCTS_A_STATEMENT = 500

export async function loadCatalogue(connection: Connection): Promise<Catalogue> {
  const [categories, products] = await Promise.all([listCategories(connection), listProducts(connection)])
  return { categories, products, sets: [] }
}

export async function listCategories(connection: Connection): Promise<Category[]> {
  return connection<CategoryRow>('categories').select('id', 'name', 'parent').orderBy('position')
}

/** All of them in their order; read some thousand at a time, so that few are in memory twice. */
export async function listProducts(connection: Connection): Promise<Product[]> {
  const products: Product[] = []
  const parseList = createListParser()
  for (let after = -1; ;) {
    const rows = await selectProducts(connection)
      .where('position', '>', after)
      .orderBy('position')
      .limit(PRODUCTS_A_STEP)
    for (const row of rows) products.push(toProduct(row, parseList))
    if (rows.length < PRODUCTS_A_STEP) return products
    after = lastOf(rows).position
  }
}

export async function listSkus(connection: Connection): Promise<Set<string>> {
  return new Set(await connection<ProductRow>('products').pluck('sku'))
}

/** Those of some SKUs that there are. */
export async function findProductsBySku(
  connection: Connection,
  skus: readonly string[],
): Promise<Map<string, Product>> {
  const found = new Map<string, Product>()
  const parseList = createListParser()
  for (let from = 0; from < skus.length; from += PRODUCTS_A_STEP) {
    const rows = await selectProducts(connection).whereIn('products.sku', skus.slice(from, from + PRODUCTS_A_STEP))
    for (const row of rows) found.set(row.sku, toProduct(row, parseList))
  }
  return found
}

/** Products as they are, with what is in stock now. */
function selectProducts(connection: Connection) {
  return connection('products')
    .leftJoin('stock', 'stock.sku', 'products.sku')
    .select<StockedRow[]>(...PRODUCT_FIELDS.map((field) => `products.${field}`), { stock: 'stock.units' })
}

/** The same few lists of categories and tags come again and again; products share them. */
function createListParser(): (text: string) => readonly string[] {
  const known = new Map<string, readonly string[]>()
  return (text) => {
    const kept = known.get(text)
    if (kept) return kept
    const list: readonly string[] = JSON.parse(text)
    known.set(text, list)
    return list
  }
}

export async function countProducts(connection: Connection): Promise<number> {
  const [row] = await connection('products').count({ count: '*' })
  return Number(row!.count)
}

/** Parents must come before what is below them. */
export async function insertCategories(transaction: Connection, categories: readonly Category[]): Promise<void> {
  if (categories.length === 0) return
  const [row] = await transaction('categories').max({ last: 'position' })
  const last = Number(row?.last ?? -1)
  const rows = categories.map((category, index) => ({ ...category, position: last + 1 + index }))
  await transaction.batchInsert('categories', rows, PRODUCTS_A_STATEMENT)
}

export async function deleteCategory(transaction: Connection, id: string): Promise<boolean> {
  return (await transaction('categories').where({ id }).delete()) > 0
}

export async function deleteProducts(transaction: Connection, skus: readonly string[]): Promise<void> {
  for (let from = 0; from < skus.length; from += PRODUCTS_A_STEP) {
    const part = skus.slice(from, from + PRODUCTS_A_STEP)
    await transaction('products').whereIn('sku', part).delete()
    await deleteStock(transaction, part)
  }
}

interface SaveOptions {
  readonly at: Instant
  readonly isStockGiven?: boolean
  readonly onProgress?: (written: number) => Promise<void>
}

/**
 * Writes products by SKU: known ones are changed and keep their place, new ones go to the end. A regular price that is new is noted
 * with the instant since which it holds. The stock of known ones stays as it is unless `isStockGiven`: orders count it down meanwhile. `onProgress`
 * hears how many are written so far.
 */
export async function saveProducts(
  transaction: Connection,
  products: readonly Product[],
  { at, isStockGiven = false, onProgress = () => Promise.resolve() }: SaveOptions,
): Promise<void> {
  const since = new Date(at).toISOString().slice(0, -1).replace('T', ' ')
  const [end] = await transaction('products').max({ last: 'position' })
  let next = Number(end?.last ?? -1) + 1
  for (let from = 0; from < products.length; from += PRODUCTS_A_STEP) {
    const part = products.slice(from, from + PRODUCTS_A_STEP)
    await transaction.raw(createIncoming([...PRODUCT_FIELDS, 'stock']))
    // A place is taken by those alone that are new.
    const cells = part.map((product) => {
      const row = toRow(product, next++)
      return [...PRODUCT_FIELDS.map((field) => row[field]), product.stock]
    })
    await loadRows(transaction, { table: 'incoming', columns: [...PRODUCT_FIELDS, 'stock'] }, cells)
    await transaction.raw(NOTE_PRICES, [since])
    await takeStock(transaction, { isGiven: isStockGiven })
    await transaction.raw(TAKE_INCOMING)
    await onProgress(from + part.length)
  }
  await transaction.raw(DROP_INCOMING)
}

/** A product that is new, at the end of the catalogue; tells whether its SKU was free. A regular price is noted with the instant since which it holds. */
export async function insertProduct(
  transaction: Connection,
  product: Product,
  { at, sold }: { readonly at: Instant; readonly sold: number | null },
): Promise<boolean> {
  const [end] = await transaction('products').max({ last: 'position' })
  const row = {
    ...toRow(product, Number(end?.last ?? -1) + 1),
    sold_30_days: sold,
    sold_until: sold === null ? null : new Date(at),
  }
  try {
    await transaction('products').insert(row)
  } catch (thrown) {
    if (isDuplicate(thrown)) return false
    throw thrown
  }
  if (product.stock !== null) await insertStock(transaction, product.sku, product.stock)
  const price = { sku: product.sku, since: new Date(at), price: product.regularPrice }
  await transaction('regular_prices').insert(price).onConflict(['sku', 'since']).merge()
  return true
}

const NOTE_PRICES = `
  replace into regular_prices (sku, since, price)
  select incoming.sku, ?, incoming.regular_price
  from incoming left join products on products.sku = incoming.sku
  where products.sku is null or products.regular_price <> incoming.regular_price`

const TAKE_INCOMING = `
  insert into products (${PRODUCT_FIELDS.join(', ')})
  select ${PRODUCT_FIELDS.join(', ')} from incoming
  on duplicate key update ${PRODUCT_FIELDS.slice(2)
    .map((field) => `${field} = values(${field})`)
    .join(', ')}`

function toProduct(row: StockedRow, parseList: (text: string) => readonly string[]): Product {
  return {
    sku: row.sku,
    name: row.name,
    family: row.family,
    categories: parseList(row.categories),
    tags: parseList(row.tags),
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
  }
}

/** Returns product names by SKU; unknown SKUs are absent. */
export const listProductNames = (connection: Connection, skus: readonly string[]) =>
  readNames(connection, { table: 'products', key: 'sku' }, skus)
