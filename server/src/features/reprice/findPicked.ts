import type { Instant, Product, ProductPick } from '@novalex/core'
import { findRows, type TableDeps } from '../catalogue/productTable.service.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'

/** The products that were picked, by hand or by filters at an instant, in catalogue order. Throws `not-found` for an SKU that no product has. */
export async function findPicked(
  figures: Pick<TableDeps, 'history' | 'figures'>,
  sourced: SourcedPlan,
  { pick, at, now }: { readonly pick: ProductPick; readonly at: Instant; readonly now: Instant },
): Promise<Product[]> {
  if ('filters' in pick) {
    const rows = await findRows(figures, sourced, { filters: pick.filters, order: null, at, now })
    return rows.map(({ product }) => product)
  }
  const { bySku, products } = sourced.plan.catalogue
  const missing = pick.skus.find((sku) => !bySku.has(sku))
  if (missing !== undefined) throw new AppError('not-found', { facts: { kind: 'product', id: missing } })
  const skus = new Set(pick.skus)
  return products.filter(({ sku }) => skus.has(sku))
}
