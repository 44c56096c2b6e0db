import type { Ladder, Promotion, PromotionFacts, Value } from './plan.ts'
import { HOUR_MS, toInstant, type Instant } from './time.ts'

/** The value of the rung that holds now, or null where none does. Source: docs/pricing.md, "Ladders". */
export function findRung(
  ladder: Ladder,
  promotion: Promotion,
  zone: string,
  situation: { readonly now: Instant; readonly facts: PromotionFacts },
): Value | null {
  const { now, facts } = situation
  const sold = facts.unitsSold ?? 0
  switch (ladder.by) {
    case 'date':
      return ladder.rungs.findLast((rung) => toInstant(rung.at, zone) <= now)?.value ?? null
    case 'unitsSold':
      return ladder.rungs.findLast((rung) => rung.at <= sold)?.value ?? null
    case 'unitsLeft':
      return ladder.rungs.find((rung) => rung.at >= (promotion.limits.units ?? 0) - sold)?.value ?? null
    case 'hoursLeft': {
      const { end } = promotion.schedule
      const hours = end === undefined ? Infinity : (toInstant(end, zone) - now) / HOUR_MS
      return ladder.rungs.find((rung) => rung.at >= hours)?.value ?? null
    }
    default:
      return ladder satisfies never
  }
}

/** The instants at which a ladder that follows the clock may change its rung. */
export function computeRungEdges(promotion: Promotion, zone: string): Instant[] {
  const { ladder, schedule } = promotion
  if (ladder?.by === 'date') return ladder.rungs.map((rung) => toInstant(rung.at, zone))
  if (ladder?.by !== 'hoursLeft' || schedule.end === undefined) return []
  const end = toInstant(schedule.end, zone)
  return ladder.rungs.map((rung) => end - rung.at * HOUR_MS)
}
