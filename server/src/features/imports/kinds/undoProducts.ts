import type { Product } from '@novalex/core'
import {
  deleteCategory,
  deleteProducts,
  listCategories,
  saveProducts,
  type StockChange,
  undoStock,
} from '../../../data/catalogue/index.ts'
import { findCategoryUses, refuseUsedProducts } from '../../catalogue/uses.ts'
import type { Connection } from '../../../platform/db/openDatabase.ts'
import type { UndoScope } from '../importWork.ts'

/** Undo data of a product file: changed products as they were, and what was added. */
export interface ProductsBefore {
  readonly products: readonly Product[]
  readonly added: readonly string[]
  readonly categories: readonly string[]
  /** Stock changes of products that already existed. */
  readonly stock?: readonly StockChange[]
}

/**
 * The products as they were; those that came with the file go. A regular price that is put back holds from now on: the time in between stays in
 * the price history, since the shop showed it. A category that came with the file and is used meanwhile stays.
 */
export async function undoProducts(
  transaction: Connection,
  { products, added, categories, stock = [] }: ProductsBefore,
  { at, fileName }: UndoScope,
): Promise<void> {
  await refuseUsedProducts(transaction, new Set(added), fileName)
  await saveProducts(transaction, products, { at })
  await undoStock(transaction, stock)
  await deleteProducts(transaction, added)
  // What is below comes after its parent.
  let left = await listCategories(transaction)
  for (const id of categories.toReversed()) {
    const { promotions, sets } = await findCategoryUses(transaction, id)
    if (promotions.length + sets.length > 0 || left.some(({ parent }) => parent === id)) continue
    await deleteCategory(transaction, id)
    left = left.filter((category) => category.id !== id)
  }
}
