import type { Reach } from '../../terms/index.ts'
import type { Piece } from '../../units/index.ts'
import type { ConditionView } from '../definition.ts'

/** Adds up a figure over the cart's units in a reach. */
export function sumUnits({ pieces, linesIn }: ConditionView, reach: Reach, figureOf: (piece: Piece) => number): number {
  const lines = pieces.length > 0 ? linesIn(reach) : []
  let sum = 0
  for (const piece of pieces) if (lines[piece.line]) sum += figureOf(piece) * piece.count
  return sum
}
