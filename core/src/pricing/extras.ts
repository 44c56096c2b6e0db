import type { DeliveryAct, SurchargeAct } from '../mechanics/index.ts'
import type { Delivery } from '../terms/index.ts'
import type { Piece, Skip } from '../units/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { isAdmitted, type AdmittedPromotion } from './admission.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'
import type { Session } from './session.ts'

/** Amount of a promotion of phase 4 or 5, or the reason it does nothing. */
export interface Extra {
  readonly entry: CompiledPromotion
  readonly amount: MinorUnits
  readonly skip: Skip | null
  /** Amount beyond its cap per order. */
  readonly overCap?: MinorUnits
}

/**
 * Phase 4: what each delivery offer would take off, with the one that does first: with `best` the one that takes most, with `rank` the
 * first that takes any. None while no delivery is chosen. Source: docs/pricing.md, delivery.
 */
export function computeDelivery(session: Session, pieces: readonly Piece[]): { chosen: Extra | null; all: Extra[] } {
  const { delivery } = session.order.cart
  if (delivery === null) return { chosen: null, all: [] }
  const all = session.plan.deliveryOffers.map((entry) => judgeDelivery(session, entry, { delivery, pieces }))
  const lowering = all.filter(({ amount }) => amount > 0)
  const most = lowering.reduce((max, { amount }) => Math.max(max, amount), 0)
  const isBest = session.plan.store.conflicts === 'best'
  return { chosen: lowering.find(({ amount }) => !isBest || amount === most) ?? null, all }
}

function judgeDelivery(
  session: Session,
  entry: CompiledPromotion<DeliveryAct>,
  { delivery, pieces }: { readonly delivery: Delivery; readonly pieces: readonly Piece[] },
): Extra {
  const admission = session.admittedWith(entry, pieces)
  if (!isAdmitted(admission)) return { entry, amount: 0, skip: admission }
  return hold(admission, entry.act.judge(delivery, pieces, admission.rung))
}

/** Phase 5: what each surcharge adds. Source: docs/pricing.md, surcharge. */
export function computeSurcharges(
  session: Session,
  pieces: readonly Piece[],
  entries: readonly CompiledPromotion<SurchargeAct>[],
): Extra[] {
  return entries.map((entry): Extra => {
    const admission = session.admittedWith(entry, pieces)
    if (!isAdmitted(admission)) return { entry, amount: 0, skip: admission }
    return hold(admission, entry.act.judge(session, pieces))
  })
}

/** Amount of a promotion, limited to its cap. */
function hold({ entry, cap }: AdmittedPromotion, wanted: MinorUnits | Skip): Extra {
  if (typeof wanted !== 'number') return { entry, amount: 0, skip: wanted }
  const amount = Math.min(wanted, cap)
  return { entry, amount, skip: null, overCap: wanted - amount }
}

export function sumAmounts(extras: readonly Extra[]): MinorUnits {
  return extras.reduce((sum, { amount }) => sum + amount, 0)
}
