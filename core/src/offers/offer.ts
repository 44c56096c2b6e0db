import type { AdmittedPromotion } from '../admission.ts'
import type { CompiledPromotion } from '../compilePlan.ts'
import type { MinorUnits } from '../money.ts'
import { applySegments, type Piece, type Segment } from '../piece.ts'
import type { Product, Reach, Value } from '../plan.ts'
import type { Session } from '../session.ts'
import type { Skip } from '../skip.ts'
import { spread, type Share } from '../spread.ts'
import { findObstacle } from '../stacking.ts'
import { computeReduction } from '../value.ts'

/** Units that a promotion adds to the cart, free. */
export interface GiftLine {
  readonly promotion: string
  readonly product: Product
  readonly quantity: number
  /** The shelf price of each, which counts as saved. */
  readonly shelf: MinorUnits
}

/** What gifts are worth, which counts as saved. */
export function worthOf(gifts: readonly GiftLine[]): MinorUnits {
  return gifts.reduce((sum, { quantity, shelf }) => sum + quantity * shelf, 0)
}

/** The cart on its way through phases 2 and 3. Never changed in place. */
export interface CartState {
  readonly pieces: readonly Piece[]
  readonly gifts: readonly GiftLine[]
}

/** What kept a promotion from taking off all that its value asks for. */
export interface Held {
  /** Units that their floor left with less than their share. */
  readonly unitsByFloor: number
  /** What found no room above the floors at all. */
  readonly lapsed: MinorUnits
  /** What went beyond the most that it may take off one order. */
  readonly overCap: MinorUnits
}

/** What became of a promotion when its turn came. `further` is what kept it from one more application. */
export type Outcome =
  | { readonly state: CartState; readonly miss: null; readonly further: Skip | null; readonly held: Held }
  | { readonly state: null; readonly miss: Skip }

export interface OfferContext {
  readonly session: Session
  readonly offer: AdmittedPromotion
  readonly state: CartState
}

/** Which units of which piece; `at` is the piece's place in the state. */
export interface Taken {
  readonly at: number
  readonly piece: Piece
  readonly count: number
}

/** The pieces of a reach that the promotion may touch, in cart line order. Source: docs/pricing.md, "Stacking". */
export function findTouchable({ session, offer, state }: OfferContext, reach: Reach | null): Taken[] {
  const { mayFollow } = session.plan.rules
  const { stack } = offer.entry
  const { pieces } = state
  const lines = reach === null ? null : session.linesIn(reach)
  const found: Taken[] = []
  // Pieces with one history share its list, so most of the answers are the one before.
  let history: readonly CompiledPromotion[] | null = null
  let isOpen = false
  for (let at = 0; at < pieces.length; at++) {
    const piece = pieces[at]!
    if (lines && !lines[piece.line]) continue
    if (piece.touched !== history) {
      history = piece.touched
      isOpen = history.every((other) => mayFollow(stack, other.stack))
    }
    if (isOpen) found.push({ at, piece, count: piece.count })
  }
  return found
}

/** Why nothing in a reach may be touched: another promotion stands in the way, or the cart holds nothing of it. */
export function explainNothing({ session, offer, state }: OfferContext, reaches: readonly Reach[]): Skip {
  const { mayFollow } = session.plan.rules
  for (const piece of reaches.flatMap((reach) => session.piecesIn(reach, state.pieces))) {
    const rival = piece.touched.find((other) => !mayFollow(offer.entry.stack, other.stack))
    if (rival) {
      const because = findObstacle(offer.entry.stack, rival.stack)
      return { reason: 'stacking', by: rival.promotion.id, because }
    }
  }
  return { reason: 'nothing-in-reach' }
}

export type TakenOrder = (a: Taken, b: Taken) => number

/** Sorting is stable, so ties stay in cart line order. */
export const dearestFirst: TakenOrder = (a, b) => b.piece.current - a.piece.current
export const cheapestFirst: TakenOrder = (a, b) => a.piece.current - b.piece.current

