import type { Instant, Product, ProductPick } from '@novalex/core'
import { findRows } from '../catalogue/productTable.service.ts'
import { AppError } from '../errors/AppError.ts'
import type { SourcedPlan } from '../plan/planSource.ts'
import type { PriceHistory } from '../prices/priceHistory.service.ts'

/** The products that were picked, by hand or by filters at an instant, in catalogue order. Throws `not-found` for an SKU that no product has. */
export async function findPicked(
  history: PriceHistory,
  sourced: SourcedPlan,
  { pick, at, now }: { readonly pick: ProductPick; readonly at: Instant; readonly now: Instant },
): Promise<Product[]> {
  if ('filters' in pick) {
    const rows = await findRows(history, sourced, { filters: pick.filters, order: null, at, now })
    return rows.map(({ product }) => product)
  }
  const { bySku, products } = sourced.plan.catalogue
  const missing = pick.skus.find((sku) => !bySku.has(sku))
  if (missing !== undefined) throw new AppError('not-found', { facts: { kind: 'product', id: missing } })
  const skus = new Set(pick.skus)
  return products.filter(({ sku }) => skus.has(sku))
}
