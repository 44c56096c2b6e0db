import { expect, test } from 'vitest'
import { CATEGORIES, createProduct } from '../testing/shop.ts'
import { PRODUCT_COLUMNS, type ProductRow } from './productFile.ts'
import { computeProductImport } from './productImport.ts'

const catalogue = {
  categories: CATEGORIES,
  sets: [],
  products: [createProduct('A', 1000, { stock: 5 }), createProduct('B', 2000)],
}
const row = (sku: string, changes: Partial<ProductRow> = {}): ProductRow => ({
  ...createProduct(sku, 1000),
  categories: [['Paper']],
  ...changes,
})

test('tells added, changed and unchanged products apart', () => {
  const rows = [row('A', { stock: 5 }), row('B', { regularPrice: 1500 }), row('C')]
  const result = computeProductImport(rows, PRODUCT_COLUMNS, catalogue)
  expect(result).toMatchObject({ added: 1, changed: 1, unchanged: 1, newCategories: [] })
  expect(result.products.map(({ sku }) => sku)).toEqual(['B', 'C'])
  expect(result.priceChanges).toEqual([{ sku: 'B', name: 'Product B', before: 2000, after: 1500 }])
})

test('a missing column leaves a product as it is, an empty cell clears it', () => {
  const rows = [row('A', { stock: null })]
  const without = PRODUCT_COLUMNS.filter((column) => column !== 'stock')
  expect(computeProductImport(rows, without, catalogue).products).toEqual([])
  expect(computeProductImport(rows, PRODUCT_COLUMNS, catalogue).products).toMatchObject([{ sku: 'A', stock: null }])
})

test('finds categories by path, adds the missing ones, parents first', () => {
  const rows = [
    row('C', { categories: [['Paper', 'Pads']] }),
    row('D', { categories: [['Paper', 'Ölpapier', 'Pads']] }),
    row('E', { categories: [['Paper', 'Ölpapier']] }),
    row('F', { categories: [['紙']] }),
  ]
  const { products, newCategories } = computeProductImport(rows, PRODUCT_COLUMNS, catalogue)
  expect(newCategories).toEqual([
    { id: 'paper-olpapier', name: 'Ölpapier', parent: 'paper' },
    { id: 'paper-olpapier-pads', name: 'Pads', parent: 'paper-olpapier' },
    { id: 'category', name: '紙', parent: null },
  ])
  expect(products.map((product) => product.categories.join())).toEqual([
    'pads',
    'paper-olpapier-pads',
    'paper-olpapier',
    'category',
  ])
})

test('two names that make the same id are two categories', () => {
  const rows = [row('C', { categories: [['Oil + Ink']] }), row('D', { categories: [['Oil & Ink']] })]
  const { newCategories } = computeProductImport(rows, PRODUCT_COLUMNS, catalogue)
  expect(newCategories.map(({ id }) => id)).toEqual(['oil-ink', 'oil-ink-2'])
})
