import { compileOthers, createPlainOrder, toAlone } from './alone.ts'
import { reachesOf, type CompiledPlan } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { BuyGet, CartLine, Mechanic, Product, Promotion, Reach, Tier } from './plan.ts'
import { computeQuote } from './quote.ts'

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
export function computeEdgeCarts(promotion: Promotion, plan: CompiledPlan, sku?: string): EdgeCart[] {
  return [...computeMechanicEdges(promotion.mechanic, plan, sku), ...computeCapEdges(promotion, plan, sku)]
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
    case 'buy-get':
      return computeBuyGetEdges(mechanic, plan, sku)
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

/** The reward is in the cart as well: more of the same product where it lies in that reach too, else one of its own. */
function computeBuyGetEdges({ buy, get, gift }: BuyGet, plan: CompiledPlan, sku: string | undefined): EdgeCart[] {
  const sample = findSample(plan, buy.reach, sku)
  const { quantity, spend = 0 } = buy
  if (quantity === undefined) return computeThresholds(sample, [{ from: spend }])
  if (gift || !sample) return around(sample, { limit: 'quantity', at: quantity, units: quantity })
  const isSame = get.sameSku || plan.matcherOf(get.reach ?? {})(sample, sample.regularPrice)
  if (isSame) return around(sample, { limit: 'quantity', at: quantity, units: quantity + get.quantity })
  const reward = findSample(plan, get.reach ?? {}, undefined)
  const own = around(sample, { limit: 'quantity', at: quantity, units: quantity })
  return reward
    ? own.map((edge) => ({ ...edge, lines: [...edge.lines, { sku: reward.sku, quantity: get.quantity }] }))
    : own
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

const MOST_UNITS = 10_000

/** The fewest units for which the promotion, by itself and without its cap, takes off as much as the cap allows. */
function computeCapEdges(promotion: Promotion, plan: CompiledPlan, sku: string | undefined): EdgeCart[] {
  const cap = promotion.limits.perOrder
  const [reach] = reachesOf(promotion.mechanic)
  const sample = cap == null || !reach ? undefined : findSample(plan, reach, sku)
  if (cap == null || !sample) return []
  const free = compileOthers(plan, [{ ...toAlone(promotion), limits: {}, ladder: null }])
  const reduction = (quantity: number) =>
    computeQuote(free, createPlainOrder([{ sku: sample.sku, quantity }])).totals.saved
  let [below, units] = [0, 1]
  while (reduction(units) < cap) {
    if (units >= MOST_UNITS) return []
    ;[below, units] = [units, units * 2]
  }
  while (units - below > 1) {
    const middle = Math.floor((below + units) / 2)
    if (reduction(middle) < cap) below = middle
    else units = middle
  }
  return around(sample, { limit: 'cap', at: cap, units })
}
