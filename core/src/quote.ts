import type { CodeReason } from './codes.ts'
import type { CompiledPlan, CompiledPromotion } from './compilePlan.ts'
import { computeFloor } from './floor.ts'
import type { MinorUnits } from './money.ts'
import type { Nudge } from './nudges.ts'
import { computeDelivery, computeSurcharges, type Extra } from './offers/extras.ts'
import { createContest, settleOffers, type Contest, type Settlement } from './offers/settleOffers.ts'
import type { PromotionOutcome } from './outcomes.ts'
import type { Cut, Piece } from './piece.ts'
import type { Order, Product } from './plan.ts'
import { createSession, type Session } from './session.ts'
import { computeShelfPhase, type ShelfPhase } from './shelfPhase.ts'
import { writeQuote } from './writeQuote.ts'

export interface Adjustment {
  readonly promotion: string
  readonly phase: number
  readonly amount: MinorUnits
  readonly units: number
}

/** Sums over the line's units. */
export interface QuoteLine {
  readonly sku: string
  readonly quantity: number
  readonly gift: boolean
  readonly regular: MinorUnits
  readonly shelf: MinorUnits
  readonly total: MinorUnits
  readonly tax: MinorUnits
  readonly adjustments: readonly Adjustment[]
}

export interface CodeOutcome {
  readonly code: string
  /** The promotion that it belongs to, if any. */
  readonly promotion: string | null
  readonly outcome: 'applied' | 'noEffect' | 'refused'
  readonly reason: CodeReason | null
}

export interface Quote {
  readonly lines: readonly QuoteLine[]
  readonly delivery: {
    readonly regular: MinorUnits
    readonly total: MinorUnits
    readonly adjustments: readonly Adjustment[]
  }
  readonly surcharges: readonly { readonly promotion: string; readonly amount: MinorUnits }[]
  readonly totals: {
    readonly regular: MinorUnits
    readonly shelf: MinorUnits
    readonly merchandise: MinorUnits
    readonly delivery: MinorUnits
    readonly surcharges: MinorUnits
    readonly tax: MinorUnits
    readonly grand: MinorUnits
    readonly saved: MinorUnits
  }
  /** Of every promotion of the plan; worked out when it is first read. */
  readonly promotions: readonly PromotionOutcome[]
  readonly codes: readonly CodeOutcome[]
  readonly nudges: readonly Nudge[]
  /** False if the search for the lowest price was cut short. */
  readonly proven: boolean
}

/** An order as all phases have settled it: what quotes and explanations are written from. */
export interface Settled {
  readonly session: Session
  readonly shelf: ShelfPhase
  readonly contest: Contest
  readonly settlement: Settlement
  readonly delivery: ReturnType<typeof computeDelivery>
  readonly surcharges: readonly Extra[]
}

/**
 * Prices a cart, and says why. The order must have passed `checkOrder`; an unknown SKU throws. A function of its input alone.
 * Source: docs/pricing.md.
 */
export function computeQuote(plan: CompiledPlan, order: Order): Quote {
  return writeQuote(settleOrder(plan, order))
}

function settleOrder(plan: CompiledPlan, order: Order): Settled {
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
function findOffers(plan: CompiledPlan, lines: readonly { readonly product: Product }[]): readonly CompiledPromotion[] {
  const [first = [], ...others] = new Set(lines.map(({ product }) => plan.findOffers(product)))
  if (others.length === 0) return first
  return [...new Set([first, ...others].flat())].sort((a, b) => a.promotion.rank - b.promotion.rank)
}

function toPieces({ store }: CompiledPlan, { lines }: ShelfPhase): Piece[] {
  const pieces: Piece[] = []
  // Units with one history share its list.
  const histories = new Map<string, readonly CompiledPromotion[]>()
  lines.forEach(({ product, groups }, line) => {
    const floor = computeFloor(product, store)
    const regular = product.regularPrice
    for (const { units: count, shelf } of groups) {
      const { price, steps } = shelf
      let cuts: Cut | null = null
      for (const { entry, amount } of steps) cuts = { entry, amount, before: cuts }
      const name = steps.map(({ entry }) => entry.promotion.rank).join()
      const touched = histories.get(name) ?? steps.map(({ entry }) => entry)
      histories.set(name, touched)
      pieces.push({ line, product, count, regular, shelf: price, current: price, floor, touched, cuts })
    }
  })
  return pieces
}
