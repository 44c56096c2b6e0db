import type { Reach, Value } from '../../terms/index.ts'
import { computeUnitCut, isOnce, type Actor, type OrderView, type Piece } from '../../units/index.ts'
import { percentOf, type MinorUnits } from '../../values/index.ts'

/** Offers are bound on shelf prices, as if nothing stood in their way: prices only fall from there, and with them what a value takes off. */
export interface BoundQuestion {
  readonly view: OrderView
  readonly offer: Actor
  readonly pieces: readonly Piece[]
}

/** The most that an offer could take off, whatever was applied before it. */
export interface Bound {
  /** Reduction of each unit of these cart lines; null if units share an amount or are limited. */
  readonly perUnit: { readonly lines: readonly boolean[]; readonly values: readonly Value[] } | null
  /** Additional reduction in total. */
  readonly lump: MinorUnits
  /** In phase 3, any of these may be taken off the sum of its units. */
  readonly ofSum: readonly Value[]
  /** Value of added gifts. */
  readonly gifts: MinorUnits
}

const NOTHING: Bound = { perUnit: null, lump: 0, ofSum: [], gifts: 0 }

export const lumpBound = (lump: MinorUnits, ofSum: readonly Value[] = []): Bound => ({ ...NOTHING, lump, ofSum })
export const giftBound = (gifts: MinorUnits): Bound => ({ ...NOTHING, gifts })

export interface Places {
  readonly max: number
  /** How many times an amount may be taken once. */
  readonly groups: number
}

/** The most that values may take off the units of a reach: unit by unit where there are places for all and no cap is met. */
export function boundReach(
  { view, offer, pieces }: BoundQuestion,
  reach: Reach,
  values: readonly Value[],
  places: Places,
): Bound {
  const own = view.piecesIn(reach, pieces)
  const most = boundUnits(own, values, places)
  if (most > offer.cap || places.max < countUnits(own)) return lumpBound(Math.min(most, offer.cap))
  const each = values.filter((value) => !isOnce(value))
  const perUnit = { lines: view.linesIn(reach), values: each }
  return { ...NOTHING, perUnit, lump: boundOnce(values) * places.groups }
}

export function countUnits(pieces: readonly Piece[]): number {
  return pieces.reduce((sum, { count }) => sum + count, 0)
}

/** The most expensive cuts first, as many as there are places; amounts taken once come on top. */
export function boundUnits(pieces: readonly Piece[], values: readonly Value[], { max, groups }: Places): MinorUnits {
  const each = values.filter((value) => !isOnce(value))
  const cuts = pieces
    .map((piece) => ({
      cut: each.reduce((most, value) => Math.max(most, computeUnitCut(value, piece)), 0),
      count: piece.count,
    }))
    .sort((a, b) => b.cut - a.cut)
  let left = max
  let sum = 0
  for (const { cut, count } of cuts) {
    const units = Math.min(count, left)
    sum += units * cut
    left -= units
  }
  return sum + boundOnce(values) * groups
}

function boundOnce(values: readonly Value[]): MinorUnits {
  return values.reduce((most, value) => (isOnce(value) ? Math.max(most, value.amount) : most), 0)
}

/** Amount above the floors. */
export function roomOf(pieces: readonly Piece[]): MinorUnits {
  return pieces.reduce((sum, { current, floor, count }) => sum + Math.max(0, current - floor) * count, 0)
}

/** The most that one of the values takes off a sum. */
export function boundWhole(values: readonly Value[], sum: MinorUnits): MinorUnits {
  return values.reduce((most, value) => {
    return Math.max(most, 'percent' in value ? percentOf(sum, value.percent) : isOnce(value) ? value.amount : 0)
  }, 0)
}