/** What each piece's next units are used for, in the order in which they are used; pieces by their places. */
export class Ledger {
  readonly segments: Segment[][] = []
  /** What it takes off in all. */
  total: MinorUnits = 0
  /** Units that got less than their share because of their floor, and what lapsed since no room was left at all. */
  unitsByFloor = 0
  lapsed: MinorUnits = 0

  add(at: number, segment: Segment): void {
    this.total += segment.count * segment.cut
    const known = this.segments[at]
    if (known) known.push(segment)
    else this.segments[at] = [segment]
  }

  /** Takes a value off units, each by itself, as far as the floor lets it. */
  reduce({ at, piece, count }: Taken, value: Value, floor = piece.floor): void {
    const room = Math.max(0, piece.current - floor)
    const wanted = computeReduction(value, piece.regular, piece.current)
    if (wanted > room && room > 0) this.unitsByFloor += count
    const cut = Math.min(wanted, room)
    this.add(at, { count, cut, isTouched: cut > 0 })
  }
}

/** Spreads an amount over units; `times` applications alike, one after the other. */
export function addSpread(
  ledger: Ledger,
  amount: MinorUnits,
  shares: readonly (Share & { at: number })[],
  { times = 1, touchesAll = false } = {},
): void {
  let left = amount
  spread(amount, shares).forEach(({ each, extra, isHeld }, index) => {
    const { at, count } = shares[index]!
    left -= each * count + extra
    if (isHeld) ledger.unitsByFloor += count * times
    if (extra > 0) ledger.add(at, { count: extra * times, cut: each + 1, isTouched: true })
    const isTouched = touchesAll || each > 0
    if (extra < count) ledger.add(at, { count: (count - extra) * times, cut: each, isTouched })
  })
  ledger.lapsed += left * times
}

interface Settling {
  readonly gifts?: readonly GiftLine[]
  readonly further?: Skip | null
  /** Where the cap was kept before anything was taken off. */
  readonly overCap?: MinorUnits
}

/**
 * The state after a promotion: its reductions held to its cap, in proportion to what they were. Tells that it changed nothing if
 * neither a price nor a gift came of it. Source: docs/pricing.md, "Caps".
 */
export function settle(
  { offer, state }: OfferContext,
  ledger: Ledger,
  { gifts = state.gifts, further = null, overCap = Math.max(0, ledger.total - offer.cap) }: Settling = {},
): Outcome {
  const { total, segments } = ledger.total > offer.cap ? holdToCap(ledger, offer.cap) : ledger
  if (total === 0 && gifts === state.gifts) return { state: null, miss: { reason: 'no-saving' } }
  const { unitsByFloor, lapsed } = ledger
  const pieces = applySegments(state.pieces, segments, offer.entry)
  return { state: { pieces, gifts }, miss: null, further, held: { unitsByFloor, lapsed, overCap } }
}

function holdToCap({ segments }: Ledger, cap: MinorUnits): Ledger {
  const flat = segments.flatMap((list, at) => list.map((segment) => ({ at, segment })))
  const portions = spread(
    cap,
    flat.map(({ segment }) => ({ count: segment.count, weight: segment.cut, room: segment.cut })),
  )
  const capped = new Ledger()
  flat.forEach(({ at, segment }, index) => {
    const { each, extra } = portions[index]!
    if (extra > 0) capped.add(at, { ...segment, count: extra, cut: each + 1 })
    capped.add(at, { ...segment, count: segment.count - extra, cut: each })
  })
  return capped
}

/** Of two misses, the one that lacks less. */
export function nearerOf(known: Skip | null, other: Skip): Skip {
  const lack = ({ missingUnits, missingAmount }: Skip) => missingUnits ?? missingAmount ?? Infinity
  return known && lack(known) <= lack(other) ? known : other
}

export function countOf(taken: readonly Taken[]): number {
  return taken.reduce((sum, { count }) => sum + count, 0)
}
