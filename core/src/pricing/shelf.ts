import { computeFloor } from '../catalogue/index.ts'
import type { ShelfAct } from '../mechanics/index.ts'
import type { Product, Store, Value } from '../terms/index.ts'
import {
  computeMarkdown,
  findObstacle,
  type Reduction,
  type Skip,
  type StackingRules,
  type UnitPrice,
} from '../units/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { AdmittedPromotion } from './admission.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'

/** One markdown's part in a shelf price. */
interface ShelfCut {
  readonly entry: CompiledPromotion<ShelfAct>
  readonly amount: MinorUnits
  readonly cutByFloor: boolean
}

export interface ShelfPrice {
  readonly price: MinorUnits
  /** The markdowns that lowered it, by rank. */
  readonly cuts: readonly ShelfCut[]
}

/** A unit with the product that it is of. */
interface ShelfUnit extends UnitPrice {
  readonly sku: string
}

/**
 * The shelf price of one unit: the admitted markdowns whose reach holds the product, in rank order, settled as the store
 * settles conflicts. Source: docs/pricing.md, "Stacking", phase 1.
 */
export function computeShelfPrice(
  product: Product,
  candidates: readonly AdmittedPromotion<ShelfAct>[],
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
  const exact = store.conflicts === 'rank' || (byRank.cuts.length === candidates.length && !hasRounding(candidates))
  return exact ? byRank : settleBest(unit, candidates, { rules, start: byRank })!
}

interface LeftOut {
  readonly candidates: readonly AdmittedPromotion<ShelfAct>[]
  readonly settled: ShelfPrice
}

/**
 * Why `candidate`, one of the candidates, is not among the cuts of a settled shelf price. With `best`, one that some allowed set holds
 * was weighed, and the price would be no lower with it.
 */
export function explainLeftOut(
  product: Product,
  candidate: AdmittedPromotion<ShelfAct>,
  { candidates, settled }: LeftOut,
  { store, rules }: { readonly store: Store; readonly rules: StackingRules },
): Skip {
  const { promotion, stack } = candidate.entry
  const unit = { sku: product.sku, regular: product.regularPrice, floor: computeFloor(product, store) }
  const start = { ...unit, current: product.regularPrice }
  const mayMeet = ({ entry: { promotion: other, stack: key } }: Pick<ShelfCut, 'entry'>) =>
    other.rank < promotion.rank ? rules.mayFollow(stack, key) : rules.mayFollow(key, stack)
  const rival = settled.cuts.find((cut) => !mayMeet(cut))?.entry
  if (store.conflicts === 'best' && reduceBy(candidate, start).amount > 0) {
    // Only what may meet it can be in one set with it.
    const partners = candidates.filter((one) => one === candidate || mayMeet(one))
    const joined = settleBest(start, partners, { rules, forced: candidate })!
    const inTheWay = rival ? { promotion: rival.id } : {}
    return { reason: 'better-without', ...inTheWay, withIt: joined.price, without: settled.price }
  }
  if (rival) return { reason: 'stacking', promotion: rival.id, because: findObstacle(stack, rival.stack) }
  const before = settled.cuts.filter((cut) => cut.entry.rank < promotion.rank)
  const current = product.regularPrice - before.reduce((sum, cut) => sum + cut.amount, 0)
  return { reason: reduceBy(candidate, { ...unit, current }).cutByFloor ? 'floor' : 'no-saving' }
}

function settleByRank(
  unit: ShelfUnit,
  candidates: readonly AdmittedPromotion<ShelfAct>[],
  rules: StackingRules,
): ShelfPrice {
  let price = unit.current
  const cuts: ShelfCut[] = []
  for (const candidate of candidates) {
    if (!mayTouch(candidate, cuts, rules)) continue
    const reduction = reduceBy(candidate, { ...unit, current: price })
    if (reduction.amount === 0) continue
    price -= reduction.amount
    cuts.push({ entry: candidate.entry, ...reduction })
  }
  return { price, cuts }
}

/**
 * The subset with the lowest price; of equals the larger, then the one whose ranks come first. A depth-first search in rank
 * order that takes before it leaves, cut where even every remaining markdown together, conflicts ignored, can't beat
 * what was found. That bound holds because a markdown without rounding never turns a lower price into a higher one; a
 * rounded one may, so it counts as if it ended a step lower.
 */
function settleBest(
  unit: ShelfUnit,
  candidates: readonly AdmittedPromotion<ShelfAct>[],
  { rules, start = null, forced = null }: BestOptions,
): ShelfPrice | null {
  let best = start
  const bound = (from: number, price: MinorUnits) =>
    candidates.slice(from).reduce((lowest, candidate) => lowestAfter(candidate, unit, lowest), price)
  const search = (position: number, price: MinorUnits, cuts: readonly ShelfCut[]): void => {
    const candidate = candidates[position]
    if (candidate === undefined) {
      if (best === null || isBetter(price, cuts, best)) best = { price, cuts }
      return
    }
    if (best !== null && bound(position, price) > best.price) return
    if (mayTouch(candidate, cuts, rules)) {
      const reduction = reduceBy(candidate, { ...unit, current: price })
      if (reduction.amount > 0) {
        const cut = { entry: candidate.entry, ...reduction }
        search(position + 1, price - reduction.amount, [...cuts, cut])
      }
    }
    if (candidate !== forced) search(position + 1, price, cuts)
  }
  search(0, unit.current, [])
  return best
}

interface BestOptions {
  readonly rules: StackingRules
  /** A price known to be allowed, from which the search starts. */
  readonly start?: ShelfPrice | null
  /** One that must be in the subset; null is the answer if the rules allow none with it. */
  readonly forced?: AdmittedPromotion<ShelfAct> | null
}

function isBetter(price: MinorUnits, cuts: readonly ShelfCut[], best: ShelfPrice): boolean {
  if (price !== best.price) return price < best.price
  if (cuts.length !== best.cuts.length) return cuts.length > best.cuts.length
  return ranksFirst(cuts, best.cuts)
}

function ranksFirst(cuts: readonly ShelfCut[], others: readonly ShelfCut[]): boolean {
  const at = cuts.findIndex((cut, index) => cut.entry !== others[index]!.entry)
  return at >= 0 && cuts[at]!.entry.rank < others[at]!.entry.rank
}

function lowestAfter(candidate: AdmittedPromotion<ShelfAct>, unit: ShelfUnit, price: MinorUnits): MinorUnits {
  const value = findValue(candidate, unit)
  if (value === null) return price
  const { rounding } = candidate.entry.act
  const { amount } = computeMarkdown(value, undefined, { ...unit, current: price })
  return Math.max(price - amount - (rounding?.step ?? 0), Math.min(unit.floor, price))
}

function mayTouch(candidate: AdmittedPromotion<ShelfAct>, cuts: readonly ShelfCut[], rules: StackingRules): boolean {
  return cuts.every((cut) => rules.mayFollow(candidate.entry.stack, cut.entry.stack))
}

function reduceBy(candidate: AdmittedPromotion<ShelfAct>, unit: ShelfUnit): Reduction {
  const value = findValue(candidate, unit)
  if (value === null) return { amount: 0, cutByFloor: false }
  return computeMarkdown(value, candidate.entry.act.rounding, unit)
}

function findValue({ entry, rung }: AdmittedPromotion<ShelfAct>, { sku, regular }: ShelfUnit): Value | null {
  return rung ?? entry.act.valueFor(sku, regular)
}

function hasRounding(candidates: readonly AdmittedPromotion<ShelfAct>[]): boolean {
  return candidates.some((candidate) => candidate.entry.act.rounding !== undefined)
}
