import { computeFloor } from '../../catalogue/index.ts'
import { definitionOf } from '../../mechanics/index.ts'
import { findRegularPrices, type CompiledPlan, type CompiledPromotion } from '../../pricing/index.ts'
import type { Product, Reach } from '../../terms/index.ts'
import { isFree, isOnce } from '../../units/index.ts'
import { WHOLE } from '../../values/index.ts'
import { findLooking, isReducing } from '../productGroups.ts'
import type { Thresholds } from '../proofInput.ts'
import { isLive, type Situation } from '../situations.ts'
import { findCompany } from './carts.ts'
import { boundUnit, isJoining, isPrice, mostGiven, valuesOf } from './unitBound.ts'

/** The least that the goods concerned may come to, as a share of their regular price, and whether that could raise an alarm. */
interface StackBound {
  /** 0 to 1. */
  readonly share: number
  readonly mayAlarm: boolean
}

interface BoundSurroundings {
  readonly plan: CompiledPlan
  readonly thresholds: Thresholds
}

/**
 * Bounds what any set of promotions may take off a product in a situation, whatever the order: percentages multiply, amounts add up, and the floor
 * holds; where units are taken together, with the worst of all that a cart may hold beside it. Never clears a product that an order raises an alarm
 * for. Source: docs/findings.md, "Deepest stack".
 */
export function boundStack(product: Product, situation: Situation, surroundings: BoundSurroundings): StackBound {
  const { plan, thresholds } = surroundings
  const reducing = situation.live.filter(isReducing)
  if (reducing.length === 0) return { share: 1, mayAlarm: false }
  const own = boundUnit(product, situation.live, plan)
  if (!reducing.some(isJoining)) return toBound(own, costShare(product, surroundings), thresholds)
  const findLive = (one: Product) =>
    one === product ? situation.live : findLooking(plan, one).filter((entry) => isLive(entry, situation.at))
  const goods = [product, ...findCompany(product, situation.live, plan)]
  const liveFor = goods.map(findLive)
  // A unit beside it that one of its promotions takes may be reduced by promotions that never look at the product itself.
  const joins = [...new Set(liveFor.flat())].filter((entry) => isReducing(entry) && isJoining(entry))
  const added = joins.flatMap((join) => findGifts(join, goods, plan))
  // Price steps move the prices by which units that are taken together are weighed.
  const hasSteps = (live: readonly CompiledPromotion[]) => live.some(({ phase }) => phase === 0)
  if (plan.hasPriceSteps && [...liveFor, ...added.map(findLive)].some(hasSteps)) return { share: 0, mayAlarm: true }
  const units = goods.map((one, at) => (one === product ? own : boundUnit(one, liveFor[at]!, plan)))
  let [left, taken] = [1, 0]
  for (const join of joins) {
    const most = mostOfJoin(join, [...goods, ...added], plan)
    left *= 1 - most.share
    taken += most.taken
  }
  const all = [...goods, ...added]
  const floor = joins.some(givesFree)
    ? 0
    : Math.min(...all.map((one) => computeFloor(one, plan.store) / one.regularPrice))
  const share = Math.max(0, floor, Math.min(...units) * left - taken)
  return toBound(share, Math.max(...all.map((one) => costShare(one, surroundings))), thresholds)
}

function toBound(share: number, cost: number, { reduction }: Thresholds): StackBound {
  return { share, mayAlarm: (1 - share) * WHOLE > reduction || share < cost }
}

function findGifts(
  { promotion: { mechanic } }: CompiledPromotion,
  goods: readonly Product[],
  plan: CompiledPlan,
): Product[] {
  const skus =
    definitionOf(mechanic).gifts?.(
      mechanic,
      goods.map(({ sku }) => sku),
    ) ?? []
  return skus.flatMap((sku) => plan.catalogue.bySku.get(sku) ?? [])
}

/** Whether a promotion gives units for nothing, below any floor. */
const givesFree = ({ promotion }: CompiledPromotion) => valuesOf(promotion).some(isFree)

/** The most that units which are taken together lose: a share of what they come to, or of their regular price. */
function mostOfJoin(
  { promotion }: CompiledPromotion,
  goods: readonly Product[],
  plan: CompiledPlan,
): { share: number; taken: number } {
  const definition = definitionOf(promotion.mechanic)
  const pricesIn = (reach: Reach) =>
    goods.filter((one) => plan.matcherOf(reach)(one, one.regularPrice)).map((one) => one.regularPrice)
  const bundle = definition.together?.(promotion.mechanic)
  if (bundle) {
    const most = bundle.parts.reduce((sum, { reach, units }) => sum + Math.max(0, ...pricesIn(reach)) * units!, 0)
    const units = bundle.parts.reduce((sum, part) => sum + part.units!, 0)
    return { share: most > 0 ? Math.min(1, Math.max(0, 1 - (bundle.price - units) / most)) : 0, taken: 0 }
  }
  const reward = definition.firstReward(promotion.mechanic)
  const [need] = definition.needs(promotion.mechanic)
  if (!need || !reward || !('quantity' in reward)) return { share: 1, taken: 0 }
  const bought = pricesIn(need.reach)
  const given = reward.reach ? pricesIn(reward.reach) : bought
  const values = valuesOf(promotion)
  const taken = given.map((price) => {
    const paid = need.money ?? need.units! * (reward.sameSku ? price : Math.min(price, ...bought))
    return values.reduce((most, value) => {
      // What is taken once weighs most where but one unit is given.
      const units = isOnce(value) ? 1 : reward.quantity
      return Math.max(most, mostGiven(value, price, units) / (paid + price * units))
    }, 0)
  })
  return { share: 0, taken: Math.max(0, ...taken) }
}

/** Lowest acceptable price of a product, tax included, as a share of its lowest regular price; 0 if its cost is unknown. */
function costShare(product: Product, { plan, thresholds }: BoundSurroundings): number {
  if (product.unitCost === null) return 0
  const { store } = plan
  const least = Math.min(...findRegularPrices(product, plan).filter(isPrice))
  const tax = store.pricesIncludeTax ? 1 + product.taxRate / WHOLE : 1
  return ((product.unitCost * (WHOLE + thresholds.margin) * tax) / WHOLE + ROUNDING) / least
}

/** Prices and taxes are rounded to a cent. */
const ROUNDING = 3
