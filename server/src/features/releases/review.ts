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
  const own = isByChannel ? channels.filter(({ kind }) => kind === 'own') : []
  const partners = channels.filter(({ kind }) => kind === 'partner')
  const { until, products } = compareChannels([live.plan, next.plan], now, { own, partners })
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

interface Compared {
  /** The own channels, where prices may differ among them. */
  readonly own: readonly Channel[]
  readonly partners: readonly Channel[]
}

/**
 * Products whose shelf price differs, in catalogue order: once where it does so alike in all own channels (`channel` null), else for each of
 * them; and for each partner whose prices change otherwise.
 */
function compareChannels(
  [live, next]: readonly [CompiledPlan, CompiledPlan],
  now: Instant,
  { own, partners }: Compared,
): { readonly until: Instant; readonly products: readonly ChannelShift[] } {
  const shiftsIn = (id?: string) =>
    new Map(compareShelfPrices(live, next, now, guestIn(id)).products.map(({ sku, shifts }) => [sku, shifts]))
  const owned = own.length > 0 ? own.map(({ id }) => ({ id, by: shiftsIn(id) })) : [{ id: null, by: shiftsIn() }]
  const placed = partners.map(({ id }) => ({ id, by: shiftsIn(id) }))
  const products = next.catalogue.products.flatMap(({ sku }): ChannelShift[] => {
    const [first = [], ...others] = owned.map(({ by }) => by.get(sku) ?? [])
    const isAlike = others.every((shifts) => isSameValue(shifts, first))
    const each = (isAlike ? [{ id: null, by: owned[0]!.by }] : owned).map(({ id, by }) => ({ id, shifts: by.get(sku) }))
    const elsewhere = placed
      .map(({ id, by }) => ({ id, shifts: by.get(sku) }))
      .filter(({ shifts }) => !(isAlike && isSameValue(shifts ?? [], first)))
    return [...each, ...elsewhere].flatMap(({ id, shifts }) => (shifts ? [{ sku, channel: id, shifts }] : []))
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
