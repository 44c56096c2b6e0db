import { writeFileSync } from 'node:fs'
import { formatProductRow, PRODUCT_COLUMNS } from '@novalex/core'
import Papa from 'papaparse'
import { createDemoProducts } from './catalogue.ts'

/**
 * Writes the demo shop's product file: `tsx scripts/demo/writeProductFile.ts FILE [COUNT]`. With a count, that many products, the demo
 * shop's over and over with numbered SKUs, for measuring.
 */
const [path = 'demo/products.csv', count] = process.argv.slice(2)
const products = createDemoProducts()
const wanted = count === undefined ? products.length : Number(count)
const rows = Array.from({ length: wanted }, (_, index) => {
  const product = products[index % products.length]!
  const round = Math.floor(index / products.length)
  return formatProductRow(round === 0 ? product : { ...product, sku: `${product.sku}-${round}`, name: `${product.name} (${round})` })
})
writeFileSync(path, `${Papa.unparse({ fields: [...PRODUCT_COLUMNS], data: rows })}\r\n`)
process.stdout.write(`${rows.length} products in ${path}\n`)
