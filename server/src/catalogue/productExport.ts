import { categoryPath, formatProductRow, PRODUCT_COLUMNS, type CompiledPlan } from '@novalex/core'
import Papa from 'papaparse'

/** The catalogue as a product file; read in again, it changes nothing. */
export function writeProductFile({ products, categories }: CompiledPlan['catalogue']): string {
  const rows = products.map((product) =>
    formatProductRow({ ...product, categories: product.categories.map((id) => categoryPath(categories, id)) }),
  )
  return `${Papa.unparse({ fields: [...PRODUCT_COLUMNS], data: rows }, { newline: '\r\n' })}\r\n`
}
