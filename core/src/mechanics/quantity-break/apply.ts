import { firstOf } from '../../values/index.ts'
import type { Product, Tier, Value } from '../../terms/index.ts'
import { countOf, dearestFirst, findTouchable, type Outcome, type Taken, type Turn } from '../../units/index.ts'
import type { NextStep, OfferAct } from '../shared/act.ts'
import { reduceBatches, type Batch } from '../shared/batches.ts'
import { boundReach, countUnits } from '../shared/bound.ts'
import { findNextTier, findReached, findTier, type NextTier } from '../shared/tiers.ts'
import type { QuantityBreak } from './definition.ts'

export function actQuantityBreak(mechanic: QuantityBreak): OfferAct {
  const { reach, count, tiers } = mechanic
  return {
    phase: 2,
    effort: 1,
    apply: (turn) => applyQuantityBreak(turn, mechanic),
    bound(asked) {
      const own = asked.view.piecesIn(reach, asked.pieces)
      const groups = new Set(own.map(({ product }) => countKey(count, product))).size
      return boundReach(asked, reach, findReached(tiers, countUnits(own)), { max: asked.offer.unitsLeft, groups })
    },
    findNextStep: (turn) => findFewestUnits(turn, mechanic),
  }
}

/** Counts the units that it may touch, and gives them the tier of their number. Source: docs/pricing.md, quantity break. */
function applyQuantityBreak(turn: Turn, mechanic: QuantityBreak): Outcome {
  const groups = groupUnits(findTouchable(turn, mechanic.reach), mechanic.count)
  const batches: Batch[] = []
  let largest = 0
  for (const [pool, units] of groups) {
    const count = countOf(units)
    largest = Math.max(largest, count)
    if (mechanic.on === 'tier') batches.push(...splitByOrdinal(units, mechanic.tiers, pool))
    else batches.push({ units, value: findTier(mechanic.tiers, count)?.value ?? NO_VALUE, pool })
  }
  if (groups.size > 0 && batches.every(({ value }) => value === NO_VALUE)) {
    const limit = firstOf(mechanic.tiers).from
    return {
      state: null,
      skip: { reason: 'below-first-tier', found: largest, limit, missingUnits: limit - largest },
    }
  }
  return reduceBatches(turn, mechanic.reach, batches, { order: dearestFirst, max: turn.offer.unitsLeft })
}

/** How units are counted together: by SKU, by family (a product without one is its own), or all. */
function countKey(count: QuantityBreak['count'], { sku, family }: Product): string {
  if (count === 'reach') return ''
  return count === 'family' && family !== null ? `family ${family}` : `sku ${sku}`
}

function groupUnits(units: readonly Taken[], count: QuantityBreak['count']): Map<string, Taken[]> {
  const groups = new Map<string, Taken[]>()
  for (const taken of units) {
    const key = countKey(count, taken.piece.product)
    const group = groups.get(key)
    if (group) group.push(taken)
    else groups.set(key, [taken])
  }
  return groups
}

/** Each unit's tier by its own ordinal, most expensive first. */
function splitByOrdinal(units: readonly Taken[], tiers: readonly Tier[], pool: string): Batch[] {
  const batches: Batch[] = []
  let before = 0
  for (const taken of units.toSorted(dearestFirst)) {
    for (let used = 0; used < taken.count;) {
      const ordinal = before + used + 1
      const next = tiers.find((tier) => tier.from > ordinal)
      const count = Math.min(taken.count - used, next ? next.from - ordinal : Infinity)
      const value = findTier(tiers, ordinal)?.value
      batches.push({ units: [{ ...taken, count }], value: value ?? NO_VALUE, pool })
      used += count
    }
    before += taken.count
  }
  return batches
}

const NO_VALUE: Value = { amount: 0, per: 'unit' }

/** Of the counted groups, the one that is nearest to a further tier. */
function findFewestUnits(turn: Turn, { reach, count, tiers }: QuantityBreak): NextStep | null {
  let fewest: NextTier | null = null
  for (const units of groupUnits(findTouchable(turn, reach), count).values()) {
    const next = findNextTier(tiers, countOf(units))
    if (next && (fewest === null || next.missing < fewest.missing)) fewest = next
  }
  return fewest && { missingUnits: fewest.missing, reward: fewest.tier.value }
}
