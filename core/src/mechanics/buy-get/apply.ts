import { isFree, worthOf, type OrderView } from '../../units/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import { toNextStep, type CartBounds, type OfferAct } from '../shared/act.ts'
import { boundUnits, countUnits, giftBound, lumpBound, type BoundQuestion } from '../shared/bound.ts'
import { timesOf } from '../shared/repeat.ts'
import type { BuyGet } from './definition.ts'
import { applyGift } from './gift.ts'
import { applyReward } from './reward.ts'

export function actBuyGet(mechanic: BuyGet): OfferAct {
  const { gift, get } = mechanic
  return {
    phase: 2,
    effort: 4,
    apply: (turn) => (gift ? applyGift(turn, mechanic) : applyReward(turn, mechanic)),
    bound(asked) {
      const { cap } = asked.offer
      return gift
        ? giftBound(Math.min(boundGift(asked, mechanic), cap))
        : lumpBound(Math.min(boundReward(asked, mechanic), cap))
    },
    findNextStep: (_turn, further) => toNextStep(further, get),
    ...(gift ? { boundAdded: (cart, view) => boundAdded(mechanic, cart, view) } : {}),
  }
}

function boundReward({ view, offer, pieces }: BoundQuestion, { buy, get, repeat }: BuyGet): MinorUnits {
  const value = offer.rung ?? get.value
  const reach = get.sameSku ? buy.reach : get.reach
  const own = (reach ? view.piecesIn(reach, pieces) : [...pieces]).map((piece) =>
    isFree(value) ? { ...piece, floor: 0 } : piece,
  )
  const servings = get.sameSku ? new Set(own.map(({ product }) => product.sku)).size : 1
  const applications = Math.min(timesOf(repeat) * servings, countUnits(own))
  return boundUnits(own, [value], { max: Math.min(applications * get.quantity, offer.unitsLeft), groups: applications })
}

/** Run on the untouched cart: it can only bring fewer gifts later. */
function boundGift({ view, offer, pieces }: BoundQuestion, mechanic: BuyGet): MinorUnits {
  const { state } = applyGift({ view, offer: { ...offer, cap: Infinity }, state: { pieces, gifts: [] } }, mechanic)
  return worthOf(state?.gifts ?? [])
}

function boundAdded({ buy, get, repeat }: BuyGet, { worth, units, dearest }: CartBounds, view: OrderView): number {
  const filled = buy.quantity === undefined ? worth / (buy.spend ?? 1) : units / buy.quantity
  const times = Math.min(filled, timesOf(repeat) * (get.sameSku ? units : 1))
  if (get.sameSku) return times * get.quantity * dearest
  const given = view.findProduct(get.reach?.skus?.[0] ?? '')
  return given ? Math.min(times * get.quantity, given.stock ?? Infinity) * given.regularPrice : 0
}
