import type { CompiledCatalogue } from '../catalogue/index.ts'
import { definitionOf, priceIn } from '../mechanics/index.ts'
import type { Ladder, Limits, Schedule } from '../terms/index.ts'
import { createProblem, isLocalDateTime, placeBelow, toInstant, type Problem } from '../values/index.ts'
import type { PlanSurroundings } from './checkPromotion.ts'
import type { Promotion } from './promotion.ts'

/**
 * Problems of a promotion that can be priced but is surely unintended: an end before its start, a price or limit of 0, and, once it is ready,
 * a price that lowers nothing in reach. The API rejects them; a plan file for the quote command may contain them.
 */
export function checkIntent(promotion: Promotion, { store, catalogue }: PlanSurroundings): Problem[] {
  return [
    ...checkOrderOfDates(promotion.schedule, store.timeZone),
    ...checkPrices(promotion),
    ...checkLimits(promotion.limits),
    ...(promotion.state === 'ready' ? checkMechanic(promotion, catalogue) : []),
  ]
}

function checkOrderOfDates({ start, end }: Schedule, zone: string): Problem[] {
  if (start === undefined || end === undefined || !isLocalDateTime(start) || !isLocalDateTime(end)) return []
  if (toInstant(end, zone) > toInstant(start, zone)) return []
  return [createProblem('ends-before-start', 'schedule.end', { start, end })]
}

/** Rejects prices of 0: a giveaway is entered as 100 % off. */
function checkPrices({ mechanic, ladder }: Promotion): Problem[] {
  const definition = definitionOf(mechanic)
  const prices = [
    ...definition.prices(mechanic).map(([path, price]) => [`mechanic.${path}`, price] as const),
    ...(definition.mayBeFree ? [] : pricesInRungs(ladder)),
  ]
  return prices.flatMap(([path, price]) => (price === 0 ? [createProblem('price-zero', path)] : []))
}

function pricesInRungs(ladder: Ladder | null) {
  return (ladder?.rungs ?? []).flatMap(({ value }, at) => priceIn(value, `ladder.rungs.${at}.value`))
}

function checkLimits(limits: Limits): Problem[] {
  const keys = ['units', 'uses', 'usesPerShopper', 'perOrder', 'budget'] as const
  return keys.flatMap((key) => (limits[key] === 0 ? [createProblem('limit-zero', `limits.${key}`)] : []))
}

function checkMechanic({ mechanic, ladder }: Promotion, catalogue: CompiledCatalogue): Problem[] {
  const problems = definitionOf(mechanic).checkIntent?.(mechanic, ladder, catalogue) ?? []
  return placeBelow('mechanic', problems)
}
