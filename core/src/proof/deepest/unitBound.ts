import { computeFloor } from '../../catalogue/index.ts'
import { definitionOf } from '../../mechanics/index.ts'
import type { Promotion } from '../../plan/index.ts'
import { findRegularPrices, type CompiledPlan, type CompiledPromotion } from '../../pricing/index.ts'
import type { Product, Tier, Value } from '../../terms/index.ts'
import { WHOLE, type MinorUnits } from '../../values/index.ts'
import { isReducing } from '../productGroups.ts'

/** Whether the units that it takes belong together. */
export const isJoining = ({ promotion }: CompiledPromotion) => definitionOf(promotion.mechanic).joinsUnits === true

/** The most that one promotion takes off a unit: a share of what it comes to by then, and a share of its regular price on top. */
interface Most {
  readonly share: number
  readonly taken: number
}

const NOTHING: Most = { share: 0, taken: 0 }
const max = (a: Most, b: Most): Most => ({ share: Math.max(a.share, b.share), taken: Math.max(a.taken, b.taken) })

/** The least that a unit of a product may come to, as a share of its regular price, by promotions that take each unit by itself. */
export function boundUnit(product: Product, live: readonly CompiledPromotion[], plan: CompiledPlan): number {
  const single = live.filter((entry) => isReducing(entry) && !isJoining(entry))
  return Math.min(
    ...findRegularPrices(product, plan)
      .filter(isPrice)
      .map((regularPrice) => {
        const priced = { ...product, regularPrice }
        const left = combine(
          single.map((entry) => [entry, mostOf(entry, priced)] as const),
          plan,
        )
        return Math.min(1, Math.max(0, left, computeFloor(product, plan.store) / regularPrice))
      }),
  )
}

export const isPrice = (price: MinorUnits) => price > 0

/** Lower bound of a unit's price. Of promotions or codes that exclude each other, only the deepest counts. */
function combine(mosts: readonly (readonly [CompiledPromotion, Most])[], { store }: CompiledPlan): number {
  const sets = new Map<string, Most>()
  for (const [{ rank, promotion }, most] of mosts) {
    if (promotion.code !== null && store.maxCodesPerOrder === 0) continue
    const group = promotion.stacking?.group ?? ''
    const isApart = store.apart.some(([one, other]) => one === group && other === group)
    const key = isApart
      ? `group ${group}`
      : promotion.code !== null && store.maxCodesPerOrder === 1
        ? 'code'
        : String(rank)
    sets.set(key, max(sets.get(key) ?? NOTHING, most))
  }
  let [left, taken] = [1, 0]
  for (const most of sets.values()) {
    left *= 1 - most.share
    taken += most.taken
  }
  return left - taken
}

/** Every value that it may have: its own, its tiers', its rungs'. */
export function valuesOf({ mechanic, ladder }: Pick<Promotion, 'mechanic' | 'ladder'>): readonly Value[] {
  return [...(ladder?.rungs ?? []).map(({ value }) => value), ...definitionOf(mechanic).rewards(mechanic)]
}

function mostOf({ act, promotion }: CompiledPromotion, { sku, regularPrice: regular }: Product): Most {
  const rungs = (promotion.ladder?.rungs ?? []).map(({ value }) => value)
  const own = act.phase === 1 ? act.valueFor(sku, regular) : null
  const values = act.phase === 1 ? [...rungs, ...(own ? [own] : [])] : valuesOf(promotion)
  const tiers = definitionOf(promotion.mechanic).tiers?.(promotion.mechanic) ?? []
  const most = values
    .map((value) => mostOfValue(value, regular, act.phase === 3 ? leastSum(value, tiers) : 0))
    .reduce(max, NOTHING)
  // Rounding puts a price on a step at most that much lower; every cut is rounded to a cent.
  const step = act.phase === 1 && act.rounding && act.rounding.to !== 'up' ? act.rounding.step : 0
  return { share: most.share, taken: most.taken + (step + 1) / regular }
}

/** From how much on a value holds that is taken off a sum; of a ladder's value, from the first tier on. */
function leastSum(value: Value, tiers: readonly Tier[]): MinorUnits {
  const own = tiers.filter((tier) => tier.value === value).map(({ from }) => from)
  return own.length > 0 ? Math.min(...own) : (tiers[0]?.from ?? 0)
}

/** An amount that is taken once from a sum is a share of the least sum that it is taken from; of one that is computed otherwise it may be all. */
function mostOfValue(value: Value, regular: MinorUnits, least: MinorUnits): Most {
  if ('percent' in value) {
    return value.of === 'regular'
      ? { share: 0, taken: value.percent / WHOLE }
      : { share: value.percent / WHOLE, taken: 0 }
  }
  if ('price' in value) return { share: Math.max(0, 1 - value.price / regular), taken: 0 }
  if (value.per === 'once' && least > 0) return { share: Math.min(1, value.amount / least), taken: 0 }
  return { share: 0, taken: value.amount / regular }
}

/** The most that a value takes off so many units that are given. */
export function mostGiven(value: Value, price: MinorUnits, units: number): MinorUnits {
  if ('percent' in value) return (price * units * value.percent) / WHOLE + units
  if ('price' in value) return Math.max(0, price - value.price) * units
  return value.per === 'once' ? value.amount : Math.min(value.amount, price) * units
}
