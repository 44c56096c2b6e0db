import { isAdmitted, judgeWhen, type AdmittedPromotion } from '../admission.ts'
import type { CompiledPromotion } from '../compilePlan.ts'
import type { MinorUnits } from '../money.ts'
import { sumOf, type Piece } from '../piece.ts'
import type { Session } from '../session.ts'
import { applyOffer } from './applyOffer.ts'
import { computeDelivery, computeSurcharges, sumAmounts } from './extras.ts'
import { worthOf, type CartState } from './offer.ts'
import { searchBest } from './searchBest.ts'

/** Phases 2 and 3, settled. */
export interface Settlement {
  readonly state: CartState
  /** The promotions that applied, in the order in which they did. */
  readonly members: readonly AdmittedPromotion[]
  /** False if the search for the best was cut short. */
  readonly isProven: boolean
}

/** The promotions that take part in phases 2 and 3, by rank, and the surcharges that come after. */
export interface Contest {
  readonly session: Session
  readonly pieces: readonly Piece[]
  /** Phase 2, their conditions true. */
  readonly second: readonly AdmittedPromotion[]
  /** Phase 3, their conditions asked after phase 2. */
  readonly third: readonly AdmittedPromotion[]
  readonly surcharges: readonly CompiledPromotion[]
}

export function createContest(
  session: Session,
  pieces: readonly Piece[],
  offers: readonly CompiledPromotion[],
): Contest {
  const second: AdmittedPromotion[] = []
  const third: AdmittedPromotion[] = []
  const surcharges: CompiledPromotion[] = []
  for (const entry of offers) {
    if (entry.phase === 5) surcharges.push(entry)
    else {
      const admission = entry.phase === 2 ? session.admittedWith(entry, pieces) : session.admitted(entry)
      if (isAdmitted(admission)) (entry.phase === 2 ? second : third).push(admission)
    }
  }
  return { session, pieces, second, third, surcharges }
}

/** The same contest with only some of its promotions. */
export function keepOffers(contest: Contest, isKept: (offer: AdmittedPromotion) => boolean): Contest {
  return { ...contest, second: contest.second.filter(isKept), third: contest.third.filter(isKept) }
}

/** Settles phases 2 and 3 as the store settles conflicts. Source: docs/pricing.md, "Stacking". */
export function settleOffers(contest: Contest): Settlement {
  const { session, second, third } = contest
  const sole = [...second, ...third].filter(isSole)
  const others = keepOffers(contest, (one) => !isSole(one))
  const alone = sole.flatMap(
    (one) =>
      runAll(
        keepOffers(contest, (other) => other === one),
        { isStrict: true },
      ) ?? [],
  )
  if (session.plan.store.conflicts === 'best') return searchBest(others, alone)
  const together = runAll(others, { isStrict: false })!
  const first = [...alone, together]
    .flatMap((settlement) => settlement.members.map((member) => ({ rank: member.entry.promotion.rank, settlement })))
    .reduce<{ rank: number; settlement: Settlement } | null>(
      (least, one) => (least && least.rank < one.rank ? least : one),
      null,
    )
  return first?.settlement ?? together
}

/** Runs promotions in the order of phases and ranks. Strict: null as soon as one of them does not apply. */
export function runAll(contest: Contest, { isStrict }: { isStrict: boolean }): Settlement | null {
  const { session, pieces, second, third } = contest
  let state: CartState = { pieces, gifts: [] }
  const members: AdmittedPromotion[] = []
  for (const list of [second, third]) {
    const view = session.view(state.pieces)
    for (const offer of list) {
      const isOut = list === third && judgeWhen(offer.entry, view) !== null
      const after = isOut ? null : applyOffer({ session, offer, state }).state
      if (after === null && isStrict) return null
      if (after === null) continue
      state = after
      members.push(offer)
    }
  }
  return { state, members, isProven: true }
}

/** What the shopper pays for goods, delivery and surcharges, before tax where prices exclude it, gifts counted as saved. */
export function computePay({ session, surcharges }: Contest, { pieces, gifts }: CartState): MinorUnits {
  const delivery = (session.order.cart.delivery?.price ?? 0) - (computeDelivery(session, pieces).chosen?.amount ?? 0)
  return (
    sumOf(pieces, 'current') - worthOf(gifts) + delivery + sumAmounts(computeSurcharges(session, pieces, surcharges))
  )
}

export function isSole({ entry }: AdmittedPromotion): boolean {
  return entry.promotion.stacking?.mode === 'sole'
}
