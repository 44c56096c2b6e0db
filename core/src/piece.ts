import type { CompiledPromotion } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { Product } from './plan.ts'

/** What one promotion took off each unit of a piece, and what came before it. */
export interface Cut {
  readonly entry: CompiledPromotion
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
  readonly touched: readonly CompiledPromotion[]
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
  segments: ReadonlyMap<number, readonly Segment[]>,
  entry: CompiledPromotion,
): Piece[] {
  return pieces.flatMap((piece, at) => {
    const own = segments.get(at)
    return own ? cutPiece(piece, own, entry) : [piece]
  })
}

function cutPiece(piece: Piece, segments: readonly Segment[], entry: CompiledPromotion): Piece[] {
  const parts: { count: number; cut: number; isTouched: boolean }[] = []
  let rest = piece.count
  for (const { count, cut, isTouched } of segments) {
    if (count === 0) continue
    rest -= count
    const alike = parts.find((part) => part.cut === cut && part.isTouched === isTouched)
    if (alike) alike.count += count
    else parts.push({ count, cut, isTouched })
  }
  const result = parts.map(({ count, cut, isTouched }): Piece => {
    if (!isTouched && cut === 0) return { ...piece, count }
    return {
      ...piece,
      count,
      current: piece.current - cut,
      touched: isTouched ? [...piece.touched, entry] : piece.touched,
      cuts: cut > 0 ? { entry, amount: cut, before: piece.cuts } : piece.cuts,
    }
  })
  return rest > 0 ? [...result, { ...piece, count: rest }] : result
}

export function sumOf(pieces: readonly Piece[], figure: 'regular' | 'shelf' | 'current'): MinorUnits {
  return pieces.reduce((sum, piece) => sum + piece[figure] * piece.count, 0)
}
