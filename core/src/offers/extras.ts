import { isAdmitted } from '../admission.ts'
import type { CompiledPromotion } from '../compilePlan.ts'
import { percentOf, type MinorUnits } from '../money.ts'
import { sumOf, type Piece } from '../piece.ts'
import type { Value } from '../plan.ts'
import type { Session } from '../session.ts'
import type { Skip } from '../skip.ts'
import { findTier, missFirstTier } from './unitDiscounts.ts'

/** What a promotion of phase 4 or 5 comes to, or why it does nothing. */
export interface Extra {
  readonly entry: CompiledPromotion
  readonly amount: MinorUnits
  readonly miss: Skip | null
  /** What went beyond the most that it may take off one order, or add to it. */
  readonly overCap?: MinorUnits
}

/**
 * Phase 4: what each delivery offer would take off, with the one that does first: with `best` the one that takes most, with `rank` the
 * first that takes any. None while no delivery is chosen. Source: docs/pricing.md, delivery.
 */
export function computeDelivery(session: Session, pieces: readonly Piece[]): { chosen: Extra | null; all: Extra[] } {
  if (session.order.cart.delivery === null) return { chosen: null, all: [] }
  const all = session.plan.deliveryOffers.map((entry) => judgeDelivery(session, entry, pieces))
  const lowering = all.filter(({ amount }) => amount > 0)
  const most = lowering.reduce((max, { amount }) => Math.max(max, amount), 0)
  const isBest = session.plan.store.conflicts === 'best'
  return { chosen: lowering.find(({ amount }) => !isBest || amount === most) ?? null, all }
}

function judgeDelivery(session: Session, entry: CompiledPromotion, pieces: readonly Piece[]): Extra {
  const { mechanic } = entry.promotion
  const { delivery } = session.order.cart
  const none = (miss: Skip): Extra => ({ entry, amount: 0, miss })
  if (mechanic.kind !== 'delivery' || delivery === null) return none({ reason: 'nothing-in-reach' })
  const admission = session.admittedWith(entry, pieces)
  if (!isAdmitted(admission)) return none(admission)
  if (mechanic.options && !mechanic.options.includes(delivery.option))
    return none({ reason: 'nothing-in-reach', delivery: 'other' })
  const worth = sumOf(pieces, mechanic.basis)
  const tier = findTier(mechanic.tiers, worth)
  if (!tier) return none(missFirstTier(mechanic.tiers, worth))
  const wanted = cutDelivery(admission.rung ?? tier.value, delivery.price)
  return wanted > 0 ? hold(entry, wanted, admission.cap) : none({ reason: 'no-saving' })
}

/** What a value takes off the price of delivery. */
export function cutDelivery(value: Value, price: MinorUnits): MinorUnits {
  const cut =
    'percent' in value ? percentOf(price, value.percent) : 'amount' in value ? value.amount : price - value.price
  return Math.min(Math.max(cut, 0), price)
}

/** Phase 5: what each surcharge adds. Source: docs/pricing.md, surcharge. */
export function computeSurcharges(
  session: Session,
  pieces: readonly Piece[],
  entries: readonly CompiledPromotion[],
): Extra[] {
  return entries.map((entry): Extra => {
    const { mechanic } = entry.promotion
    const admission = session.admittedWith(entry, pieces)
    if (!isAdmitted(admission)) return { entry, amount: 0, miss: admission }
    const own = mechanic.kind === 'surcharge' ? session.piecesIn(mechanic.reach, pieces) : []
    if (mechanic.kind !== 'surcharge' || own.length === 0)
      return { entry, amount: 0, miss: { reason: 'nothing-in-reach' } }
    const wanted = addedBy(mechanic.value, own)
    return wanted > 0 ? hold(entry, wanted, admission.cap) : { entry, amount: 0, miss: { reason: 'no-saving' } }
  })
}

function hold(entry: CompiledPromotion, wanted: MinorUnits, cap: MinorUnits): Extra {
  const amount = Math.min(wanted, cap)
  return { entry, amount, miss: null, overCap: wanted - amount }
}

function addedBy(value: Value, pieces: readonly Piece[]): MinorUnits {
  if ('percent' in value) return percentOf(sumOf(pieces, 'current'), value.percent)
  if (!('amount' in value)) return 0
  return value.per === 'once' ? value.amount : value.amount * pieces.reduce((sum, { count }) => sum + count, 0)
}

export function sumAmounts(extras: readonly Extra[]): MinorUnits {
  return extras.reduce((sum, { amount }) => sum + amount, 0)
}
