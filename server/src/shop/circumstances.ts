import { definitionOf, findTests, type CompiledPlan, type Facts, type Order } from '@novalex/core'
import { findCodes } from '../codes/codes.repository.ts'
import type { RecentFigures } from '../counts/recentFigures.ts'
import { ask } from '../db/ask.ts'
import type { Connection } from '../db/openDatabase.ts'

type Cart = Order['cart']
/** What a price depends on besides the plan, the moment and the cart. */
export type Circumstances = Pick<Order, 'facts' | 'codes' | 'stock'>

/** The circumstances of a cart as they were within the last second. */
export async function findCircumstances(
  connection: Connection,
  figures: RecentFigures,
  { plan, cart }: { readonly plan: CompiledPlan; readonly cart: Cart },
): Promise<Circumstances> {
  const counted = listCounted(plan, cart)
  const [facts, own, codes, stock] = await Promise.all([
    figures.facts(),
    cart.shopper === null ? {} : countOwnUses(connection, plan, cart.shopper.id),
    findCodes(connection, cart.codes),
    counted.length > 0 ? figures.stock(counted) : {},
  ])
  return { facts: addOwnUses(facts, own), codes, stock }
}

/** How often a shopper has had the promotions that limit that, by id. */
export async function countOwnUses(
  connection: Connection,
  plan: CompiledPlan,
  shopper: string,
): Promise<Readonly<Record<string, number>>> {
  const ids = listLimitedByShopper(plan)
  if (ids.length === 0) return {}
  const rows = await ask<{ promotion: string; uses: number }>(
    connection,
    `select promotion, count(*) as uses from order_promotions
     where shopper = ? and promotion in (?) and is_cancelled = 0 group by promotion`,
    [shopper, ids],
  )
  const uses = new Map(rows.map((row) => [row.promotion, Number(row.uses)]))
  return Object.fromEntries(ids.map((id) => [id, uses.get(id) ?? 0]))
}

export function addOwnUses(facts: Facts, own: Readonly<Record<string, number>>): Facts {
  const uses = Object.entries(own).map(([id, usesByShopper]) => [id, { ...facts[id], usesByShopper }])
  return { ...facts, ...(Object.fromEntries(uses) as Facts) }
}

/** The SKUs of a cart, and of what may be added to it, whose stock is counted. */
export function listCounted(plan: CompiledPlan, { lines }: Cart): string[] {
  const skus = new Set([...lines.map(({ sku }) => sku), ...listGifts(plan)])
  return [...skus].filter((sku) => (plan.catalogue.bySku.get(sku)?.stock ?? null) !== null)
}

const asksForGoods = new WeakMap<CompiledPlan, boolean>()

/** Whether any promotion that is ready asks what somebody has bought. */
export function needsGoods(plan: CompiledPlan): boolean {
  return remember(asksForGoods, plan, () =>
    plan.promotions.some(
      ({ promotion: { when, state } }) => state === 'ready' && findTests(when).some(({ test }) => test === 'bought'),
    ),
  )
}

const limitedByShopper = new WeakMap<CompiledPlan, readonly string[]>()
const gifts = new WeakMap<CompiledPlan, readonly string[]>()

function listLimitedByShopper(plan: CompiledPlan): readonly string[] {
  return remember(limitedByShopper, plan, () =>
    plan.promotions.filter(({ promotion }) => promotion.limits.usesPerShopper != null).map(({ id }) => id),
  )
}

/** What any promotion that is ready may add to a cart. */
function listGifts(plan: CompiledPlan): readonly string[] {
  return remember(gifts, plan, () => [
    ...new Set(
      plan.promotions.flatMap(({ promotion: { mechanic, state } }) =>
        state === 'ready' ? (definitionOf(mechanic).gifts?.(mechanic, []) ?? []) : [],
      ),
    ),
  ])
}

function remember<T>(known: WeakMap<CompiledPlan, T>, plan: CompiledPlan, work: () => T): T {
  let value = known.get(plan)
  if (value === undefined) known.set(plan, (value = work()))
  return value
}
