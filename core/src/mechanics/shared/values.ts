import type { Product, Reach, Value } from '../../terms/index.ts'
import { computeReduction, isFree, isOnce } from '../../units/index.ts'
import { createProblem, WHOLE, type Problem } from '../../values/index.ts'
import type { PlacedPrice, UnitRule } from './definition.ts'

export const FREE: Value = { percent: WHOLE }
/** Default reduction of a new draft. */
export const FIRST_VALUE: Value = { percent: 1000 }
/** Default price and minimum of a new draft. */
export const FIRST_PRICE = 1000
export const FIRST_SPEND = 5000

/** A rate above 0 and at most 100 %, an amount above 0, a price of at least 0. */
export function checkValue(value: Value, path: string): Problem[] {
  if ('percent' in value && (value.percent < 1 || value.percent > WHOLE)) {
    return [createProblem('percent-range', `${path}.percent`, { given: value.percent })]
  }
  if ('amount' in value && value.amount < 1)
    return [createProblem('amount-zero', `${path}.amount`, { given: value.amount })]
  if ('price' in value && value.price < 0)
    return [createProblem('price-negative', `${path}.price`, { given: value.price })]
  return []
}

/** The price that a value names, if it does. */
export function priceIn(value: Value, path: string): PlacedPrice[] {
  return 'price' in value ? [[`${path}.price`, value.price]] : []
}

/** A percentage of what is there, or an amount taken once: what a sum can have taken off. */
export function isOfSum(value: Value): boolean {
  return ('percent' in value && value.of === undefined) || isOnce(value)
}

/** Whether a rung of a ladder fits a mechanic that acts on a sum. A price is fitting where the sum has one. */
export function fitsSum(value: Value): boolean {
  return 'price' in value || isOfSum(value)
}

/** Unit price of each product under a value that may differ by product. */
export function ruleForEach(reach: Reach, valueOf: (product: Product) => Value | undefined): UnitRule {
  return { reach, units: 1, priceOf: (product) => reduceAlone(product.regularPrice, valueOf(product)) }
}

/** Free goods have no floor, and an amount per order is spread over units. */
function reduceAlone(regular: number, value: Value | undefined): number {
  if (value === undefined || isOnce(value) || isFree(value)) return regular
  return regular - computeReduction(value, regular, regular)
}
