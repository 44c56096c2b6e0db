import type { ProductChange, ProductRequest } from '@novalex/contract'
import { checkReferenceDay, createProblem, dateOf, toLocal, type Product, type ProductListing } from '@novalex/core'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { changeCatalogue, type ChangeScope, type PlanWriter } from '../../sources/plans/changePlan.ts'
import type { StoreRecord } from '../../data/store/index.ts'
import {
  deleteCategory,
  deleteProducts,
  findListing,
  findProductsBySku,
  insertProduct,
  listCategories,
  listProducts,
  saveListings,
  saveProducts,
} from '../../data/catalogue/index.ts'
import { findCategoryUses, refuseUsedProducts } from './uses.ts'

export interface CatalogueService {
  /** Refused as `in-use`, saying by what, unless nothing needs the category. */
  remove(id: string, revision: number, by: string): Promise<void>
  /** A new product at the end of the catalogue, or one that was deleted. */
  createProduct(request: ProductRequest, by: string): Promise<void>
  /** Replaces a product's fields; its stock only if given. Throws `not-found`, `stale-version`. */
  updateProduct(sku: string, change: ProductChange, by: string): Promise<void>
  /** Refused as `in-use`, saying by what, while a promotion, a set or a test cart names the product. */
  removeProduct(sku: string, revision: number, by: string): Promise<void>
}

export function createCatalogueService(writer: PlanWriter): CatalogueService {
  return {
    remove: (id, revision, by) =>
      changeCatalogue(writer, { by, action: 'delete-category', subject: id }, async ({ transaction, store }) => {
        refuseStaleCatalogue(store, revision)
        const categories = await listCategories(transaction)
        const category = categories.find((one) => one.id === id)
        if (!category) throw new AppError('not-found', { facts: { kind: 'category', id } })
        const below = categories.filter(({ parent }) => parent === id)
        const products = (await listProducts(transaction)).filter((product) => product.categories.includes(id))
        const { promotions, sets } = await findCategoryUses(transaction, id)
        if (below.length + products.length + promotions.length + sets.length > 0) {
          const facts = {
            name: category.name,
            categories: below.map(({ name }) => name),
            products: products.length,
            promotions,
            sets,
          }
          throw new AppError('in-use', { facts })
        }
        await deleteCategory(transaction, id)
        return { result: undefined, detail: { name: category.name } }
      }),
    createProduct: ({ product, listing, sold = null }, by) =>
      changeCatalogue(writer, { by, action: 'create-product', subject: product.sku }, async (scope) => {
        const { transaction, at } = scope
        const { sku } = product
        refuseBadDay(scope, listing)
        await refuseUnknownCategories(transaction, product)
        // Whether the SKU is taken, the database alone decides.
        if (!(await insertProduct(transaction, product, { at, sold })))
          refuseIfAny([createProblem('sku-taken', 'product.sku', { given: sku })])
        if (listing) await saveListings(transaction, [[sku, listing]])
        return { result: undefined, detail: { name: product.name } }
      }),
    updateProduct: (sku, { product: given, listing, revision }, by) =>
      changeCatalogue(writer, { by, action: 'change-product', subject: sku }, async (scope) => {
        const { transaction, store, at } = scope
        refuseStaleCatalogue(store, revision)
        const before = (await findProductsBySku(transaction, [sku])).get(sku)
        if (!before) throw new AppError('not-found', { facts: { kind: 'product', id: sku } })
        await refuseUnknownCategories(transaction, given)
        refuseBadDay(scope, listing)
        const isStockGiven = given.stock !== undefined
        const product = { ...given, sku, stock: given.stock ?? null }
        const listed = await findListing(transaction, sku)
        await saveProducts(transaction, [product], { at, isStockGiven })
        if (listing) await saveListings(transaction, [[sku, listing]])
        const after = { ...(isStockGiven ? product : { ...product, stock: before.stock }), ...(listing ?? listed) }
        return { result: undefined, detail: { name: given.name, before: { ...before, ...listed }, after } }
      }),
    removeProduct: (sku, revision, by) =>
      changeCatalogue(writer, { by, action: 'delete-product', subject: sku }, async ({ transaction, store }) => {
        refuseStaleCatalogue(store, revision)
        const product = (await findProductsBySku(transaction, [sku])).get(sku)
        if (!product) throw new AppError('not-found', { facts: { kind: 'product', id: sku } })
        await refuseUsedProducts(transaction, new Set([sku]), product.name)
        await deleteProducts(transaction, [sku])
        return { result: undefined, detail: { name: product.name, before: product } }
      }),
  }
}

function refuseBadDay({ store, at }: ChangeScope, listing: ProductListing | undefined): void {
  const today = dateOf(toLocal(at, store.store.timeZone))
  refuseIfAny(checkReferenceDay(listing?.referenceOn ?? null, today, 'listing.referenceOn'))
}

async function refuseUnknownCategories(
  transaction: Connection,
  { categories }: Pick<Product, 'categories'>,
): Promise<void> {
  const known = new Set((await listCategories(transaction)).map(({ id }) => id))
  const unknown = categories.filter((id) => !known.has(id))
  refuseIfAny(unknown.map((id) => createProblem('unknown-category', 'product.categories', { id })))
}

/** Refused as `stale-version` unless the catalogue is the one that someone looked at. */
function refuseStaleCatalogue({ catalogueRevision }: StoreRecord, revision: number): void {
  if (catalogueRevision !== revision) throw new AppError('stale-version', { facts: { present: { catalogueRevision } } })
}
