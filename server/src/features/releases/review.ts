import type { ReviewAnswer } from '@novalex/contract'
import {
  toIso,
  checkPromotion,
  checkPromotionList,
  checkIntent,
  comparePromotions,
  compareShelfPrices,
  isSameValue,
  type CompiledPlan,
  type Instant,
  type Problem,
} from '@novalex/core'
import type { Database } from '../../platform/db/openDatabase.ts'
import { GUEST } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { isChoice } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'

export interface ReviewQuestion {
  readonly now: Instant
  /** The plan that a release would make live: `working`, an older release by its number, or a choice. */
  readonly plan: string
}

const SHOWN_PRODUCTS = 500

/** The shelf prices that a release would change, and what keeps it from being made. */
export async function computeReview(
  database: Database,
  plans: PlanSource,
  { now, plan }: ReviewQuestion,
): Promise<ReviewAnswer> {
  const { planRevision, catalogueRevision } = await getStore(database)
  const live = await plans.get('live')
  const next = await plans.get(plan)
  const { until, products } = compareShelfPrices(live.plan, next.plan, now, GUEST)
  const text = (instant: Instant) => toIso(instant)
  return {
    planRevision,
    catalogueRevision,
    from: live.release,
    until: text(until),
    productCount: products.length,
    products: products.slice(0, SHOWN_PRODUCTS).map(({ sku, shifts }) => {
      const { name, regularPrice } = next.plan.getProduct(sku)
      const told = shifts.map(({ from, until: end, before, after }) => {
        return { from: text(from), until: end >= until ? null : text(end), before, after }
      })
      return { sku, name, regular: regularPrice, shifts: told }
    }),
    problems: checkPlan(next.plan, isChoice(plan) ? findEdited(live.plan, next.plan) : null),
  }
}

/** The promotions of a plan that the live one has otherwise, by id; null where the store's rules or sets are others too, on which any may depend. */
function findEdited(live: CompiledPlan, next: CompiledPlan): ReadonlySet<string> | null {
  const sets = (plan: CompiledPlan) => [...plan.catalogue.sets.values()]
  if (!isSameValue(live.store, next.store) || !isSameValue(sets(live), sets(next))) return null
  return new Set(comparePromotions(promotionsOf(live), promotionsOf(next)).map(({ promotion: { id } }) => id))
}

/** Problems that block a release, of all promotions or `only` of some. Paths start with the promotion's id. */
export function checkPlan(plan: CompiledPlan, only: ReadonlySet<string> | null = null): Problem[] {
  const promotions = promotionsOf(plan)
  const each = promotions
    .filter(({ id, state }) => state === 'ready' && (only === null || only.has(id)))
    .flatMap((promotion) =>
      [...checkPromotion(promotion, plan), ...checkIntent(promotion, plan)].map((problem) => ({
        ...problem,
        path: `${promotion.id}.${problem.path}`,
      })),
    )
  return [...checkPromotionList(promotions), ...each]
}

function promotionsOf(plan: CompiledPlan) {
  return plan.promotions.map(({ promotion }) => promotion)
}
