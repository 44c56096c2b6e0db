import type { AdmittedPromotion } from '../admission.ts'
import type { CompiledPromotion } from '../compilePlan.ts'
import { applyOffer } from './applyOffer.ts'
import type { CartState, Outcome } from './offer.ts'
import type { Contest, Settlement } from './settleOffers.ts'

/** A promotion's turn among those that applied. */
export interface Turn {
  readonly offer: AdmittedPromotion
  readonly before: CartState
  readonly outcome: Outcome
}

/** Phases 2 and 3 as they were settled, turn by turn: what explanations and nudges look at. */
export interface Replay {
  turnOf(entry: CompiledPromotion): Turn | undefined
  /** The cart when a promotion had its turn, or would have had it. */
  stateBefore(entry: CompiledPromotion): CartState
  /** The cart at the end of phase 2. */
  readonly afterSecond: CartState
}

export function replay({ session, pieces }: Contest, settlement: Settlement): Replay {
  let state: CartState = { pieces, gifts: [] }
  const turns = settlement.members.map((offer): Turn => {
    const before = state
    const outcome = applyOffer({ session, offer, state })
    state = outcome.state ?? state
    return { offer, before, outcome }
  })
  return {
    turnOf: (entry) => turns.find(({ offer }) => offer.entry === entry),
    stateBefore: (entry) => turns.find(({ offer }) => !isBefore(offer.entry, entry))?.before ?? state,
    afterSecond: turns.find(({ offer }) => offer.entry.phase === 3)?.before ?? state,
  }
}

function isBefore(a: CompiledPromotion, b: CompiledPromotion): boolean {
  return a.phase < b.phase || (a.phase === b.phase && a.promotion.rank < b.promotion.rank)
}
