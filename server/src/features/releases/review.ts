import type { ReviewAnswer } from '@novalex/contract'
import {
  toIso,
  checkPromotion,
  checkPromotionList,
  checkIntent,
  compareShelfPrices,
  type CompiledPlan,
  type Instant,
  type Problem,
} from '@novalex/core'
import type { Database } from '../../platform/db/openDatabase.ts'
import { GUEST } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
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
    problems: checkPlan(next.plan),
  }
}

/** Problems that block a release. Paths start with the promotion's id. */
export function checkPlan(plan: CompiledPlan): Problem[] {
  const promotions = promotionsOf(plan)
  const each = promotions
    .filter((promotion) => promotion.state === 'ready')
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
