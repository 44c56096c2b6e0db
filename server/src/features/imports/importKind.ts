import type { ImportKind } from '@novalex/contract'
import type { StoreRecord } from '../../data/store/index.ts'
import type { ImportWork } from './importWork.ts'
import { FIGURE_KINDS } from './kinds/productFigures.ts'
import { HISTORY_KIND } from './kinds/history.ts'
import { LISTINGS_KIND } from './kinds/listings.ts'
import { ORDERS_KIND } from './kinds/orders.ts'
import { PLAN_KIND } from './kinds/plan.ts'
import { PROMOTIONS_KIND } from './kinds/promotions.ts'
import { PRODUCTS_KIND } from './kinds/products.ts'
import { SETS_KIND } from './kinds/sets.ts'
import { SHOPPERS_KIND } from './kinds/shoppers.ts'

// What a row is, and what undoing needs, belongs to each kind alone.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export const IMPORT_WORK: Readonly<Record<ImportKind, ImportWork<any, any>>> = {
  products: PRODUCTS_KIND,
  shoppers: SHOPPERS_KIND,
  orders: ORDERS_KIND,
  sets: SETS_KIND,
  promotions: PROMOTIONS_KIND,
  plan: PLAN_KIND,
  history: HISTORY_KIND,
  listings: LISTINGS_KIND,
  ...FIGURE_KINDS,
}

/** The revision that a preview was compared with; if another one holds when it is accepted, it is compared anew. */
export function revisionFor(kind: ImportKind, { planRevision, catalogueRevision }: StoreRecord): number {
  return IMPORT_WORK[kind].belongsTo === 'plan' ? planRevision : catalogueRevision
}
