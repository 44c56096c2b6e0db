import { categoryPath, formatProductRow, PRODUCT_COLUMNS, type CompiledPlan } from '@novalex/core'
import { writeTable } from '../files/writeTable.ts'

/** The catalogue as a product file; read in again, it changes nothing. */
export function writeProductFile({ products, categories }: CompiledPlan['catalogue']): string {
  const rows = products.map((product) =>
    formatProductRow({ ...product, categories: product.categories.map((id) => categoryPath(categories, id)) }),
  )
  return writeTable(PRODUCT_COLUMNS, rows)
}
