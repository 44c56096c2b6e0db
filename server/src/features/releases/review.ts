import type { ReviewAnswer, SetRecord } from '@novalex/contract'
import {
  toIso,
  checkPromotion,
  checkPromotionList,
  checkIntent,
  compareShelfPrices,
  comparePromotions,
  type CompiledPlan,
  type Instant,
  type Problem,
} from '@novalex/core'
import type { Database } from '../../platform/db/openDatabase.ts'
import { GUEST } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { SETS } from '../../data/sets/index.ts'
import { findReleasedPlan } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'

export interface ReviewQuestion {
  readonly now: Instant
  /** Review taking up this older release again, instead of the working plan. */
  readonly again: number | null
}

const SHOWN_PRODUCTS = 500

/** Differences between a release and the live one: promotions and shelf prices. */
export async function computeReview(
  database: Database,
  plans: PlanSource,
  { now, again }: ReviewQuestion,
): Promise<ReviewAnswer> {
  const { planRevision, catalogueRevision } = await getStore(database)
  const live = await plans.get('live')
  const next = await plans.get(again === null ? 'working' : String(again))
  const { until, products } = compareShelfPrices(live.plan, next.plan, now, GUEST)
  const text = (instant: Instant) => toIso(instant)
  return {
    planRevision,
    catalogueRevision,
    from: live.release,
    until: text(until),
    changes: comparePromotions(promotionsOf(live.plan), promotionsOf(next.plan)).map((change) => ({
      ...change,
      fields: [...change.fields],
    })),
    sets: compareSets(live.release === null ? [] : await setsOf(database, live.release), await setsOf(database, again)),
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

async function setsOf(database: Database, release: number | null): Promise<readonly SetRecord[]> {
  if (release === null) return SETS.list(database)
  return (await findReleasedPlan(database, release))?.sets ?? []
}

/** The names of the product sets that differ. */
export function compareSets(before: readonly SetRecord[], after: readonly SetRecord[]): string[] {
  const json = ({ name, content }: SetRecord) => JSON.stringify([name, content])
  const old = new Map(before.map((set) => [set.id, set]))
  const kept = new Set(after.map(({ id }) => id))
  return [
    ...after.filter((set) => !old.has(set.id) || json(old.get(set.id)!) !== json(set)),
    ...before.filter(({ id }) => !kept.has(id)),
  ].map(({ name }) => name)
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
