import type { Product, Reach, Value } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { Piece, PromotionRef } from './piece.ts'
import { lackOf, type Skip } from './skip.ts'
import { findObstacle, type StackingRules } from './stacking.ts'

/** Units that a promotion adds to the cart, free. */
export interface GiftLine {
  readonly promotion: string
  readonly product: Product
  readonly quantity: number
  /** The shelf price of each, which counts as saved. */
  readonly shelf: MinorUnits
}

/** Value of gifts, counted as savings. */
export function worthOf(gifts: readonly GiftLine[]): MinorUnits {
  return gifts.reduce((sum, { quantity, shelf }) => sum + quantity * shelf, 0)
}

/** The cart on its way through phases 2 and 3. Never changed in place. */
export interface CartState {
  readonly pieces: readonly Piece[]
  readonly gifts: readonly GiftLine[]
}

/** Limits that reduced a promotion's effect. */
export interface Held {
  /** Units that their floor left with less than their share. */
  readonly unitsByFloor: number
  /** Amount that had no effect because of floors. */
  readonly lapsed: MinorUnits
  /** Amount beyond the cap per order. */
  readonly overCap: MinorUnits
}

/** Outcome of a promotion. `further`: the reason for no further application; `units`: units used up, if not just the reduced ones. */
export type Outcome =
  | {
      readonly state: CartState
      readonly skip: null
      readonly further: Skip | null
      readonly held: Held
      readonly units: number | null
    }
  | { readonly state: null; readonly skip: Skip }

/** A promotion whose turn it is, with what holds for it now. */
export interface Actor {
  readonly entry: PromotionRef
  /** The ladder's value, or null where the mechanic's own holds. */
  readonly rung: Value | null
  /** Units that it may still reduce; `Infinity` without a limit. */
  readonly unitsLeft: number
  /** The most that it may take off this order, or add to it. */
  readonly cap: MinorUnits
}

/** Order data available to mechanics besides units. */
export interface OrderView {
  readonly rules: StackingRules
  /** Whether each cart line lies in a reach. */
  linesIn(reach: Reach): readonly boolean[]
  /** The units of a reach. */
  piecesIn(reach: Reach, pieces: readonly Piece[]): Piece[]
  /** A product as it is regularly priced now; undefined where the catalogue has none of that SKU. */
  findProduct(sku: string): Product | undefined
  /** Shelf price of one unit before this order. */
  shelfPriceOf(product: Product): MinorUnits
}

/** A promotion's turn in phase 2 or 3: the way in which a mechanic sees the order. */
export interface Turn {
  readonly view: OrderView
  readonly offer: Actor
  readonly state: CartState
}

/** Units of a piece; `at`: index of the piece in the state. */
export interface Taken {
  readonly at: number
  readonly piece: Piece
  readonly count: number
}

/** The pieces of a reach that the promotion may touch, in cart line order. Source: docs/pricing.md, "Stacking". */
export function findTouchable({ view, offer, state }: Turn, reach: Reach | null): Taken[] {
  const { mayFollow } = view.rules
  const { stack } = offer.entry
  const { pieces } = state
  const lines = reach === null ? null : view.linesIn(reach)
  const found: Taken[] = []
  // Pieces with one history share its list, so most of the answers are the one before.
  let history: readonly PromotionRef[] | null = null
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
export function explainNothing({ view, offer, state }: Turn, reaches: readonly Reach[]): Skip {
  const { mayFollow } = view.rules
  for (const piece of reaches.flatMap((reach) => view.piecesIn(reach, state.pieces))) {
    const rival = piece.touched.find((other) => !mayFollow(offer.entry.stack, other.stack))
    if (rival) {
      const because = findObstacle(offer.entry.stack, rival.stack)
      return { reason: 'stacking', promotion: rival.id, because }
    }
  }
  return { reason: 'nothing-in-reach' }
}

export type TakenOrder = (a: Taken, b: Taken) => number

/** Sorting is stable, so ties stay in cart line order. */
export const dearestFirst: TakenOrder = (a, b) => b.piece.current - a.piece.current
export const cheapestFirst: TakenOrder = (a, b) => a.piece.current - b.piece.current

/** Of two misses, the one that lacks less. */
export function nearerOf(known: Skip | null, other: Skip): Skip {
  const lack = (skip: Skip) => {
    const { missingUnits, missingAmount } = lackOf(skip)
    return missingUnits ?? missingAmount ?? Infinity
  }
  return known && lack(known) <= lack(other) ? known : other
}

export function countOf(taken: readonly Taken[]): number {
  return taken.reduce((sum, { count }) => sum + count, 0)
}

/** Total value of units. */
export function worthOn(taken: readonly Taken[], figure: 'shelf' | 'current'): MinorUnits {
  return taken.reduce((sum, { piece, count }) => sum + piece[figure] * count, 0)
}
