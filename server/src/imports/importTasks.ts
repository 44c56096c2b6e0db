import { categoryPath, computeProductImport, type Category, type ProductImport } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import { insertCategories, loadCatalogue, saveProducts } from '../catalogue/catalogue.repository.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { countCatalogueRevision, getStore, lockStore } from '../store/store.repository.ts'
import { EMPTY_PREVIEW, findImport, getImportFile, updateImport, type ImportPreview } from './imports.repository.ts'
import { parseProductFile } from './parseProductFile.ts'

const SHOWN_PROBLEMS = 500
const SHOWN_PRICE_CHANGES = 200
const SHOWN_CATEGORIES = 200

/** Reads an uploaded file and keeps what accepting it would do; writes nothing else. */
export async function readImport(database: Database, id: string): Promise<void> {
  const { catalogueRevision } = await getStore(database)
  const file = await getImportFile(database, id)
  const parsed = await parseProductFile(file, (share) => updateImport(database, id, { progress: share * 0.9 }))
  const preview: ImportPreview = {
    ...EMPTY_PREVIEW,
    rows: parsed.rows.length,
    problems: parsed.problems.slice(0, SHOWN_PROBLEMS),
    problemCount: parsed.problems.length,
  }
  if (parsed.problems.length > 0) {
    await updateImport(database, id, { state: 'refused', progress: 1, preview })
    return
  }
  const catalogue = await loadCatalogue(database)
  const result = computeProductImport(parsed.rows, parsed.columns, catalogue)
  const state = 'ready' as const
  await updateImport(database, id, {
    state,
    progress: 1,
    catalogueRevision,
    preview: { ...preview, ...summarize(result, catalogue.categories) },
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
    await writeFile(transaction, id, (share) => updateImport(database, id, { progress: share }))
    await countCatalogueRevision(transaction)
    const { fileName, rows, added, changed, priceChangeCount } = record.status
    const detail = { fileName, rows, added, changed, priceChangeCount }
    await recordActivity(transaction, { at, by: record.createdBy, action: 'import-products', subject: id, detail })
    return true
  })
  if (isWritten) await updateImport(database, id, { state: 'done', progress: 1 })
  else await readImport(database, id)
}

async function writeFile(
  transaction: Connection,
  id: string,
  onProgress: (share: number) => Promise<void>,
): Promise<void> {
  const parsed = await parseProductFile(await getImportFile(transaction, id), () => Promise.resolve())
  const result = computeProductImport(parsed.rows, parsed.columns, await loadCatalogue(transaction))
  await insertCategories(transaction, result.newCategories)
  await saveProducts(transaction, result.products, (written) => onProgress(written / result.products.length))
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
