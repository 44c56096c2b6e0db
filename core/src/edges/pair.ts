import { definitionOf, phaseOf, reachesOf, type Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import {
  compileOthers,
  computeQuote,
  findOutcome,
  createPlainOrder,
  toAlone,
  type CompiledPlan,
  type PromotionOutcome,
} from '../pricing/index.ts'
import type { CartLine, Delivery, Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { computeEdgeCarts } from './edgeCarts.ts'

/** Two promotions on a cart in which both fit: what it comes to with neither, each, and both, and why. */
export interface Pair {
  readonly product: Product
  readonly lines: readonly CartLine[]
  readonly none: MinorUnits
  readonly first: MinorUnits
  readonly second: MinorUnits
  readonly both: MinorUnits
  /** Outcomes of both together, in the given order. */
  readonly outcomes: readonly PromotionOutcome[]
}

/**
 * As if both held for anyone at any time. Null where no product lies in both. The cart holds as much of the first common product, the
 * most expensive, as either needs. Where one of the two is about delivery, it is the first of the store's `deliveries` that fits.
 */
export function computePair(
  first: Promotion,
  second: Promotion,
  { plan, deliveries }: { readonly plan: CompiledPlan; readonly deliveries: readonly Delivery[] },
): Pair | null {
  const product = findCommon(first, second, plan)
  if (!product) return null
  const gifts = new Set([first, second].flatMap(({ mechanic }) => giftsOf(mechanic)))
  const products = plan.catalogue.products.filter((one) => one === product || gifts.has(one.sku))
  const priced = (promotions: readonly Promotion[]) => compileOthers(plan, promotions.map(toAlone), products)
  const both = priced([first, second])
  const units = Math.max(...[first, second].map((one) => unitsFor(one, both, product)))
  const lines = [{ sku: product.sku, quantity: units }]
  const order = createPlainOrder(lines, { delivery: findDelivery([first, second], deliveries) })
  const totalOf = (promotions: readonly Promotion[]) => computeQuote(priced(promotions), order).totals.grand
  const quote = computeQuote(both, order)
  const outcomeOf = ({ id }: Promotion) => findOutcome(quote, id)
  return {
    product,
    lines,
    none: totalOf([]),
    first: totalOf([first]),
    second: totalOf([second]),
    both: quote.totals.grand,
    outcomes: [outcomeOf(first), outcomeOf(second)],
  }
}

function findDelivery(promotions: readonly Promotion[], deliveries: readonly Delivery[]): Delivery | null {
  const about = promotions.filter(({ mechanic }) => phaseOf(mechanic) === 4)
  if (about.length === 0) return null
  const isMeant = ({ option }: Delivery) =>
    about.every(({ mechanic }) => !('options' in mechanic) || !mechanic.options || mechanic.options.includes(option))
  return deliveries.find(isMeant) ?? deliveries[0] ?? null
}

function giftsOf(mechanic: Mechanic): readonly string[] {
  return definitionOf(mechanic).gifts?.(mechanic, []) ?? []
}

function findCommon(first: Promotion, second: Promotion, plan: CompiledPlan): Product | undefined {
  const lies = ({ mechanic }: Promotion) => {
    const reaches = reachesOf(mechanic).map(plan.matcherOf)
    return (product: Product) =>
      reaches.length === 0 || reaches.some((matches) => matches(product, product.regularPrice))
  }
  const [inFirst, inSecond] = [lies(first), lies(second)]
  return plan.catalogue.products
    .filter((product) => product.regularPrice > 0 && inFirst(product) && inSecond(product))
    .reduce<Product | undefined>(
      (dearest, one) => (dearest && dearest.regularPrice >= one.regularPrice ? dearest : one),
      undefined,
    )
}

/** How many of the product a cart needs for the promotion's first limit; one where it has none. */
function unitsFor(promotion: Promotion, plan: CompiledPlan, { sku }: Product): number {
  const edge = computeEdgeCarts(promotion, plan, { sku }).find(({ side }) => side === 'at')
  return edge?.lines.find((line) => line.sku === sku)?.quantity ?? 1
}
