import type { OfferAct, SurchargeAct } from '../mechanics/index.ts'
import { sumOf, worthOf, type CartState, type Piece } from '../units/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { isAdmitted, judgeWhen, type AdmittedPromotion } from './admission.ts'
import { actsIn, type CompiledPromotion } from './compiledPromotion.ts'
import { computeDelivery, computeSurcharges, sumAmounts } from './extras.ts'
import type { Session } from './session.ts'

/** Phases 2 and 3, settled. */
export interface Settlement {
  readonly state: CartState
  /** The promotions that applied, in the order in which they did. */
  readonly members: readonly AdmittedPromotion<OfferAct>[]
  /** False if the search for the best was cut short. */
  readonly isProven: boolean
}

/** The promotions that take part in phases 2 and 3, by rank, and the surcharges that come after. */
export interface Contest {
  readonly session: Session
  readonly pieces: readonly Piece[]
  /** Phase 2, their conditions true. */
  readonly second: readonly AdmittedPromotion<OfferAct>[]
  /** Phase 3, their conditions asked after phase 2. */
  readonly third: readonly AdmittedPromotion<OfferAct>[]
  readonly surcharges: readonly CompiledPromotion<SurchargeAct>[]
}

export function createContest(
  session: Session,
  pieces: readonly Piece[],
  offers: readonly CompiledPromotion<OfferAct | SurchargeAct>[],
): Contest {
  const second: AdmittedPromotion<OfferAct>[] = []
  const third: AdmittedPromotion<OfferAct>[] = []
  const surcharges: CompiledPromotion<SurchargeAct>[] = []
  for (const entry of offers) {
    if (actsIn(entry, 5)) surcharges.push(entry)
    else if (actsIn(entry, 2, 3)) {
      const admission = entry.phase === 2 ? session.admittedWith(entry, pieces) : session.admitted(entry)
      if (isAdmitted(admission)) (entry.phase === 2 ? second : third).push(admission)
    }
  }
  return { session, pieces, second, third, surcharges }
}

/** A contest with only some of its promotions. */
export function keepOffers(contest: Contest, isKept: (offer: AdmittedPromotion<OfferAct>) => boolean): Contest {
  return { ...contest, second: contest.second.filter(isKept), third: contest.third.filter(isKept) }
}

/** Runs promotions in the order of phases and ranks. Strict: null as soon as one of them does not apply. */
export function runAll(contest: Contest, { isStrict }: { isStrict: boolean }): Settlement | null {
  const { session, pieces, second, third } = contest
  let state: CartState = { pieces, gifts: [] }
  const members: AdmittedPromotion<OfferAct>[] = []
  for (const list of [second, third]) {
    const view = session.view(state.pieces)
    for (const offer of list) {
      const isOut = list === third && judgeWhen(offer.entry, view) !== null
      const after = isOut ? null : offer.entry.act.apply({ view: session, offer, state }).state
      if (after === null && isStrict) return null
      if (after === null) continue
      state = after
      members.push(offer)
    }
  }
  return { state, members, isProven: true }
}

/** Total of goods, delivery and surcharges, before tax where prices exclude it, gifts counted as savings. */
export function computePay({ session, surcharges }: Contest, { pieces, gifts }: CartState): MinorUnits {
  const delivery = (session.order.cart.delivery?.price ?? 0) - (computeDelivery(session, pieces).chosen?.amount ?? 0)
  return (
    sumOf(pieces, 'current') - worthOf(gifts) + delivery + sumAmounts(computeSurcharges(session, pieces, surcharges))
  )
}

export function isSole({ entry }: AdmittedPromotion): boolean {
  return entry.promotion.stacking?.mode === 'sole'
}
