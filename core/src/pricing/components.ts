import { definitionOf, reachesOf, type OfferAct } from '../mechanics/index.ts'
import type { AdmittedPromotion } from './admission.ts'
import { keepOffers, type Contest } from './contest.ts'

/**
 * Parts of a contest that can't influence each other: promotions whose products lie on different cart lines and that add gifts of
 * different SKUs. One part where something looks at the whole cart as the search changes it: delivery by current value, surcharges,
 * conditions of phase 3.
 */
export function splitContest(contest: Contest): Contest[] {
  const offers = [...contest.second, ...contest.third]
  if (offers.length < 2 || looksAtWhole(contest)) return [contest]
  const parts: { keys: Set<string>; offers: AdmittedPromotion<OfferAct>[] }[] = []
  for (const offer of offers) {
    const own = { keys: keysOf(contest, offer), offers: [offer] }
    const met = parts.filter((part) => [...own.keys].some((key) => part.keys.has(key)))
    for (const part of met) {
      parts.splice(parts.indexOf(part), 1)
      for (const key of part.keys) own.keys.add(key)
      own.offers.unshift(...part.offers)
    }
    parts.push(own)
  }
  if (parts.length === 1) return [contest]
  return parts.map(({ keys, offers: members }) => ({
    ...keepOffers(contest, (offer) => members.includes(offer)),
    pieces: contest.pieces.filter(({ line }) => keys.has(`line ${line}`)),
  }))
}

function looksAtWhole({ session, surcharges, third }: Contest): boolean {
  const { deliveryOffers } = session.plan
  const isDeliveryLooking = deliveryOffers.some(({ promotion, act }) => promotion.when !== null || act.looksAtCurrent)
  return (
    surcharges.length > 0 ||
    (session.order.cart.delivery !== null && isDeliveryLooking) ||
    third.some(({ entry }) => entry.promotion.when !== null)
  )
}

/** The cart lines that a promotion may touch, and the SKUs of which it may add gifts. */
function keysOf({ session, pieces }: Contest, { entry }: AdmittedPromotion): Set<string> {
  const { mechanic } = entry.promotion
  const own = reachesOf(mechanic).flatMap((reach) => session.piecesIn(reach, pieces))
  const keys = new Set(own.map(({ line }) => `line ${line}`))
  const skus = definitionOf(mechanic).gifts?.(
    mechanic,
    own.map(({ product }) => product.sku),
  )
  // A gift takes from the stock that the cart leaves, so it also meets what is on the lines of its SKU.
  for (const sku of skus ?? []) keys.add(`gift ${sku}`)
  return keys
}
