import type { AdmittedPromotion, SkipReason } from './admission.ts'
import { computeFloor } from './floor.ts'
import type { MinorUnits } from './money.ts'
import { findListed, type CompiledPromotion } from './compilePlan.ts'
import type { Markdown, Product, Store, Value } from './plan.ts'
import type { StackingRules } from './stacking.ts'
import { computeMarkdown, type Reduction, type UnitPrice } from './value.ts'

/** One markdown's part in a shelf price. */
export interface ShelfStep {
  readonly entry: CompiledPromotion
  readonly amount: MinorUnits
  readonly cutByFloor: boolean
}

export interface ShelfPrice {
  readonly price: MinorUnits
  /** The markdowns that lowered it, by rank. */
  readonly steps: readonly ShelfStep[]
}

/** A unit with the product that it is of. */
interface ShelfUnit extends UnitPrice {
  readonly sku: string
}

/** Why a markdown has no part in a shelf price, and which other one stood in its way. */
export interface LeftOut {
  readonly reason: SkipReason
  readonly by?: string
}

/**
 * The shelf price of one unit: the admitted markdowns whose reach holds the product, in rank order, settled as the store
 * settles conflicts. Source: docs/pricing.md, "Stacking", phase 1.
 */
export function computeShelfPrice(
  product: Product,
  candidates: readonly AdmittedPromotion[],
  store: Store,
  rules: StackingRules,
): ShelfPrice {
  const unit: ShelfUnit = {
    sku: product.sku,
    regular: product.regularPrice,
    current: product.regularPrice,
    floor: computeFloor(product, store),
  }
  const byRank = settleByRank(unit, candidates, rules)
  const exact = store.conflicts === 'rank' || (byRank.steps.length === candidates.length && !hasRounding(candidates))
  return exact ? byRank : settleBest(unit, candidates, rules, byRank)
}

/** Why `candidate` is not among the steps of a settled shelf price. */
export function explainLeftOut(
  product: Product,
  candidate: AdmittedPromotion,
  settled: ShelfPrice,
  { store, rules }: { readonly store: Store; readonly rules: StackingRules },
): LeftOut {
  const { promotion } = candidate.entry
  const rival = settled.steps.find(({ entry: other }) =>
    other.promotion.rank < promotion.rank
      ? !rules.mayFollow(candidate.entry.stack, other.stack)
      : !rules.mayFollow(other.stack, candidate.entry.stack),
  )
  if (rival) return { reason: 'stacking', by: rival.entry.promotion.id }
  const before = settled.steps.filter((step) => step.entry.promotion.rank < promotion.rank)
  const current = product.regularPrice - before.reduce((sum, step) => sum + step.amount, 0)
  const unit = { sku: product.sku, regular: product.regularPrice, current, floor: computeFloor(product, store) }
  const { amount, cutByFloor } = reduceBy(candidate, unit)
  if (amount > 0) return { reason: 'better-without' }
  return { reason: cutByFloor ? 'floor' : 'no-saving' }
}

function settleByRank(unit: ShelfUnit, candidates: readonly AdmittedPromotion[], rules: StackingRules): ShelfPrice {
  let price = unit.current
  const steps: ShelfStep[] = []
  for (const candidate of candidates) {
    if (!mayTouch(candidate, steps, rules)) continue
    const reduction = reduceBy(candidate, { ...unit, current: price })
    if (reduction.amount === 0) continue
    price -= reduction.amount
    steps.push({ entry: candidate.entry, ...reduction })
  }
  return { price, steps }
}

/**
 * The subset with the lowest price; of equals the larger, then the one whose ranks come first. A depth-first search in rank
 * order that takes before it leaves, cut where even every remaining markdown together, conflicts ignored, can't beat
 * what was found. That bound holds because a markdown without rounding never turns a lower price into a higher one; a
 * rounded one may, so it counts as if it ended a step lower.
 */
function settleBest(
  unit: ShelfUnit,
  candidates: readonly AdmittedPromotion[],
  rules: StackingRules,
  start: ShelfPrice,
): ShelfPrice {
  let best = start
  const bound = (from: number, price: MinorUnits) =>
    candidates.slice(from).reduce((lowest, candidate) => lowestAfter(candidate, unit, lowest), price)
  const isBetter = (price: MinorUnits, size: number) =>
    price < best.price || (price === best.price && size > best.steps.length)
  const search = (position: number, price: MinorUnits, steps: readonly ShelfStep[]): void => {
    const candidate = candidates[position]
    if (candidate === undefined) {
      if (isBetter(price, steps.length) || ranksFirst(price, steps, best)) best = { price, steps }
      return
    }
    const lowest = bound(position, price)
    if (lowest > best.price) return
    if (mayTouch(candidate, steps, rules)) {
      const reduction = reduceBy(candidate, { ...unit, current: price })
      if (reduction.amount > 0) {
        const step = { entry: candidate.entry, ...reduction }
        search(position + 1, price - reduction.amount, [...steps, step])
      }
    }
    search(position + 1, price, steps)
  }
  search(0, unit.current, [])
  return best
}

function ranksFirst(price: MinorUnits, steps: readonly ShelfStep[], best: ShelfPrice): boolean {
  if (price !== best.price || steps.length !== best.steps.length) return false
  const differing = steps.findIndex(
    (step, index) => step.entry.promotion.rank !== best.steps[index]!.entry.promotion.rank,
  )
  return differing >= 0 && steps[differing]!.entry.promotion.rank < best.steps[differing]!.entry.promotion.rank
}

function lowestAfter(candidate: AdmittedPromotion, unit: ShelfUnit, price: MinorUnits): MinorUnits {
  const value = findValue(candidate, unit)
  if (value === null) return price
  const { rounding } = mechanicOf(candidate.entry)
  const { amount } = computeMarkdown(value, undefined, { ...unit, current: price })
  return Math.max(price - amount - (rounding?.step ?? 0), Math.min(unit.floor, price))
}

function mayTouch(candidate: AdmittedPromotion, steps: readonly ShelfStep[], rules: StackingRules): boolean {
  return steps.every((step) => rules.mayFollow(candidate.entry.stack, step.entry.stack))
}

function reduceBy(candidate: AdmittedPromotion, unit: ShelfUnit): Reduction {
  const value = findValue(candidate, unit)
  if (value === null) return { amount: 0, cutByFloor: false }
  return computeMarkdown(value, mechanicOf(candidate.entry).rounding, unit)
}

function findValue({ entry, rung }: AdmittedPromotion, { sku, regular }: ShelfUnit): Value | null {
  if (rung) return rung
  const { value, bands, prices } = mechanicOf(entry)
  const price = findListed(prices, sku)
  if (price !== null) return { price }
  return value ?? bands?.findLast((band) => band.from <= regular)?.value ?? null
}

function hasRounding(candidates: readonly AdmittedPromotion[]): boolean {
  return candidates.some((candidate) => mechanicOf(candidate.entry).rounding !== undefined)
}

function mechanicOf({ promotion }: CompiledPromotion): Markdown {
  if (promotion.mechanic.kind !== 'markdown') throw new TypeError(`not a markdown: ${promotion.id}`)
  return promotion.mechanic
}
