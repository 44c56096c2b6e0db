import type { OfferAct } from '../mechanics/index.ts'
import type { CartState, Outcome } from '../units/index.ts'
import type { AdmittedPromotion } from './admission.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'
import type { Contest, Settlement } from './contest.ts'

/** A promotion's turn among those that applied, as it went. */
interface PlayedTurn {
  readonly offer: AdmittedPromotion<OfferAct>
  readonly before: CartState
  readonly outcome: Outcome
}

/** Phases 2 and 3 as they were settled, turn by turn: what explanations and nudges look at. */
export interface Replay {
  turnOf(entry: CompiledPromotion): PlayedTurn | undefined
  /** The cart when a promotion had its turn, or would have had it. */
  stateBefore(entry: CompiledPromotion): CartState
  /** The cart at the end of phase 2. */
  readonly afterSecond: CartState
}

export function replay({ session, pieces }: Contest, settlement: Settlement): Replay {
  let state: CartState = { pieces, gifts: [] }
  const turns = settlement.members.map((offer): PlayedTurn => {
    const before = state
    const outcome = offer.entry.act.apply({ view: session, offer, state })
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
  return a.phase < b.phase || (a.phase === b.phase && a.rank < b.rank)
}
