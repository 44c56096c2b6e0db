import { definitionOf, reachesOf } from '../../mechanics/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../../pricing/index.ts'
import type { Product } from '../../terms/index.ts'
import { WHOLE, type BasisPoints } from '../../values/index.ts'
import type { ProductGroup } from '../productGroups.ts'
import type { Thresholds } from '../proofInput.ts'
import type { Situation } from '../situations.ts'
import { boundGroup, boundUnit, findRegulars, isJoining, isReducing, mostGiven, valuesOf } from './unitBound.ts'

/** The least that the goods concerned may come to, as a share of their regular price, and whether that could raise an alarm. */
export interface StackBound {
  /** 0 to 1. */
  readonly share: number
  readonly mayAlarm: boolean
}

export interface BoundSurroundings {
  readonly plan: CompiledPlan
  readonly thresholds: Thresholds
  groupsOf(entry: CompiledPromotion): readonly ProductGroup[]
}

/**
 * Bounds what any set of promotions may take off a product in a situation, whatever the order: percentages multiply, amounts add up, and the floor
 * holds; where units are taken together, with the worst of all that may be taken with it. Never clears a product that an order raises an alarm for.
 * Source: docs/findings.md, "Deepest stack".
 */
export function createBound(surroundings: BoundSurroundings): (product: Product, situation: Situation) => StackBound {
  const { plan, thresholds } = surroundings
  const joined = new Map<string, Joined>()

  return (product, situation) => {
    const reducing = situation.live.filter(isReducing)
    if (reducing.length === 0) return { share: 1, mayAlarm: false }
    const joins = reducing.filter(isJoining)
    const own = boundUnit(product, situation.live, plan)
    const cost = costShare(product, surroundings)
    if (joins.length === 0) return toBound(own, cost, thresholds)
    // Price steps move the prices by which units that are taken together are weighed.
    if (plan.hasPriceSteps && situation.live.some(({ phase }) => phase === 0)) return { share: 0, mayAlarm: true }
    const key = `${situation.at} ${joins.map(({ rank }) => rank).join()}`
    let company = joined.get(key)
    if (!company) joined.set(key, (company = boundJoined(joins, situation, surroundings)))
    const share = Math.max(0, Math.min(own, company.share) * company.left - company.taken)
    return toBound(share, Math.max(cost, company.cost), thresholds)
  }
}

function toBound(share: number, cost: number, { reduction }: Thresholds): StackBound {
  return { share, mayAlarm: (1 - share) * WHOLE > reduction || share < cost }
}

interface Joined {
  /** The least share of any unit that may be taken, before what the joining promotions take off. */
  readonly share: number
  /** What those leave of it, and take off on top, as shares of the regular price. */
  readonly left: number
  readonly taken: number
  /** The most that a unit costs, as a share of its regular price. */
  readonly cost: number
}

function boundJoined(
  joins: readonly CompiledPromotion[],
  situation: Situation,
  surroundings: BoundSurroundings,
): Joined {
  const { plan } = surroundings
  let [share, cost, left, taken] = [1, 0, 1, 0]
  for (const join of joins) {
    for (const group of surroundings.groupsOf(join)) {
      share = Math.min(share, boundGroup(group, situation.at, plan))
      cost = Math.max(cost, groupCost(group, surroundings))
    }
    const most = mostOfJoin(join, plan)
    left *= 1 - most.share
    taken += most.taken
  }
  return { share, left, taken, cost }
}

/** The most that units which are taken together lose: a share of what they come to, or of their regular price. */
function mostOfJoin({ promotion }: CompiledPromotion, plan: CompiledPlan): { share: number; taken: number } {
  const definition = definitionOf(promotion.mechanic)
  const bundle = definition.together?.(promotion.mechanic)
  if (bundle) {
    const most = bundle.parts.reduce((sum, { reach, units }) => sum + extremesOf(reach, plan).most * units!, 0)
    return { share: most > 0 ? Math.max(0, 1 - (bundle.price - bundle.parts.length) / most) : 1, taken: 0 }
  }
  const reward = definition.firstReward(promotion.mechanic)
  if (!reward || !('quantity' in reward)) return { share: 1, taken: 0 }
  const [bought = {}] = reachesOf(promotion.mechanic)
  const [need] = definition.needs(promotion.mechanic)
  const values = valuesOf(promotion)
  const given = extremesOf(reward.reach ?? bought, plan)
  const same = reward.sameSku === true
  const paid = need?.money ?? (need?.units ?? 1) * (same ? given.least : extremesOf(bought, plan).least)
  const shareOf = (price: number, basis: number) => {
    const off = values.reduce((most, value) => Math.max(most, mostGiven(value, price, reward.quantity)), 0)
    return off / (basis + price * reward.quantity)
  }
  // Of one product, the share is the same whatever it costs, but for amounts, which weigh most where it costs least.
  if (same && need?.money === undefined)
    return {
      share: 0,
      taken: Math.max(shareOf(given.least, paid), shareOf(given.most, (need?.units ?? 1) * given.most)),
    }
  return { share: 0, taken: Math.max(shareOf(given.most, paid), shareOf(given.least, paid)) }
}

interface Extremes {
  readonly least: number
  readonly most: number
}

const EXTREMES = new WeakMap<CompiledPlan, Map<unknown, Extremes>>()

/** The lowest and the highest regular price in a reach, of products that cost anything. */
function extremesOf(reach: Parameters<CompiledPlan['matcherOf']>[0], plan: CompiledPlan): Extremes {
  let known = EXTREMES.get(plan)
  if (!known) EXTREMES.set(plan, (known = new Map()))
  const matches = plan.matcherOf(reach)
  let found = known.get(matches)
  if (!found) {
    let [least, most] = [Infinity, 0]
    for (const product of plan.catalogue.products) {
      if (product.regularPrice <= 0 || !matches(product, product.regularPrice)) continue
      least = Math.min(least, product.regularPrice)
      most = Math.max(most, product.regularPrice)
    }
    found = { least: Number.isFinite(least) ? least : 0, most }
    known.set(matches, found)
  }
  return found
}

/** What a product must bring in, tax included, as a share of the lowest regular price that it may have; 0 where its cost is not known. */
function costShare(product: Product, { plan: { store, promotions }, thresholds }: BoundSurroundings): number {
  if (product.unitCost === null) return 0
  const least = Math.min(...findRegulars(product, promotions))
  const gross =
    product.unitCost *
    ((WHOLE + thresholds.margin) / WHOLE) *
    (store.pricesIncludeTax ? 1 + taxShare(product.taxRate) : 1)
  return (gross + ROUNDING) / least
}

/** Prices and taxes are rounded to a cent. */
const ROUNDING = 3
const taxShare = (rate: BasisPoints) => rate / WHOLE

const COSTS = new WeakMap<ProductGroup, number>()

function groupCost(group: ProductGroup, surroundings: BoundSurroundings): number {
  let known = COSTS.get(group)
  if (known === undefined) {
    known = group.products.reduce((most, product) => Math.max(most, costShare(product, surroundings)), 0)
    COSTS.set(group, known)
  }
  return known
}
