import { firstOf } from '../../values/index.ts'
import type { Reach, Value } from '../../terms/index.ts'
import {
  addSpread,
  computeUnitCut,
  explainNothing,
  isOnce,
  Ledger,
  settle,
  type Outcome,
  type Segment,
  type Skip,
  type Taken,
  type TakenOrder,
  type Turn,
} from '../../units/index.ts'

/** Units for which one value is meant; an amount taken once is spread over all of them that share a `pool`. */
export interface Batch {
  readonly units: readonly Taken[]
  readonly value: Value
  readonly pool: string
}

interface Choice {
  readonly order: TakenOrder
  readonly max: number
}

/**
 * Reduces units by their values; limited places go, in order, to those that would be reduced. */
export function reduceBatches(turn: Turn, reach: Reach, batches: readonly Batch[], { order, max }: Choice): Outcome {
  if (batches.every(({ units }) => units.length === 0)) {
    return { state: null, skip: explainNothing(turn, [reach]) }
  }
  const isEach = max === Infinity && !batches.some(({ value }) => isOnce(value))
  const ledger = isEach ? reduceEvery(batches) : reducePlaces(batches, { order, max })
  return ledger ? settle(turn, ledger) : { state: null, skip: explainUnmoved(batches) }
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
    const { value } = firstOf(inOrder)
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
