import type { MinorUnits } from '../money.ts'
import type { Segment } from '../piece.ts'
import type { ItemDiscount, Product, QuantityBreak, SpendBreak, Tier, Value } from '../plan.ts'
import type { Skip } from '../skip.ts'
import { computeUnitCut, isOnce } from '../value.ts'
import {
  addSpread,
  cheapestFirst,
  countOf,
  dearestFirst,
  explainNothing,
  findTouchable,
  Ledger,
  settle,
  type OfferContext,
  type Outcome,
  type Taken,
  type TakenOrder,
} from './offer.ts'

/** Units for which one value is meant; an amount taken once is spread over all of them that share a `pool`. */
interface Batch {
  readonly units: readonly Taken[]
  readonly value: Value
  readonly pool: string
}

interface Choice {
  readonly order: TakenOrder
  readonly max: number
}

/** Source: docs/pricing.md, "Mechanics", item discount. */
export function applyItemDiscount(context: OfferContext, mechanic: ItemDiscount): Outcome {
  const { offer } = context
  const units = findTouchable(context, mechanic.reach)
  const value = offer.rung ?? mechanic.value
  const pick = mechanic.pick ?? (mechanic.maxUnits === undefined ? 'dearest' : 'cheapest')
  const max = Math.min(mechanic.maxUnits ?? Infinity, offer.unitsLeft)
  return reduceBatches(context, [{ units, value, pool: '' }], {
    order: pick === 'cheapest' ? cheapestFirst : dearestFirst,
    max,
  })
}

/** Counts the units that it may touch, and gives them the tier of their number. Source: docs/pricing.md, quantity break. */
export function applyQuantityBreak(context: OfferContext, mechanic: QuantityBreak): Outcome {
  const groups = groupUnits(findTouchable(context, mechanic.reach), mechanic.count)
  const batches: Batch[] = []
  let largest = 0
  for (const [pool, units] of groups) {
    const count = countOf(units)
    largest = Math.max(largest, count)
    if (mechanic.on === 'tier') batches.push(...splitByOrdinal(units, mechanic.tiers, pool))
    else batches.push({ units, value: findTier(mechanic.tiers, count)?.value ?? NO_VALUE, pool })
  }
  if (groups.size > 0 && batches.every(({ value }) => value === NO_VALUE)) {
    const limit = mechanic.tiers[0]!.from
    return {
      state: null,
      miss: { reason: 'below-first-tier', found: largest, limit, missingUnits: limit - largest },
    }
  }
  return reduceBatches(context, batches, { order: dearestFirst, max: context.offer.unitsLeft })
}

/** The shelf value of the units that it may touch chooses the tier for all of them. Source: docs/pricing.md, spend break. */
export function applySpendBreak(context: OfferContext, { reach, tiers }: SpendBreak): Outcome {
  const units = findTouchable(context, reach)
  const worth = units.reduce((sum, { piece, count }) => sum + piece.shelf * count, 0)
  const value = findTier(tiers, worth)?.value
  if (!value && units.length > 0) return { state: null, miss: missFirstTier(tiers, worth) }
  const batches = value ? [{ units, value, pool: '' }] : []
  return reduceBatches(context, batches, { order: dearestFirst, max: context.offer.unitsLeft })
}

/** What an amount lacks for the first tier. */
export function missFirstTier(tiers: readonly Tier[], found: MinorUnits): Skip {
  const limit = tiers[0]!.from
  return { reason: 'below-first-tier', found, limit, missingAmount: limit - found }
}

/** The last tier whose `from` has been reached. */
export function findTier(tiers: readonly Tier[], figure: number): Tier | undefined {
  return tiers.findLast((tier) => tier.from <= figure)
}

