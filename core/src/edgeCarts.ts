import type { CompiledPlan } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { CartLine, Mechanic, Product, Promotion, Reach, Tier } from './plan.ts'
import { computeUnitCut, isOnce } from './value.ts'

/** A cart beside a limit of a promotion, ready to be priced. */
export interface EdgeCart {
  readonly limit: 'tier' | 'threshold' | 'quantity' | 'bundle' | 'band' | 'cap'
  readonly side: 'below' | 'at' | 'above'
  /** The limit itself: units, or money. */
  readonly at: number
  readonly lines: readonly CartLine[]
}

/**
 * For each limit of a promotion the smallest carts just below, at and above it, made of a product of its reach: the first that costs
 * something, or the one given. No carts for what holds no limit or no product. Source: docs/pricing.md, "Phases".
 */
export function computeEdgeCarts({ mechanic, limits }: Promotion, plan: CompiledPlan, sku?: string): EdgeCart[] {
  const carts = computeMechanicEdges(mechanic, plan, sku)
  return limits.perOrder == null ? carts : [...carts, ...computeCapEdges(mechanic, { plan, sku, cap: limits.perOrder })]
}

function computeMechanicEdges(mechanic: Mechanic, plan: CompiledPlan, sku: string | undefined): EdgeCart[] {
  switch (mechanic.kind) {
    case 'quantity-break': {
      const sample = findSample(plan, mechanic.reach, sku)
      return mechanic.tiers.flatMap(({ from }) => around(sample, { limit: 'tier', at: from, units: from }))
    }
    case 'spend-break':
    case 'order-discount':
      return computeThresholds(findSample(plan, mechanic.reach, sku), mechanic.tiers)
    case 'delivery':
      return computeThresholds(findSample(plan, {}, sku), mechanic.tiers)
    case 'item-discount': {
      const { maxUnits, reach } = mechanic
      return maxUnits === undefined
        ? []
        : around(findSample(plan, reach, sku), { limit: 'quantity', at: maxUnits, units: maxUnits })
    }
    case 'buy-get': {
      const sample = findSample(plan, mechanic.buy.reach, sku)
      const { quantity, spend = 0 } = mechanic.buy
      if (quantity === undefined) return computeThresholds(sample, [{ from: spend }])
      const units = mechanic.gift || !mechanic.get.sameSku ? quantity : quantity + mechanic.get.quantity
      return around(sample, { limit: 'quantity', at: quantity, units })
    }
    case 'bundle': {
      const units = mechanic.parts.reduce((sum, part) => sum + part.quantity, 0)
      const sample = findSample(plan, mechanic.parts[0]!.reach, sku)
      const once = around(sample, { limit: 'bundle', at: units, units })
      const twice = around(sample, { limit: 'bundle', at: 2 * units, units: 2 * units })
      return [...once, ...twice]
    }
    case 'markdown':
      return (mechanic.bands ?? []).flatMap(({ from }) => computeBandEdges(plan, mechanic.reach, from))
    default:
      return []
  }
}

/** The product given, if it lies in the reach, else the first in the catalogue that does and costs something. */
function findSample(plan: CompiledPlan, reach: Reach, sku: string | undefined): Product | undefined {
  const matches = plan.matcherOf(reach)
  const fits = (product: Product) => product.regularPrice > 0 && matches(product, product.regularPrice)
  const given = sku === undefined ? undefined : plan.catalogue.bySku.get(sku)
  return given && fits(given) ? given : plan.catalogue.products.find(fits)
}

interface Limit {
  readonly limit: EdgeCart['limit']
  readonly at: number
  /** How many units stand exactly at the limit, or first reach it. */
  readonly units: number
}

function around(sample: Product | undefined, { limit, at, units }: Limit): EdgeCart[] {
  if (!sample) return []
  const sides = [
    ['below', units - 1],
    ['at', units],
    ['above', units + 1],
  ] as const
  return sides
    .filter(([, quantity]) => quantity > 0)
    .map(([side, quantity]) => ({ limit, side, at, lines: [{ sku: sample.sku, quantity }] }))
}

/** The most units that stay below an amount, and the fewest that reach it. */
function computeThresholds(sample: Product | undefined, tiers: readonly Pick<Tier, 'from'>[]): EdgeCart[] {
  if (!sample) return []
  return tiers
    .filter(({ from }) => from > 0)
    .flatMap(({ from }) =>
      around(sample, { limit: 'threshold', at: from, units: Math.ceil(from / sample.regularPrice) }),
    )
}

/** The products whose regular prices lie nearest on both sides of a band's lower limit. */
function computeBandEdges(plan: CompiledPlan, reach: Reach, from: MinorUnits): EdgeCart[] {
  const matches = plan.matcherOf(reach)
  const prices = plan.catalogue.products.filter((product) => matches(product, product.regularPrice))
  const below = prices.filter((one) => one.regularPrice < from).sort((a, b) => b.regularPrice - a.regularPrice)[0]
  const at = prices.filter((one) => one.regularPrice >= from).sort((a, b) => a.regularPrice - b.regularPrice)[0]
  return [
    ...(below ? [{ limit: 'band', side: 'below', at: from, lines: [{ sku: below.sku, quantity: 1 }] } as const] : []),
    ...(at ? [{ limit: 'band', side: 'at', at: from, lines: [{ sku: at.sku, quantity: 1 }] } as const] : []),
  ]
}

/** The fewest units whose reductions together reach the cap of one order. */
function computeCapEdges(
  mechanic: Mechanic,
  { plan, sku, cap }: { readonly plan: CompiledPlan; readonly sku: string | undefined; readonly cap: MinorUnits },
): EdgeCart[] {
  if (mechanic.kind !== 'item-discount' || isOnce(mechanic.value)) return []
  const sample = findSample(plan, mechanic.reach, sku)
  if (!sample) return []
  const unit = { regular: sample.regularPrice, current: sample.regularPrice, floor: 0 }
  const cut = computeUnitCut(mechanic.value, unit)
  return cut > 0 ? around(sample, { limit: 'cap', at: cap, units: Math.ceil(cap / cut) }) : []
}
