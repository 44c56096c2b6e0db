import type { AdmittedPromotion } from '../admission.ts'
import type { MinorUnits } from '../money.ts'
import { percentOf } from '../money.ts'
import { sumOf, type Piece } from '../piece.ts'
import type { Bundle, BuyGet, Reach, Tier, Value } from '../plan.ts'
import type { Session } from '../session.ts'
import { computeUnitCut, isFree, isOnce } from '../value.ts'
import { applyGift } from './gift.ts'
import { worthOf } from './offer.ts'
import { timesOf } from './buyGet.ts'
import { countKey } from './unitDiscounts.ts'

/** The most that a promotion of phase 2 or 3 could take off, whatever was applied before it. */
export interface Bound {
  /** What it takes off each unit of these cart lines by itself; null where units share an amount, or places are limited. */
  readonly perUnit: { readonly lines: readonly boolean[]; readonly values: readonly Value[] } | null
  /** What it takes off on top of that, in all. */
  readonly lump: MinorUnits
  /** In phase 3, any of these may be taken off the sum of its units. */
  readonly ofSum: readonly Value[]
  /** What it adds as gifts. */
  readonly gifts: MinorUnits
}

const NOTHING: Bound = { perUnit: null, lump: 0, ofSum: [], gifts: 0 }

/**
 * Judged on shelf prices, as if nothing stood in its way: prices only fall from there, and with them what a value takes off. Tiers that
 * the whole cart does not reach are left out.
 */
export function boundOffer(session: Session, offer: AdmittedPromotion, pieces: readonly Piece[]): Bound {
  const { mechanic } = offer.entry.promotion
  const inReach = (reach: Reach) => session.piecesIn(reach, pieces)
  const toLump = (most: MinorUnits): Bound => ({ ...NOTHING, lump: Math.min(most, offer.cap) })
  const toUnits = (reach: Reach, values: readonly Value[], places: Places): Bound => {
    const own = inReach(reach)
    const most = boundUnits(own, values, places)
    if (most > offer.cap || places.max < countUnits(own)) return toLump(most)
    const each = values.filter((value) => !isOnce(value))
    const perUnit = { lines: session.linesIn(reach), values: each }
    return { ...NOTHING, perUnit, lump: boundOnce(values) * places.groups }
  }
  switch (mechanic.kind) {
    case 'item-discount': {
      const max = Math.min(mechanic.maxUnits ?? Infinity, offer.unitsLeft)
      return toUnits(mechanic.reach, [offer.rung ?? mechanic.value], { max, groups: 1 })
    }
    case 'quantity-break': {
      const own = inReach(mechanic.reach)
      const groups = new Set(own.map(({ product }) => countKey(mechanic.count, product))).size
      const values = findReached(mechanic.tiers, countUnits(own))
      return toUnits(mechanic.reach, values, { max: offer.unitsLeft, groups })
    }
    case 'spend-break': {
      const values = findReached(mechanic.tiers, sumOf(inReach(mechanic.reach), 'shelf'))
      return toUnits(mechanic.reach, values, { max: offer.unitsLeft, groups: 1 })
    }
    case 'order-discount': {
      const own = inReach(mechanic.reach)
      const reached = findReached(mechanic.tiers, sumOf(own, 'current'))
      const ofSum = offer.rung && reached.length > 0 ? [offer.rung] : reached
      return { ...toLump(boundOrder(own, ofSum)), ofSum }
    }
    case 'buy-get': {
      if (!mechanic.gift) return toLump(boundBuyGet(offer, { mechanic, pieces, inReach }))
      return { ...NOTHING, gifts: Math.min(boundGift(session, offer, { mechanic, pieces }), offer.cap) }
    }
    case 'bundle':
      return toLump(boundBundle(mechanic, inReach))
    default:
      return NOTHING
  }
}

/** The values of the tiers that a figure reaches: any of them may hold once less of it may be touched. */
function findReached(tiers: readonly Tier[], figure: number): Value[] {
  return tiers.filter(({ from }) => from <= figure).map(({ value }) => value)
}

function countUnits(pieces: readonly Piece[]): number {
  return pieces.reduce((sum, { count }) => sum + count, 0)
}

interface Places {
  readonly max: number
  /** How many times an amount may be taken once. */
  readonly groups: number
}

/** The dearest cuts first, as many as there are places; amounts taken once come on top. */
function boundUnits(pieces: readonly Piece[], values: readonly Value[], { max, groups }: Places): MinorUnits {
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

function boundOrder(pieces: readonly Piece[], values: readonly Value[]): MinorUnits {
  const base = pieces.reduce((sum, { current, count }) => sum + current * count, 0)
  const room = pieces.reduce((sum, { current, floor, count }) => sum + Math.max(0, current - floor) * count, 0)
  const most = values.reduce(
    (max, value) =>
      Math.max(max, 'percent' in value ? percentOf(base, value.percent) : 'amount' in value ? value.amount : 0),
    0,
  )
  return Math.min(most, room)
}

interface BuyGetView {
  readonly mechanic: BuyGet
  readonly pieces: readonly Piece[]
  readonly inReach: (reach: Reach) => Piece[]
}

function boundBuyGet(offer: AdmittedPromotion, { mechanic, pieces, inReach }: BuyGetView): MinorUnits {
  const { get, repeat, buy } = mechanic
  const value = offer.rung ?? get.value
  const own = (get.sameSku ? inReach(buy.reach) : get.reach ? inReach(get.reach) : [...pieces]).map((piece) =>
    isFree(value) ? { ...piece, floor: 0 } : piece,
  )
  const servings = get.sameSku ? new Set(own.map(({ product }) => product.sku)).size : 1
  const units = own.reduce((sum, { count }) => sum + count, 0)
  const applications = Math.min(timesOf(repeat) * servings, units)
  return boundUnits(own, [value], { max: Math.min(applications * get.quantity, offer.unitsLeft), groups: applications })
}

/** Run on the untouched cart: it can only bring fewer gifts later. */
function boundGift(
  session: Session,
  offer: AdmittedPromotion,
  { mechanic, pieces }: { mechanic: BuyGet; pieces: readonly Piece[] },
): MinorUnits {
  const { state } = applyGift({ session, offer: { ...offer, cap: Infinity }, state: { pieces, gifts: [] } }, mechanic)
  return worthOf(state?.gifts ?? [])
}

function boundBundle({ parts, price, repeat }: Bundle, inReach: (reach: Reach) => Piece[]): MinorUnits {
  const own = new Set(parts.flatMap(({ reach }) => inReach(reach)))
  const size = parts.reduce((sum, { quantity }) => sum + quantity, 0)
  const units = [...own].reduce((sum, { count }) => sum + count, 0)
  const dearest = parts.reduce((sum, { reach, quantity }) => {
    return sum + quantity * inReach(reach).reduce((max, { current }) => Math.max(max, current), 0)
  }, 0)
  const room = [...own].reduce((sum, { current, floor, count }) => sum + Math.max(0, current - floor) * count, 0)
  const applications = Math.min(timesOf(repeat), Math.floor(units / size))
  return Math.min(Math.max(0, dearest - price) * applications, room)
}