/** How units are counted together: by SKU, by family (a product without one is its own), or all. */
export function countKey(count: QuantityBreak['count'], { sku, family }: Product): string {
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

/** Each unit's tier by its own ordinal, dearest first. */
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

/** Reduces units by their values; limited places go, in order, to those that would be reduced. */
function reduceBatches(context: OfferContext, batches: readonly Batch[], { order, max }: Choice): Outcome {
  if (batches.every(({ units }) => units.length === 0)) {
    return { state: null, miss: explainNothing(context, [reachOf(context)]) }
  }
  const isEach = max === Infinity && !batches.some(({ value }) => isOnce(value))
  const ledger = isEach ? reduceEvery(batches) : reducePlaces(batches, { order, max })
  return ledger ? settle(context, ledger) : { state: null, miss: explainUnmoved(batches) }
}

/** The common case: places for all, and each unit by itself. */
function reduceEvery(batches: readonly Batch[]): Ledger | null {
  const ledger = new Ledger()
  for (const { units, value } of batches) {
    for (const taken of units) ledger.reduce(taken, value)
  }
  return ledger.total > 0 ? ledger : null
}

/** Units with their value, one piece at a time. */
interface Chunk extends Taken {
  readonly value: Value
  readonly pool: string
}

function reducePlaces(batches: readonly Batch[], { order, max }: Choice): Ledger | null {
  const chunks = batches.flatMap(({ units, value, pool }) =>
    units.map(({ at, piece, count }): Chunk => ({ at, piece, count, value, pool })),
  )
  const places = new Map<Chunk, number>()
  let left = max
  for (const chunk of chunks.filter(wouldReduce).sort(order)) {
    const count = Math.min(chunk.count, left)
    left -= count
    if (count > 0) places.set(chunk, count)
  }
  if (places.size === 0) return null
  const ledger = new Ledger()
  const pooled = spreadOnce(places, ledger)
  for (const chunk of chunks) {
    const count = places.get(chunk) ?? 0
    for (const segment of pooled.get(chunk) ?? []) ledger.add(chunk.at, segment)
    if (count > 0 && !pooled.has(chunk)) ledger.reduce({ ...chunk, count }, chunk.value)
    if (count < chunk.count) ledger.add(chunk.at, { count: chunk.count - count, cut: 0, isTouched: false })
  }
  return ledger
}

function wouldReduce({ value, piece }: Chunk): boolean {
  return isOnce(value) ? value.amount > 0 && piece.current > piece.floor : computeUnitCut(value, piece) > 0
}

/** Amounts taken once, each over the chunks of its pool. What had no room is noted in `whole`. */
function spreadOnce(places: ReadonlyMap<Chunk, number>, whole: Ledger): Map<Chunk, readonly Segment[]> {
  const pools = new Map<string, Chunk[]>()
  for (const chunk of places.keys()) {
    if (isOnce(chunk.value)) pools.set(chunk.pool, [...(pools.get(chunk.pool) ?? []), chunk])
  }
  const result = new Map<Chunk, readonly Segment[]>()
  for (const pool of pools.values()) {
    const inOrder = pool.toSorted((a, b) => a.at - b.at)
    const ledger = new Ledger()
    const { value } = inOrder[0]!
    const shares = inOrder.map((chunk, at) => ({
      at,
      count: places.get(chunk)!,
      weight: chunk.piece.current,
      room: chunk.piece.current - chunk.piece.floor,
    }))
    if (isOnce(value)) addSpread(ledger, value.amount, shares)
    inOrder.forEach((chunk, at) => result.set(chunk, ledger.segments[at] ?? []))
    whole.unitsByFloor += ledger.unitsByFloor
    whole.lapsed += ledger.lapsed
  }
  return result
}

function explainUnmoved(batches: readonly Batch[]): Skip {
  const isAtFloor = batches.some(({ units }) =>
    units.some(({ piece }) => piece.current > 0 && piece.current <= piece.floor),
  )
  return { reason: isAtFloor ? 'floor' : 'no-saving' }
}

function reachOf({ offer }: OfferContext) {
  const { mechanic } = offer.entry.promotion
  return 'reach' in mechanic ? mechanic.reach : {}
}
