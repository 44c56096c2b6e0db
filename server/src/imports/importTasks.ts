import type { ImportKind } from '@novalex/contract'
import {
  categoryPath,
  computeProductImport,
  PRODUCT_FORMAT,
  SHOPPER_FORMAT,
  type Category,
  type Problem,
  type ProductImport,
} from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import { insertCategories, loadCatalogue, saveProducts } from '../catalogue/catalogue.repository.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { parseTableFile } from '../files/parseTableFile.ts'
import { listShoppers, saveShoppers } from '../shoppers/shoppers.repository.ts'
import { countCatalogueRevision, getStore, lockStore } from '../store/store.repository.ts'
import { EMPTY_PREVIEW, findImport, getImportFile, updateImport, type ImportPreview } from './imports.repository.ts'

const SHOWN_PROBLEMS = 500
const SHOWN_PRICE_CHANGES = 200
const SHOWN_CATEGORIES = 200

/** How a kind of file is compared with what is there, and written. */
interface ImportWork {
  /** What is wrong with it, and what accepting it would do. */
  read(
    connection: Connection,
    file: Uint8Array,
    onProgress: (share: number) => Promise<void>,
  ): Promise<{ readonly rows: number; readonly problems: readonly Problem[]; readonly preview: Partial<ImportPreview> }>
  write(
    connection: Connection,
    file: Uint8Array,
    progress: { readonly at: number; readonly onProgress: (share: number) => Promise<void> },
  ): Promise<void>
}

const nothing = () => Promise.resolve()

const WORK: Readonly<Record<ImportKind, ImportWork>> = {
  products: {
    async read(connection, file, onProgress) {
      const parsed = await parseTableFile(file, PRODUCT_FORMAT, onProgress)
      const { rows, problems, columns } = parsed
      if (problems.length > 0) return { rows: rows.length, problems, preview: {} }
      const catalogue = await loadCatalogue(connection)
      const result = computeProductImport(rows, columns, catalogue)
      return { rows: rows.length, problems, preview: summarize(result, catalogue.categories) }
    },
    async write(transaction, file, { at, onProgress }) {
      const parsed = await parseTableFile(file, PRODUCT_FORMAT, nothing)
      const result = computeProductImport(parsed.rows, parsed.columns, await loadCatalogue(transaction))
      await insertCategories(transaction, result.newCategories)
      await saveProducts(transaction, result.products, {
        at,
        onProgress: (written) => onProgress(written / result.products.length),
      })
      await countCatalogueRevision(transaction)
    },
  },
  shoppers: {
    async read(connection, file, onProgress) {
      const { rows, problems } = await parseTableFile(file, SHOPPER_FORMAT, onProgress)
      const known = new Map((await listShoppers(connection)).map((shopper) => [shopper.id, JSON.stringify(shopper)]))
      const added = rows.filter(({ id }) => !known.has(id)).length
      const unchanged = rows.filter((row) => known.get(row.id) === JSON.stringify(row)).length
      return { rows: rows.length, problems, preview: { added, unchanged, changed: rows.length - added - unchanged } }
    },
    async write(transaction, file, { onProgress }) {
      const { rows } = await parseTableFile(file, SHOPPER_FORMAT, nothing)
      await saveShoppers(transaction, rows, (written) => onProgress(written / rows.length))
    },
  },
}

/** Reads an uploaded file and keeps what accepting it would do; writes nothing else. */
export async function readImport(database: Database, id: string): Promise<void> {
  const { catalogueRevision } = await getStore(database)
  const { file, kind } = await getImportFile(database, id)
  const { rows, problems, preview } = await WORK[kind].read(database, file, (share) =>
    updateImport(database, id, { progress: share * 0.9 }),
  )
  const found: ImportPreview = {
    ...EMPTY_PREVIEW,
    rows,
    problems: problems.slice(0, SHOWN_PROBLEMS),
    problemCount: problems.length,
  }
  const state = problems.length > 0 ? 'refused' : 'ready'
  await updateImport(database, id, {
    state,
    progress: 1,
    catalogueRevision,
    preview: state === 'ready' ? { ...found, ...preview } : found,
  })
}

/**
 * Writes a previewed file, all or nothing. If the catalogue changed since the preview, nothing is written and the file is read
 * anew, to be accepted again.
 */
export async function writeImport(database: Database, { id, at }: { id: string; at: number }): Promise<void> {
  const record = await findImport(database, id)
  if (!record) return
  const isWritten = await database.transaction(async (transaction) => {
    const { catalogueRevision } = await lockStore(transaction)
    if (catalogueRevision !== record.catalogueRevision) return false
    const { file, kind } = await getImportFile(transaction, id)
    const onProgress = (share: number) => updateImport(database, id, { progress: share })
    await WORK[kind].write(transaction, file, { at, onProgress })
    const { fileName, rows, added, changed, priceChangeCount } = record.status
    const detail = { fileName, rows, added, changed, priceChangeCount }
    await recordActivity(transaction, { at, by: record.createdBy, action: `import-${kind}`, subject: id, detail })
    return true
  })
  if (isWritten) await updateImport(database, id, { state: 'done', progress: 1 })
  else await readImport(database, id)
}

function summarize(result: ProductImport, categories: readonly Category[]): Partial<ImportPreview> {
  const { added, changed, unchanged, newCategories, priceChanges } = result
  const byId = new Map([...categories, ...newCategories].map((category) => [category.id, category]))
  return {
    added,
    changed,
    unchanged,
    newCategories: newCategories.slice(0, SHOWN_CATEGORIES).map(({ id }) => categoryPath(byId, id).join(' > ')),
    priceChanges: priceChanges.slice(0, SHOWN_PRICE_CHANGES),
    priceChangeCount: priceChanges.length,
  }
}
