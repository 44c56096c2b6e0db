import type { AdmittedPromotion } from '../admission.ts'
import type { MinorUnits } from '../money.ts'
import { percentOf } from '../money.ts'
import type { Piece } from '../piece.ts'
import type { Bundle, BuyGet, Reach, Value } from '../plan.ts'
import type { Session } from '../session.ts'
import { computeUnitCut, isFree, isOnce } from '../value.ts'
import { applyGift } from './gift.ts'
import { timesOf } from './buyGet.ts'
import { countKey } from './unitDiscounts.ts'

/**
 * The most that a promotion could take off a cart, whatever was applied before it: judged on shelf prices, as if nothing stood in its way.
 * Prices only fall from there, and with them what a value takes off.
 */
export function boundOffer(session: Session, offer: AdmittedPromotion, pieces: readonly Piece[]): MinorUnits {
  return Math.min(boundUncapped(session, offer, pieces), offer.cap)
}

function boundUncapped(session: Session, offer: AdmittedPromotion, pieces: readonly Piece[]): MinorUnits {
  const { mechanic } = offer.entry.promotion
  const inReach = (reach: Reach) => session.piecesIn(reach, pieces)
  switch (mechanic.kind) {
    case 'item-discount':
      return boundUnits(inReach(mechanic.reach), [offer.rung ?? mechanic.value], {
        max: Math.min(mechanic.maxUnits ?? Infinity, offer.unitsLeft),
        groups: 1,
      })
    case 'quantity-break': {
      const own = inReach(mechanic.reach)
      const groups = new Set(own.map(({ product }) => countKey(mechanic.count, product))).size
      return boundUnits(
        own,
        mechanic.tiers.map(({ value }) => value),
        { max: offer.unitsLeft, groups },
      )
    }
    case 'spend-break':
      return boundUnits(
        inReach(mechanic.reach),
        mechanic.tiers.map(({ value }) => value),
        { max: offer.unitsLeft, groups: 1 },
      )
    case 'order-discount':
      return boundOrder(inReach(mechanic.reach), offer.rung ? [offer.rung] : mechanic.tiers.map(({ value }) => value))
    case 'buy-get':
      return mechanic.gift
        ? boundGift(session, offer, { mechanic, pieces })
        : boundBuyGet(offer, { mechanic, pieces, inReach })
    case 'bundle':
      return boundBundle(mechanic, inReach)
    default:
      return 0
  }
}

interface Places {
  readonly max: number
  /** How many times an amount may be taken once. */
  readonly groups: number
}

/** The dearest cuts first, as many as there are places; amounts taken once come on top. */
function boundUnits(pieces: readonly Piece[], values: readonly Value[], { max, groups }: Places): MinorUnits {
  const each = values.filter((value) => !isOnce(value))
  const once = values.reduce((most, value) => (isOnce(value) ? Math.max(most, value.amount) : most), 0)
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
  return sum + once * groups
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
  return (state?.gifts ?? []).reduce((sum, { quantity, shelf }) => sum + quantity * shelf, 0)
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
