import type { Value } from '../terms/index.ts'
import { computeReduction, isOnce } from '../units/index.ts'
import { WHOLE, type BasisPoints, type MinorUnits } from '../values/index.ts'

/** A reduction as a percentage and as an amount off one product, and which of the two is the larger number to read. */
export interface Reading {
  readonly percent: BasisPoints
  readonly amount: MinorUnits
  readonly larger: 'percent' | 'amount' | 'same'
}

/** The price up to which any percentage is a larger number than the amount that it comes to: 10% of 100.00 are 10.00. */
export const READS_ALIKE: MinorUnits = 10_000

/** How a reduction reads on a product of some price; null for a fixed price, an amount off in total, and a product of no price. */
export function computeReading(value: Value, price: MinorUnits): Reading | null {
  if ('price' in value || isOnce(value) || price === 0) return null
  const amount = computeReduction(value, price, price)
  const percent = 'percent' in value ? value.percent : Math.round((amount * WHOLE) / price)
  // Both as people read them: 12.5 percent, 12.50 of the currency.
  const larger = percent === amount ? 'same' : percent > amount ? 'percent' : 'amount'
  return { percent, amount, larger }
}

/** The same reduction written the other way, as it is on a product of this price: a whole percentage, or an amount off each. */
export function writeOtherWay(value: Value, price: MinorUnits): Value | null {
  const reading = computeReading(value, price)
  if (!reading || reading.amount === 0) return null
  if ('percent' in value) return { amount: reading.amount, per: 'unit' }
  return { percent: Math.min(WHOLE, Math.max(100, Math.round(reading.percent / 100) * 100)) }
}
