import type { Rounding, Value } from '../terms/index.ts'
import { percentOf, WHOLE, type MinorUnits } from '../values/index.ts'

/** A unit on its way through the promotions. */
export interface UnitPrice {
  readonly regular: MinorUnits
  readonly current: MinorUnits
  readonly floor: MinorUnits
}

export interface Reduction {
  readonly amount: MinorUnits
  /** The floor limited the reduction. */
  readonly cutByFloor: boolean
}

/** Reduction of one unit before any floor: from 0 to the current price. Source: docs/pricing.md, "Values". */
export function computeReduction(value: Value, regular: MinorUnits, current: MinorUnits): MinorUnits {
  return Math.min(Math.max(rawReduction(value, regular, current), 0), current)
}

/** Reduction of one unit by a markdown, rounded and limited by the floor. Source: docs/pricing.md, "Values", "Rounding", "Floor". */
export function computeMarkdown(value: Value, rounding: Rounding | undefined, unit: UnitPrice): Reduction {
  const wanted = computeReduction(value, unit.regular, unit.current)
  if (wanted === 0) return { amount: 0, cutByFloor: false }
  if (unit.current <= unit.floor) return { amount: 0, cutByFloor: true }
  const plain = unit.current - wanted
  const rounded = rounding === undefined ? plain : roundPrice(plain, rounding)
  const usable = rounded >= 1 && rounded < unit.current
  const price = usable ? rounded : plain
  if (price >= unit.floor) return { amount: unit.current - price, cutByFloor: false }
  const lowest = rounding !== undefined && usable ? nextEnding(unit.floor, rounding) : unit.floor
  return { amount: unit.current - (lowest < unit.current ? lowest : unit.floor), cutByFloor: true }
}

/** The price of the form `k × step + ending` that the rounding chooses; nearest goes down on a tie. May lie below 1. */
export function roundPrice(price: MinorUnits, rounding: Rounding): MinorUnits {
  const up = nextEnding(price, rounding)
  if (up === price || rounding.to === 'up') return up
  const down = up - rounding.step
  if (rounding.to === 'down') return down
  return up - price < price - down ? up : down
}

/** The lowest `k × step + ending` at or above the price. */
function nextEnding(price: MinorUnits, { step, ending = 0 }: Rounding): MinorUnits {
  return Math.ceil((price - ending) / step) * step + ending
}

function rawReduction(value: Value, regular: MinorUnits, current: MinorUnits): MinorUnits {
  if ('percent' in value) return percentOf(value.of === 'regular' ? regular : current, value.percent)
  if ('amount' in value) return value.amount
  return current - value.price
}

/** An amount taken once from all the units rewarded, rather than from each. */
export function isOnce(value: Value): value is { readonly amount: MinorUnits; readonly per: 'once' } {
  return 'amount' in value && value.per === 'once'
}

/** Reduction of one unit, limited by the floor: 0 for a unit at or below it. */
export function computeUnitCut(value: Value, { regular, current, floor }: UnitPrice): MinorUnits {
  return current <= floor ? 0 : Math.min(computeReduction(value, regular, current), current - floor)
}

/** All of it: percent 10000, or price 0. */
export function isFree(value: Value): boolean {
  return ('percent' in value && value.percent === WHOLE) || ('price' in value && value.price === 0)
}
