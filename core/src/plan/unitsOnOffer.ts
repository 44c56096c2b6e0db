import type { Limits } from '../terms/index.ts'
import { HOUR_MS, type Instant } from '../values/index.ts'

/** Inputs of the units on offer: units sold, the moment, and the promotion's end (`Infinity`: none). */
export interface OfferState {
  readonly sold: number
  readonly now: Instant
  readonly end: Instant
}

/**
 * How many units a promotion has on offer: `limits.units` and what has been refilled, each refill once; `Infinity` without that limit. First the
 * refills by units left, in list order, each for what those before it left; then those by hours to the end. Source: docs/pricing.md, "Refills".
 */
export function computeUnitsOnOffer({ units, refills = [] }: Limits, { sold, now, end }: OfferState): number {
  if (units == null) return Infinity
  let onOffer = units
  for (const { at, add } of refills) if ('unitsLeft' in at && onOffer - sold <= at.unitsLeft) onOffer += add
  for (const { at, add } of refills) if ('hoursLeft' in at && (end - now) / HOUR_MS <= at.hoursLeft) onOffer += add
  return onOffer
}

/** How many units are left to reduce, never below 0; `Infinity` without a limit. */
export function computeUnitsLeft(limits: Limits, state: OfferState): number {
  return Math.max(0, computeUnitsOnOffer(limits, state) - state.sold)
}

/**
 * The numbers of units sold at which what is on offer may change, or what is left may pass a figure of `leftAt` or 0; not every one is a change.
 * At most so many as `units` with any of the refills can come to.
 */
export function findTurningPoints({ units, refills = [] }: Limits, leftAt: readonly number[] = []): number[] {
  if (units == null) return []
  const points = new Set<number>()
  let sums = new Set([units])
  const byUnits = refills.filter(({ at }) => 'unitsLeft' in at)
  const byHours = refills.filter(({ at }) => 'hoursLeft' in at)
  for (const { at, add } of [...byUnits, ...byHours]) {
    if ('unitsLeft' in at) for (const sum of sums) points.add(sum - at.unitsLeft)
    sums = new Set([...sums, ...[...sums].map((sum) => sum + add)])
  }
  for (const sum of sums) for (const left of [0, ...leftAt]) points.add(sum - left)
  return [...points]
}
