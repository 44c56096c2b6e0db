/** Money in integer minor units of the store's currency (`1250` = 12.50). */
export type MinorUnits = number & { readonly __unit?: 'minorUnits' }

/** A rate in integer basis points (`1000` = 10 %, `10000` = all of it). */
export type BasisPoints = number & { readonly __unit?: 'basisPoints' }

/** All of something, as a rate. */
export const WHOLE: BasisPoints = 10_000

/**
 * `numerator / denominator` to the nearest integer, halves up: the only implicit rounding of Novalex.
 * Both integers, numerator at least 0, denominator above 0. Beyond the safe integers of a double it computes exactly in BigInt.
 * Source: docs/pricing.md, "Units".
 */
export function roundHalfUp(numerator: number | bigint, denominator: number | bigint): number {
  if (typeof numerator === 'number' && typeof denominator === 'number') {
    const doubled = numerator * 2 + denominator
    if (Number.isSafeInteger(doubled)) {
      const divisor = denominator * 2
      return (doubled - (doubled % divisor)) / divisor
    }
  }
  const divisor = BigInt(denominator) * 2n
  return Number((BigInt(numerator) * 2n + BigInt(denominator)) / divisor)
}

/** The share `rate` of `amount`, rounded half up. `amount` at least 0. */
export function percentOf(amount: MinorUnits, rate: BasisPoints): MinorUnits {
  const product = amount * rate
  return Number.isSafeInteger(product) ? roundHalfUp(product, WHOLE) : roundHalfUp(BigInt(amount) * BigInt(rate), WHOLE)
}

/** The tax contained in (`included`) or due on top of `total`. Source: docs/pricing.md, "Tax". */
export function taxOn(total: MinorUnits, rate: BasisPoints, included: boolean): MinorUnits {
  const denominator = included ? WHOLE + rate : WHOLE
  const product = total * rate
  if (Number.isSafeInteger(product)) return roundHalfUp(product, denominator)
  return roundHalfUp(BigInt(total) * BigInt(rate), denominator)
}
