import { computeFloor } from '../catalogue/index.ts'
import type { OfferAct, SurchargeAct } from '../mechanics/index.ts'
import type { Order, Product } from '../terms/index.ts'
import type { Cut, Piece, PromotionRef } from '../units/index.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'
import { createContest, type Contest, type Settlement } from './contest.ts'
import { computeDelivery, computeSurcharges, type Extra } from './extras.ts'
import { createSession, type Session } from './session.ts'
import { settleOffers } from './settleOffers.ts'
import { computeShelfPhase, type ShelfPhase } from './shelfPhase.ts'

/** An order as all phases have settled it: what quotes and explanations are written from. */
export interface Settled {
  readonly session: Session
  readonly shelf: ShelfPhase
  readonly contest: Contest
  readonly settlement: Settlement
  readonly delivery: ReturnType<typeof computeDelivery>
  readonly surcharges: readonly Extra[]
}

/** Settles all phases of an order. */
export function settleOrder(plan: CompiledPlan, order: Order): Settled {
  const session = createSession(plan, order)
  const goods = session.goods()
  const lines = order.cart.lines.map(({ quantity }, line) => ({ product: goods[line]!, quantity }))
  const shelf = computeShelfPhase(session, lines)
  const contest = createContest(session, toPieces(plan, shelf), findOffers(plan, lines))
  const settlement = settleOffers(contest)
  const { pieces } = settlement.state
  return {
    session,
    shelf,
    contest,
    settlement,
    delivery: computeDelivery(session, pieces),
    surcharges: computeSurcharges(session, pieces, contest.surcharges),
  }
}

/** By rank. Products alike share one list, so most carts need no more than that. */
function findOffers(
  plan: CompiledPlan,
  lines: readonly { readonly product: Product }[],
): readonly CompiledPromotion<OfferAct | SurchargeAct>[] {
  const [first = [], ...others] = new Set(lines.map(({ product }) => plan.findOffers(product)))
  if (others.length === 0) return first
  return [...new Set([first, ...others].flat())].sort((a, b) => a.rank - b.rank)
}

function toPieces({ store }: CompiledPlan, { lines }: ShelfPhase): Piece[] {
  const pieces: Piece[] = []
  // Units with one history share its list.
  const histories = new Map<string, readonly PromotionRef[]>()
  lines.forEach(({ product, groups }, line) => {
    const floor = computeFloor(product, store)
    const regular = product.regularPrice
    for (const { units: count, shelf } of groups) {
      const { price } = shelf
      let cuts: Cut | null = null
      for (const { entry, amount } of shelf.cuts) cuts = { by: entry, amount, before: cuts }
      const name = shelf.cuts.map(({ entry }) => entry.rank).join()
      const touched = histories.get(name) ?? shelf.cuts.map(({ entry }) => entry)
      histories.set(name, touched)
      pieces.push({ line, product, count, regular, shelf: price, current: price, floor, touched, cuts })
    }
  })
  return pieces
}
