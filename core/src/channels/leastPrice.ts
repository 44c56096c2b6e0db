import { WHOLE, type BasisPoints, type MinorUnits } from '../values/index.ts'

/** The reduction that a price stands for: the promotion's own percentage where that gives this price to the cent, else the figure, rounded. */
export function computeReductionOf(
  { regular, price }: { readonly regular: MinorUnits; readonly price: MinorUnits },
  own: BasisPoints | null,
  round: (exact: number) => number,
): BasisPoints {
  if (own !== null && Math.abs(regular * own - (regular - price) * WHOLE) <= WHOLE / 2) return own
  return round(((regular - price) * WHOLE) / regular)
}

/**
 * The least price that is reported to a partner: so many points below the reduction. 100.00 less 25% with a gap of 2 points is 73.00. Source:
 * docs/channels.md, "Least price".
 */
export function computeLeastPrice(regular: MinorUnits, reduction: BasisPoints, gap: BasisPoints): MinorUnits {
  const exact = regular * Math.max(0, WHOLE - reduction - gap)
  const quotient = Math.floor(exact / WHOLE)
  // A quotient that was rounded up to a whole number is one too many.
  return quotient * WHOLE > exact ? quotient - 1 : quotient
}
