import { comparePromotions, listReaches } from '../plan/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import { isSameValue, type Instant, type MinorUnits } from '../values/index.ts'
import { pushSpan } from './spans.ts'
import { computeHorizon, computePriceSpans, type Viewer, type PriceSpan } from './timeline.ts'

/** A stretch of time in which a product would cost something else. */
export interface PriceShift {
  readonly from: Instant
  readonly until: Instant
  readonly before: MinorUnits
  readonly after: MinorUnits
}

interface ProductShift {
  readonly sku: string
  readonly shifts: readonly PriceShift[]
}

/**
 * Every product whose shelf price would differ at some moment from `now` on, with when and by how much. Both plans must share one
 * catalogue. Looks as far ahead as `computeHorizon` says.
 */
export function compareShelfPrices(
  before: CompiledPlan,
  after: CompiledPlan,
  now: Instant,
  viewer: Viewer,
): { readonly until: Instant; readonly products: ProductShift[] } {
  const to = computeHorizon([before, after], now)
  const products: ProductShift[] = []
  const isAffected = createAffectedTest(before, after)
  for (const product of after.catalogue.products) {
    if (!isAffected(product)) continue
    const spansOf = (plan: CompiledPlan) => computePriceSpans(plan, product, { from: now, to }, viewer)
    const shifts = compareSpans(spansOf(before), spansOf(after))
    if (shifts.length > 0) products.push({ sku: product.sku, shifts })
  }
  return { until: to, products }
}

/** Whether a product's shelf price may differ: the promotions that may reach it are others, in another order, edited, or the store's rules are. */
function createAffectedTest(before: CompiledPlan, after: CompiledPlan): (product: Product) => boolean {
  const isOtherStore = !isSameValue(before.store, after.store)
  const otherSets = new Set(
    [...new Set([...before.catalogue.sets.keys(), ...after.catalogue.sets.keys()])].filter(
      (id) => !isSameValue(before.catalogue.sets.get(id)?.skus, after.catalogue.sets.get(id)?.skus),
    ),
  )
  const rulesOf = (plan: CompiledPlan) => plan.promotions.map(({ promotion }) => promotion)
  const edited = new Set(comparePromotions(rulesOf(before), rulesOf(after)).map(({ promotion: { id } }) => id))
  for (const promotion of rulesOf(after))
    if (listReaches(promotion).some(({ sets = [] }) => sets.some((set) => otherSets.has(set)))) edited.add(promotion.id)
  return (product) => {
    const [old, young] = [before.findPricing(product), after.findPricing(product)]
    if (isOtherStore) return old.length + young.length > 0
    const isSame = ({ promotion: { id } }: CompiledPromotion, index: number) =>
      young[index]!.promotion.id === id && !edited.has(id)
    return old.length !== young.length || !old.every(isSame)
  }
}

/** Differences between two price lines over the same period; equal neighbours are merged. */
export function compareSpans(before: readonly PriceSpan[], after: readonly PriceSpan[]): PriceShift[] {
  const shifts: PriceShift[] = []
  for (let i = 0, j = 0; i < before.length && j < after.length;) {
    const [old, young] = [before[i]!, after[j]!]
    const from = Math.max(old.from, young.from)
    const until = Math.min(old.until, young.until)
    if (old.price !== young.price) pushSpan(shifts, { from, until, before: old.price, after: young.price }, isSameShift)
    if (old.until === until) i++
    if (young.until === until) j++
  }
  return shifts
}

function isSameShift(a: PriceShift, b: PriceShift): boolean {
  return a.before === b.before && a.after === b.after
}
