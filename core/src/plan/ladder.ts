import type { Ladder, PromotionFacts, Value } from '../terms/index.ts'
import { HOUR_MS, toInstant, type Instant } from '../values/index.ts'
import type { Promotion } from './promotion.ts'
import { computeUnitsLeft } from './unitsOnOffer.ts'

/** The value of the rung that holds now, or null where none does. `at` holds the rungs of a ladder by date as instants. */
export function findRung(
  { ladder, limits }: Promotion,
  { at, end }: RungInstants,
  { now, facts }: { readonly now: Instant; readonly facts: PromotionFacts },
): Value | null {
  if (ladder === null) return null
  const sold = facts.unitsSold ?? 0
  switch (ladder.by) {
    case 'date':
      return ladder.rungs[at.findLastIndex((instant) => instant <= now)]?.value ?? null
    case 'unitsSold':
      return ladder.rungs.findLast((rung) => rung.at <= sold)?.value ?? null
    case 'unitsLeft':
      return ladder.rungs.find((rung) => rung.at >= computeUnitsLeft(limits, { sold, now, end }))?.value ?? null
    case 'hoursLeft':
      return ladder.rungs.find((rung) => rung.at >= (end - now) / HOUR_MS)?.value ?? null
    default:
      return ladder satisfies never
  }
}

/** Precomputed calendar data of a ladder. */
export interface RungInstants {
  /** The rungs of a ladder by date; empty for others. */
  readonly at: readonly Instant[]
  /** The promotion's end; `Infinity` without one. */
  readonly end: Instant
}

export function compileRungs(ladder: Ladder | null, end: Instant, zone: string): RungInstants {
  return { at: ladder?.by === 'date' ? ladder.rungs.map((rung) => toInstant(rung.at, zone)) : [], end }
}

/** The instants at which a ladder that follows the clock may change its rung. Source: docs/pricing.md, "Ladders". */
export function computeRungEdges({ ladder }: Promotion, { at, end }: RungInstants): Instant[] {
  if (ladder?.by === 'date') return [...at]
  if (ladder?.by !== 'hoursLeft' || !Number.isFinite(end)) return []
  return ladder.rungs.map((rung) => end - rung.at * HOUR_MS)
}

/** The instants at which units are added because the end is near. Source: docs/pricing.md, "Refills". */
export function computeRefillEdges({ limits }: Promotion, { end }: Pick<RungInstants, 'end'>): Instant[] {
  if (limits.units == null || !Number.isFinite(end)) return []
  return (limits.refills ?? []).flatMap(({ at }) => ('hoursLeft' in at ? [end - at.hoursLeft * HOUR_MS] : []))
}

/** All instants at which the clock alone changes what a promotion does inside its schedule. */
export function computeClockEdges(promotion: Promotion, instants: RungInstants): Instant[] {
  return [...computeRungEdges(promotion, instants), ...computeRefillEdges(promotion, instants)]
}
