import { formatAmount, parseAmount, parsePercent } from './amount.ts'
import { WHOLE, type MinorUnits } from './money.ts'
import type { Product } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'

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

export const REQUIRED_PRODUCT_COLUMNS: readonly ProductColumn[] = ['sku', 'name', 'regular_price', 'tax_rate']

export const PRODUCT_LIMITS = { sku: 64, name: 200, family: 64, category: 80, tag: 40, listed: 20, depth: 5 } as const

const LIST_SEPARATOR = '|'
const PATH_SEPARATOR = '>'

/** Where each column stands in the file, or what is wrong with the header. Letter case and blanks in names don't matter. */
export function parseProductHeader(fields: readonly string[]): Map<ProductColumn, number> | Problem[] {
  const columns = new Map<ProductColumn, number>()
  const problems: Problem[] = []
  fields.forEach((field, index) => {
    const name = field
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, '_')
    if (!isProductColumn(name))
      problems.push(createProblem('unknown-column', `${index + 1}`, { given: field.slice(0, 80) }))
    else if (columns.has(name)) problems.push(createProblem('duplicate-column', `${index + 1}`, { given: name }))
    else columns.set(name, index)
  })
  for (const name of REQUIRED_PRODUCT_COLUMNS) {
    if (!columns.has(name)) problems.push(createProblem('missing-column', name, { column: name }))
  }
  return problems.length > 0 ? problems : columns
}

/** One row of a product file; problem paths are column names. */
export function parseProductRow(
  fields: readonly string[],
  columns: ReadonlyMap<ProductColumn, number>,
): ProductRow | Problem[] {
  const problems: Problem[] = []
  const cell = (column: ProductColumn) => fields[columns.get(column) ?? -1]?.trim() ?? ''
  const read = createCellReader(cell, problems)
  const row: ProductRow = {
    sku: read.text('sku', PRODUCT_LIMITS.sku),
    name: read.text('name', PRODUCT_LIMITS.name),
    family: cell('family') === '' ? null : read.text('family', PRODUCT_LIMITS.family),
    categories: read.list('categories', PRODUCT_LIMITS.category * PRODUCT_LIMITS.depth).map((path) => read.path(path)),
    tags: read.list('tags', PRODUCT_LIMITS.tag),
    regularPrice: read.amount('regular_price') ?? read.required('regular_price', 0),
    unitCost: read.amount('unit_cost'),
    minimumPrice: read.amount('minimum_price'),
    taxRate: read.rate('tax_rate'),
    stock: read.count('stock'),
  }
  return problems.length > 0 ? problems : row
}

/** The cells of a product's row, in the order of `PRODUCT_COLUMNS`; `parseProductRow` reads them back to the same product. */
export function formatProductRow(row: ProductRow): string[] {
  const money = (amount: MinorUnits | null) => (amount === null ? '' : formatAmount(amount))
  return [
    row.sku,
    row.name,
    row.family ?? '',
    row.categories.map((path) => path.join(` ${PATH_SEPARATOR} `)).join(` ${LIST_SEPARATOR} `),
    row.tags.join(` ${LIST_SEPARATOR} `),
    money(row.regularPrice),
    money(row.unitCost),
    money(row.minimumPrice),
    String(row.taxRate / 100),
    row.stock === null ? '' : String(row.stock),
  ]
}

function isProductColumn(name: string): name is ProductColumn {
  return (PRODUCT_COLUMNS as readonly string[]).includes(name)
}

function createCellReader(cell: (column: ProductColumn) => string, problems: Problem[]) {
  const complain = (code: string, column: ProductColumn, facts: Problem['facts']) => {
    problems.push(createProblem(code, column, facts))
  }
  const limit = (text: string, column: ProductColumn, max: number) => {
    if (text.length > max) complain('too-long', column, { given: text.length, max })
    // eslint-disable-next-line no-control-regex -- control characters are what it looks for
    if (/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/.test(text)) complain('control-character', column, {})
    return text
  }
  return {
    required<T>(column: ProductColumn, fallback: T): T {
      if (cell(column) === '') complain('required', column, {})
      return fallback
    },
    text(column: ProductColumn, max: number): string {
      return limit(cell(column) || this.required(column, ''), column, max)
    },
    list(column: ProductColumn, max: number): string[] {
      const entries = cell(column)
        .split(LIST_SEPARATOR)
        .map((entry) => entry.trim())
        .filter((entry) => entry !== '')
      const distinct = [...new Set(entries)]
      if (distinct.length > PRODUCT_LIMITS.listed) {
        complain('too-many', column, { given: distinct.length, max: PRODUCT_LIMITS.listed })
      }
      return distinct.map((entry) => limit(entry, column, max))
    },
    path(text: string): string[] {
      const names = text.split(PATH_SEPARATOR).map((name) => name.trim())
      if (names.includes('')) complain('empty-category', 'categories', { given: text.slice(0, 80) })
      if (names.length > PRODUCT_LIMITS.depth) {
        complain('too-deep', 'categories', { given: names.length, max: PRODUCT_LIMITS.depth })
      }
      return names.map((name) => limit(name, 'categories', PRODUCT_LIMITS.category))
    },
    amount(column: ProductColumn): MinorUnits | null {
      const text = cell(column)
      if (text === '') return null
      const amount = parseAmount(text)
      if (amount === null) complain('not-an-amount', column, { given: text.slice(0, 40) })
      return amount ?? 0
    },
    rate(column: ProductColumn): number {
      const text = cell(column)
      if (text === '') return this.required(column, 0)
      const rate = parsePercent(text)
      if (rate === null || rate > WHOLE) complain('not-a-rate', column, { given: text.slice(0, 40) })
      return rate ?? 0
    },
    count(column: ProductColumn): number | null {
      const text = cell(column)
      if (text === '') return null
      if (!/^\d{1,9}$/.test(text)) complain('not-a-count', column, { given: text.slice(0, 40) })
      return Number(text)
    },
  }
}
