import { boundWhole, type Bound, type OfferAct } from '../mechanics/index.ts'
import { computeUnitCut, sumOf, worthOf, type CartState, type Piece } from '../units/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { isAdmitted, type AdmittedPromotion } from './admission.ts'
import { findAskedReaches } from '../conditions/index.ts'
import type { Contest } from './contest.ts'
import { computeSurcharges, sumAmounts } from './extras.ts'

/**
 * Lower bound of what the shopper pays, from a point of the search on, whatever is chosen after it.
 *
 * Reductions of single units are taken off in the order of the ranks, since each cut grows with the price it is made from: a unit that is
 * more expensive by some amount when its turn comes ends up more expensive by no more than that. So an amount that units share may be taken off their
 * sum at the end. Phase 3 acts on the sum, and a percentage of part of it is at most that percentage of it all.
 */
export class Outlook {
  private readonly contest: Contest
  private readonly bounds: readonly Bound[]
  /** Those of phase 2 that reduce units one by one, with their places. */
  private readonly reducing: readonly { readonly at: number; readonly perUnit: NonNullable<Bound['perUnit']> }[]
  /** Of each place and all after it, within phase 2. */
  private readonly lumps: readonly MinorUnits[]
  /** How many reduce units one by one from a place on. */
  private readonly ahead: readonly number[]
  private readonly gifts: readonly MinorUnits[]
  /** Surcharges that come to the same whatever the prices are. */
  private readonly fixed: MinorUnits
  private readonly delivery: DeliveryOutlook

  constructor(contest: Contest, offers: readonly AdmittedPromotion<OfferAct>[]) {
    const { session, pieces, second } = contest
    this.contest = contest
    this.bounds = offers.map((offer) => offer.entry.act.bound({ view: session, offer, pieces }))
    this.reducing = this.bounds.flatMap(({ perUnit }, at) => (perUnit ? [{ at, perUnit }] : []))
    this.ahead = sumFromEnd(this.bounds.map(({ perUnit }) => (perUnit ? 1 : 0)))
    this.lumps = sumFromEnd(this.bounds.slice(0, second.length).map(({ lump }) => lump))
    this.gifts = sumFromEnd(this.bounds.map(({ gifts }) => gifts))
    this.fixed = findFixed(contest)
    this.delivery = createDeliveryOutlook(contest)
  }

  lowest(place: number, { pieces, gifts }: CartState): MinorUnits {
    const { second } = this.contest
    let goods = -(this.lumps[place] ?? 0)
    for (const piece of pieces) goods += this.lowestPrice(place, piece) * piece.count
    goods = Math.max(0, goods)
    for (let at = Math.max(place, second.length); at < this.bounds.length; at++) {
      const { lump, ofSum } = this.bounds[at]!
      goods -= Math.min(lump, boundWhole(ofSum, goods))
    }
    const known = this.fixed - worthOf(gifts) - this.gifts[place]!
    return this.delivery(goods, pieces) + known
  }

  /** How much looking ahead takes, against looking at one piece once. */
  weigh(place: number, { pieces }: CartState): number {
    return Math.ceil((pieces.length * (1 + this.ahead[place]!)) / 12)
  }

  private lowestPrice(place: number, piece: Piece): MinorUnits {
    const { line, regular, floor } = piece
    let { current } = piece
    for (const { at, perUnit } of this.reducing) {
      if (at < place || !perUnit.lines[line]) continue
      let cut = 0
      for (const value of perUnit.values) cut = Math.max(cut, computeUnitCut(value, { regular, current, floor }))
      current -= cut
    }
    return current
  }
}

function sumFromEnd(figures: readonly number[]): number[] {
  const sums = [0]
  for (const figure of figures.toReversed()) sums.unshift(sums[0]! + figure)
  return sums
}

/** Amounts of surcharges whose conditions ask nothing of the cart. */
function findFixed({ session, surcharges, pieces }: Contest): MinorUnits {
  const fixed = surcharges.filter(({ act, promotion }) => act.isFixed && findAskedReaches(promotion.when).length === 0)
  return sumAmounts(computeSurcharges(session, pieces, fixed))
}

/** Goods with delivery, at the least, where the goods come to no less than `goods` and to no more than they do now. */
type DeliveryOutlook = (goods: MinorUnits, now: readonly Piece[]) => MinorUnits

function createDeliveryOutlook({ session, pieces }: Contest): DeliveryOutlook {
  const { delivery } = session.order.cart
  if (delivery === null) return (goods) => goods
  const shelf = sumOf(pieces, 'shelf')
  const steps = session.plan.deliveryOffers.flatMap((entry) => {
    const admission = session.admitted(entry)
    if (!isAdmitted(admission)) return []
    const cuts = entry.act.findCuts(delivery, shelf, admission.rung)
    return cuts.map(({ from, cut }) => ({ from, cut: Math.min(cut, admission.cap) }))
  })
  return (goods, now) => {
    let least = goods + delivery.price
    const most = steps.length > 0 ? sumOf(now, 'current') : 0
    for (const { from, cut } of steps) {
      // What makes delivery cheaper keeps the goods from being cheaper than its limit.
      if (from <= most) least = Math.min(least, Math.max(goods, from) + delivery.price - cut)
    }
    return least
  }
}
