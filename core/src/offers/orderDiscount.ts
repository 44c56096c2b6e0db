import { percentOf } from '../money.ts'
import type { OrderDiscount } from '../plan.ts'
import { addSpread, explainNothing, findTouchable, Ledger, settle, type OfferContext, type Outcome } from './offer.ts'
import { findTier, missFirstTier } from './unitDiscounts.ts'

/** A percentage of its units' value, or an amount once, spread over them. Source: docs/pricing.md, order discount. */
export function applyOrderDiscount(context: OfferContext, { reach, tiers }: OrderDiscount): Outcome {
  const units = findTouchable(context, reach)
  if (units.length === 0) return { state: null, miss: explainNothing(context, [reach]) }
  const base = units.reduce((sum, { piece, count }) => sum + piece.current * count, 0)
  const tier = findTier(tiers, base)
  if (!tier) return { state: null, miss: missFirstTier(tiers, base) }
  const value = context.offer.rung ?? tier.value
  const wanted = 'percent' in value ? percentOf(base, value.percent) : 'amount' in value ? value.amount : 0
  const shares = units.map(({ at, piece, count }) => {
    return { at, count, weight: piece.current, room: Math.max(0, piece.current - piece.floor) }
  })
  if (base > 0 && shares.every(({ room }) => room === 0)) return { state: null, miss: { reason: 'floor' } }
  const ledger = new Ledger()
  const most = Math.min(wanted, base)
  const amount = Math.min(most, context.offer.cap)
  addSpread(ledger, amount, shares)
  return settle(context, ledger, { overCap: most - amount })
}
