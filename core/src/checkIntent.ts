import type { CompiledCatalogue } from './catalogue.ts'
import type { PlanSurroundings } from './checkPromotion.ts'
import type { Limits, Mechanic, Promotion, Schedule, Value } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'
import { computeReached } from './reach.ts'
import { isLocalDateTime, toInstant } from './time.ts'

/**
 * What can be priced but can't be meant: an end that does not come after its start, a price of nothing, a limit of nothing, and, once it is
 * ready, a price that lowers nothing in the reach. Refused where people plan; a plan file for the quote command may hold it.
 */
export function checkIntent(promotion: Promotion, { store, catalogue }: PlanSurroundings): Problem[] {
  return [
    ...checkOrderOfDates(promotion.schedule, store.timeZone),
    ...checkPrices(promotion),
    ...checkLimits(promotion.limits),
    ...(promotion.state === 'ready' ? checkPriceLowers(promotion, catalogue) : []),
  ]
}

function checkOrderOfDates({ start, end }: Schedule, zone: string): Problem[] {
  if (start === undefined || end === undefined || !isLocalDateTime(start) || !isLocalDateTime(end)) return []
  if (toInstant(end, zone) > toInstant(start, zone)) return []
  return [createProblem('ends-before-start', 'schedule.end', { start, end })]
}

/** Who means to give something away takes 100 % off; delivery for nothing is offered so everywhere. */
function checkPrices({ mechanic, ladder }: Promotion): Problem[] {
  if (mechanic.kind === 'delivery') return []
  const free = Object.entries('prices' in mechanic ? (mechanic.prices ?? {}) : {}).filter(([, price]) => price === 0)
  const zeros = [
    ...(mechanic.kind === 'bundle' && mechanic.price === 0 ? ['mechanic.price'] : []),
    ...free.map(([sku]) => `mechanic.prices.${sku}`),
    ...findValues(mechanic).flatMap(([path, value]) => (isZero(value) ? [`mechanic.${path}.price`] : [])),
    ...(ladder?.rungs ?? []).flatMap(({ value }, at) => (isZero(value) ? [`ladder.rungs.${at}.value.price`] : [])),
  ]
  return zeros.map((path) => createProblem('price-zero', path))
}

const isZero = (value: Value) => 'price' in value && value.price === 0

/** The values of a mechanic, each with where it stands. */
function findValues(mechanic: Mechanic): [string, Value][] {
  const listed = (key: string, list: readonly { readonly value: Value }[]) =>
    list.map(({ value }, at): [string, Value] => [`${key}.${at}.value`, value])
  return [
    ...('value' in mechanic && mechanic.value ? [['value', mechanic.value] as [string, Value]] : []),
    ...('bands' in mechanic && mechanic.bands ? listed('bands', mechanic.bands) : []),
    ...('tiers' in mechanic ? listed('tiers', mechanic.tiers) : []),
    ...('get' in mechanic ? [['get.value', mechanic.get.value] as [string, Value]] : []),
  ]
}

function checkLimits(limits: Limits): Problem[] {
  const keys = ['units', 'uses', 'usesPerShopper', 'perOrder', 'budget'] as const
  return keys.flatMap((key) => (limits[key] === 0 ? [createProblem('limit-zero', `limits.${key}`)] : []))
}

function checkPriceLowers({ mechanic, ladder }: Promotion, catalogue: CompiledCatalogue): Problem[] {
  if (ladder || mechanic.kind !== 'markdown') return []
  const { reach, value } = mechanic
  if (value === undefined || !('price' in value)) return []
  const reached = computeReached(reach, catalogue)
  if (reached.length === 0 || reached.some((product) => product.regularPrice > value.price)) return []
  const highest = reached.reduce((max, product) => Math.max(max, product.regularPrice), 0)
  return [createProblem('price-not-lower', 'mechanic.value.price', { given: value.price, highest })]
}
