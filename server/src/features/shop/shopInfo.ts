import { toIso } from '@novalex/core'
import type { ShopInfo } from '@novalex/contract'
import type { Instant, ShopperRow } from '@novalex/core'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'
import { describeCategories } from '../catalogue/catalogue.handlers.ts'
import { rememberForPlan } from '../../sources/plans/rememberForPlan.ts'
import type { StoreRecord } from '../../data/store/index.ts'

interface Around {
  readonly shopper: ShopperRow | null
  readonly now: Instant
  readonly isStandIn: boolean
}

const listShopCategories = rememberForPlan((plan) =>
  describeCategories(plan)
    .filter(({ products }) => products > 0)
    .map(({ id, name, parent, products }) => ({ id, name, parent, products })),
)

/** Public store settings and non-empty categories. */
export function describeShop(
  { plan, release }: Pick<SourcedPlan, 'plan' | 'release'>,
  { name, delivery, locale }: StoreRecord,
  { shopper, now, isStandIn }: Around,
): ShopInfo {
  const { currency, timeZone, pricesIncludeTax } = plan.store
  return {
    name,
    currency,
    locale,
    timeZone,
    pricesIncludeTax,
    now: toIso(now),
    release,
    categories: listShopCategories(plan),
    delivery: [...delivery],
    shopper: shopper && { id: shopper.id, name: shopper.name },
    isStandIn,
  }
}
