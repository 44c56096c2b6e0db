import type { Phase, Product } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { StackKey } from './stacking.ts'

/** A promotion as the units that it touched remember it. */
export interface PromotionRef {
  readonly id: string
  readonly rank: number
  readonly phase: Phase
  readonly stack: StackKey
}

/** Reduction of each unit of a piece by one promotion, and the previous ones. */
export interface Cut {
  readonly by: PromotionRef
  readonly amount: MinorUnits
  readonly before: Cut | null
}

/** Units of one cart line that are alike: same price, same history. Units are never expanded. */
export interface Piece {
  readonly line: number
  readonly product: Product
  readonly count: number
  readonly regular: MinorUnits
  readonly shelf: MinorUnits
  readonly current: MinorUnits
  readonly floor: MinorUnits
  /** The promotions that reduced its units or used them, in the order in which they did. */
  readonly touched: readonly PromotionRef[]
  readonly cuts: Cut | null
}

/** The next units of a piece, in their order: what is taken off each, and whether the promotion touches them. */
export interface Segment {
  readonly count: number
  readonly cut: MinorUnits
  readonly isTouched: boolean
}

/**
 * Cuts pieces up as a promotion used them. Segments of a piece begin at its first unit; what they leave stays as it was. Segments that
 * are alike are joined: units of one line with the same price and history are interchangeable.
 */
export function applySegments(
  pieces: readonly Piece[],
  segments: readonly (readonly Segment[] | undefined)[],
  by: PromotionRef,
): Piece[] {
  const result: Piece[] = []
  // Pieces with one history go on sharing one list.
  const longer = new Map<readonly PromotionRef[], readonly PromotionRef[]>()
  const touch = (touched: readonly PromotionRef[]) => {
    let more = longer.get(touched)
    if (!more) longer.set(touched, (more = [...touched, by]))
    return more
  }
  for (let at = 0; at < pieces.length; at++) {
    const own = segments[at]
    if (own) cutPiece(pieces[at]!, own, { by, touch, result })
    else result.push(pieces[at]!)
  }
  return result
}

interface Cutting {
  readonly by: PromotionRef
  readonly touch: (touched: readonly PromotionRef[]) => readonly PromotionRef[]
  readonly result: Piece[]
}

function cutPiece(piece: Piece, segments: readonly Segment[], { by, touch, result }: Cutting): void {
  let rest = piece.count
  for (const { count, cut, isTouched } of joinAlike(segments)) {
    rest -= count
    result.push({
      line: piece.line,
      product: piece.product,
      count,
      regular: piece.regular,
      shelf: piece.shelf,
      current: piece.current - cut,
      floor: piece.floor,
      touched: isTouched ? touch(piece.touched) : piece.touched,
      cuts: cut > 0 ? { by, amount: cut, before: piece.cuts } : piece.cuts,
    })
  }
  if (rest > 0) result.push(rest === piece.count ? piece : { ...piece, count: rest })
}

function joinAlike(segments: readonly Segment[]): readonly Segment[] {
  if (segments.length === 1 && segments[0]!.count > 0) return segments
  const joined: { count: number; readonly cut: MinorUnits; readonly isTouched: boolean }[] = []
  for (const { count, cut, isTouched } of segments) {
    if (count === 0) continue
    const alike = joined.find((one) => one.cut === cut && one.isTouched === isTouched)
    if (alike) alike.count += count
    else joined.push({ count, cut, isTouched })
  }
  return joined
}

export function sumOf(pieces: readonly Piece[], figure: 'regular' | 'shelf' | 'current'): MinorUnits {
  let sum = 0
  for (const piece of pieces) sum += piece[figure] * piece.count
  return sum
}
