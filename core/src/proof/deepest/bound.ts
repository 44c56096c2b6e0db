import { computeFloor } from '../../catalogue/index.ts'
import { definitionOf } from '../../mechanics/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../../pricing/index.ts'
import type { Product, Tier, Value } from '../../terms/index.ts'
import { taxOn, WHOLE, type MinorUnits } from '../../values/index.ts'
import type { Thresholds } from '../proofInput.ts'

/** The least that a unit of a product may come to, against its regular price; nothing is claimed where units belong together. */
export interface StackBound {
  /** The lowest share of the regular price, 0 to 1. */
  readonly share: number
  readonly mayAlarm: boolean
}

/**
 * Bounds what any set of promotions may take off a product, whatever the order: percentages multiply, amounts add up, and the floor holds. Never
 * clears a product that an order raises an alarm for. Source: docs/findings.md, "Deepest stack".
 */
export function boundStack(
  product: Product,
  live: readonly CompiledPromotion[],
  { plan, thresholds }: { readonly plan: CompiledPlan; readonly thresholds: Thresholds },
): StackBound {
  const reducing = live.filter(({ phase }) => phase >= 1 && phase <= 3)
  if (reducing.length === 0) return { share: 1, mayAlarm: false }
  const isJoined = reducing.some(({ promotion }) => definitionOf(promotion.mechanic).joinsUnits)
  if (isJoined) return { share: 0, mayAlarm: true }
  const regulars = findRegulars(product, live)
  const share = Math.min(...regulars.map((regular) => shareAt({ ...product, regularPrice: regular }, reducing, plan)))
  const isDeep = (1 - share) * WHOLE > thresholds.reduction
  const isLoss = regulars.some((regular) => mayLose(product, Math.floor(regular * share), { plan, thresholds }))
  return { share, mayAlarm: isDeep || isLoss }
}

/** The catalogue's price, and every one that price steps may set. */
function findRegulars(product: Product, live: readonly CompiledPromotion[]): MinorUnits[] {
  const steps = live.flatMap(({ act, promotion }) => {
    if (act.phase !== 0) return []
    const rungs = [null, ...(promotion.ladder?.rungs ?? []).map(({ value }) => value)]
    return rungs.flatMap((rung) => act.priceFor(product.sku, rung) ?? [])
  })
  return [product.regularPrice, ...steps].filter((price) => price > 0)
}

function shareAt(product: Product, reducing: readonly CompiledPromotion[], { store }: CompiledPlan): number {
  const regular = product.regularPrice
  let [left, taken] = [1, 0]
  for (const entry of reducing) {
    const { share, amount } = mostOf(entry, product)
    left *= 1 - share
    taken += amount + 1
  }
  const floor = Math.min(1, computeFloor(product, store) / regular)
  return Math.max(0, floor, left - taken / regular)
}

/** The most that one promotion takes off a unit: a share of what it comes to by then, and an amount on top. */
function mostOf(
  { act, promotion }: CompiledPromotion,
  { sku, regularPrice: regular }: Product,
): { share: number; amount: number } {
  const { mechanic, ladder } = promotion
  const rungs = (ladder?.rungs ?? []).map(({ value }) => value)
  const own = act.phase === 1 ? act.valueFor(sku, regular) : null
  const tiers: readonly Tier[] = definitionOf(mechanic).tiers?.(mechanic) ?? []
  const values: readonly Value[] = [
    ...rungs,
    ...(act.phase === 1 ? (own ? [own] : []) : definitionOf(mechanic).rewards(mechanic)),
  ]
  let [share, amount] = [0, 0]
  for (const value of values) {
    if ('percent' in value) {
      if (value.of === 'regular') amount = Math.max(amount, (regular * value.percent) / WHOLE)
      else share = Math.max(share, value.percent / WHOLE)
    } else if ('price' in value) share = Math.max(share, 1 - Math.min(value.price, regular) / regular)
    else if (value.per === 'unit') amount = Math.max(amount, value.amount)
    else {
      // Taken once from a sum of so much: a share of it. Of a sum that is reckoned otherwise it may be all.
      const from =
        act.phase === 3
          ? Math.min(...tiers.filter((tier) => tier.value === value).map((tier) => tier.from), Infinity)
          : 0
      const least = Number.isFinite(from) ? from : (tiers[0]?.from ?? 0)
      if (least > 0) share = Math.max(share, Math.min(1, value.amount / least))
      else amount = Math.max(amount, value.amount)
    }
  }
  // Rounding puts a price on a step at most that much lower.
  if (act.phase === 1 && act.rounding && act.rounding.to !== 'up') amount += act.rounding.step
  return { share, amount }
}

function mayLose(
  { unitCost, taxRate }: Product,
  price: MinorUnits,
  { plan: { store }, thresholds }: { readonly plan: CompiledPlan; readonly thresholds: Thresholds },
): boolean {
  if (unitCost === null) return false
  const least = Math.max(0, price - 1)
  const net = store.pricesIncludeTax ? least - taxOn(least, taxRate, true) - 1 : least
  return net * WHOLE < unitCost * (WHOLE + thresholds.margin)
}
