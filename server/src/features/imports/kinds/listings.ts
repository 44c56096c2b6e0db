import { checkReferenceDay, LISTING_FIELDS, LISTING_FORMAT, NO_LISTING, toLocal } from '@novalex/core'
import type { ListingRow, ProductListing } from '@novalex/core'
import { dequal } from 'dequal'
import { listListings, saveListings } from '../../../data/catalogue/index.ts'
import { getStore } from '../../../data/store/index.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import type { ImportInput, ImportWork, RowProblem } from '../importWork.ts'
import { checkKnown } from './productFigures.ts'

type Listed = readonly (readonly [sku: string, listing: ProductListing])[]

/** Ratings and reference prices of products that are there already. */
export const LISTINGS_KIND: ImportWork<ListingRow, { listings: Listed }> = {
  belongsTo: 'catalogue',
  read: (file, options) => parseTableFile(file, LISTING_FORMAT, options),
  async check(connection, input) {
    const { timeZone } = (await getStore(connection)).store
    return [...(await checkKnown(connection, input)), ...checkDays(input, toLocal(input.at, timeZone).slice(0, 10))]
  },
  async preview(connection, input) {
    const changed = (await compare(connection, input)).length
    return { changed, unchanged: input.rows.length - changed }
  },
  async write(transaction, input, onProgress) {
    const changes = await compare(transaction, input)
    await saveListings(
      transaction,
      changes.map(({ sku, after }) => [sku, after]),
      (written) => onProgress(written / changes.length),
    )
    return { listings: changes.map(({ sku, before }) => [sku, before] as const) }
  },
  undo: (transaction, { listings }) => saveListings(transaction, listings),
}

function checkDays({ rows }: ImportInput<ListingRow>, today: string): RowProblem[] {
  return rows.flatMap(({ referenceOn }, index) =>
    checkReferenceDay(referenceOn, today, 'reference_date').map((problem) => ({ index, problem })),
  )
}

/** Those that differ from what is there. */
async function compare(connection: Connection, { rows, columns }: ImportInput<ListingRow>) {
  const known = await listListings(connection)
  const fields = Object.entries(LISTING_FIELDS).flatMap(([column, field]) => (columns.includes(column) ? [field] : []))
  return rows.flatMap((row) => {
    const before = known.get(row.sku) ?? NO_LISTING
    const after: ProductListing = { ...before, ...Object.fromEntries(fields.map((field) => [field, row[field]])) }
    return dequal(before, after) ? [] : [{ sku: row.sku, before, after }]
  })
}
