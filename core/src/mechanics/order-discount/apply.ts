import {
  addSpread,
  explainNothing,
  findTouchable,
  Ledger,
  settle,
  sumOf,
  worthOn,
  type Outcome,
  type Turn,
} from '../../units/index.ts'
import { percentOf } from '../../values/index.ts'
import type { OfferAct } from '../shared/act.ts'
import { boundWhole, lumpBound, roomOf } from '../shared/bound.ts'
import { findReached, findTier, missFirstTier, toMoneyStep } from '../shared/tiers.ts'
import type { OrderDiscount } from './definition.ts'

export function actOrderDiscount(mechanic: OrderDiscount): OfferAct {
  const { reach, tiers } = mechanic
  return {
    phase: 3,
    effort: 1,
    apply: (turn) => applyOrderDiscount(turn, mechanic),
    bound({ view, offer, pieces }) {
      const own = view.piecesIn(reach, pieces)
      const base = sumOf(own, 'current')
      const reached = findReached(tiers, base)
      const ofSum = offer.rung && reached.length > 0 ? [offer.rung] : reached
      return lumpBound(Math.min(boundWhole(ofSum, base), roomOf(own), offer.cap), ofSum)
    },
    findNextStep: (turn) => toMoneyStep(tiers, worthOn(findTouchable(turn, reach), 'current')),
  }
}

/** A percentage of its units' value, or an amount once, spread over them. Source: docs/pricing.md, order discount. */
function applyOrderDiscount(turn: Turn, { reach, tiers }: OrderDiscount): Outcome {
  const units = findTouchable(turn, reach)
  if (units.length === 0) return { state: null, skip: explainNothing(turn, [reach]) }
  const base = worthOn(units, 'current')
  const tier = findTier(tiers, base)
  if (!tier) return { state: null, skip: missFirstTier(tiers, base) }
  const value = turn.offer.rung ?? tier.value
  const wanted = 'percent' in value ? percentOf(base, value.percent) : 'amount' in value ? value.amount : 0
  const shares = units.map(({ at, piece, count }) => {
    return { at, count, weight: piece.current, room: Math.max(0, piece.current - piece.floor) }
  })
  if (base > 0 && shares.every(({ room }) => room === 0)) return { state: null, skip: { reason: 'floor' } }
  const ledger = new Ledger()
  const most = Math.min(wanted, base)
  const amount = Math.min(most, turn.offer.cap)
  addSpread(ledger, amount, shares)
  return settle(turn, ledger, { overCap: most - amount })
}
