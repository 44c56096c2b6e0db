import type { Channel, ReviewAnswer } from '@novalex/contract'
import {
  toIso,
  checkPromotion,
  checkPromotionList,
  checkIntent,
  comparePromotions,
  compareShelfPrices,
  computeHorizon,
  isSameValue,
  type CompiledPlan,
  type Instant,
  type Problem,
} from '@novalex/core'
import type { Database } from '../../platform/db/openDatabase.ts'
import { asksForChannel } from '../../sources/plans/asksForChannel.ts'
import { guestIn } from '../../sources/plans/resolveQuestion.ts'
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
  const { planRevision, catalogueRevision, channels } = await getStore(database)
  const live = await plans.get('live')
  const next = await plans.get(plan)
  const isByChannel = asksForChannel(live.plan) || asksForChannel(next.plan)
  const { until, products } = compareChannels([live.plan, next.plan], now, isByChannel ? channels : [])
  return {
    planRevision,
    catalogueRevision,
    from: live.release,
    until: toIso(until),
    productCount: new Set(products.map(({ sku }) => sku)).size,
    products: products.slice(0, SHOWN_PRODUCTS).map(({ sku, channel, shifts }) => {
      const { name, regularPrice } = next.plan.getProduct(sku)
      const told = shifts.map(({ from, until: end, before, after }) => {
        return { from: toIso(from), until: end >= until ? null : toIso(end), before, after }
      })
      return { sku, name, regular: regularPrice, channel, shifts: told }
    }),
    problems: checkPlan(next.plan, isChoice(plan) ? findEdited(live.plan, next.plan) : null),
  }
}

type ChannelShift = ReturnType<typeof compareShelfPrices>['products'][number] & { readonly channel: string | null }

/** Products whose shelf price differs, in catalogue order: once where it does so alike in all channels (`channel` null), else for each of them. */
function compareChannels(
  [live, next]: readonly [CompiledPlan, CompiledPlan],
  now: Instant,
  channels: readonly Channel[],
): { readonly until: Instant; readonly products: readonly ChannelShift[] } {
  const inChannel = (id?: string) => compareShelfPrices(live, next, now, guestIn(id))
  const compared = channels.map(({ id }) => ({ id, products: inChannel(id).products }))
  const [first, ...others] = compared
  if (!first || others.length === 0) {
    const { until, products } = inChannel()
    return { until, products: products.map((one) => ({ ...one, channel: null })) }
  }
  const shiftsIn = compared.map(({ products }) => new Map(products.map(({ sku, shifts }) => [sku, shifts])))
  const skus = new Set(compared.flatMap(({ products }) => products.map(({ sku }) => sku)))
  const products = next.catalogue.products.flatMap(({ sku }): ChannelShift[] => {
    if (!skus.has(sku)) return []
    const shifts = shiftsIn.map((own) => own.get(sku) ?? [])
    if (shifts.every((own) => isSameValue(own, shifts[0]))) return [{ sku, channel: null, shifts: shifts[0]! }]
    return channels.flatMap(({ id }, at) => (shifts[at]!.length > 0 ? [{ sku, channel: id, shifts: shifts[at]! }] : []))
  })
  return { until: computeHorizon([live, next], now), products }
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
