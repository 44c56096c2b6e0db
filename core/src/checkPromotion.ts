import type { CompiledCatalogue } from './catalogue.ts'
import { WHOLE } from './money.ts'
import type { Condition, Markdown, Promotion, Reach, ReachKeys, Rounding, Schedule, Store, Value } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'
import { computeReached } from './reach.ts'
import { isLocalDateTime, toInstant } from './time.ts'
import { computeReduction } from './value.ts'

export interface PlanSurroundings {
  readonly store: Store
  readonly catalogue: CompiledCatalogue
}

/**
 * What is wrong with a promotion that its shape alone does not show: dates, amounts, names of things that do not exist. Paths are
 * relative to the promotion. Empty if it may be priced.
 */
export function checkPromotion(promotion: Promotion, { store, catalogue }: PlanSurroundings): Problem[] {
  const { mechanic } = promotion
  return [
    ...checkSchedule(promotion.schedule),
    ...checkReach(mechanic.reach, 'mechanic.reach', catalogue),
    ...checkMarkdown(mechanic),
    ...checkWhen(promotion.when, 'when', catalogue),
    ...checkStacking(promotion, store),
    ...checkLadder(promotion),
  ]
}

/**
 * What can be priced but can't be meant: an end that does not come after its start, and, once it is ready, a price that lowers
 * nothing in the reach. Refused where people plan; a plan file may hold it.
 */
export function checkIntent(promotion: Promotion, { store, catalogue }: PlanSurroundings): Problem[] {
  return [
    ...checkOrderOfDates(promotion.schedule, store.timeZone),
    ...(promotion.state === 'ready' ? checkPriceLowers(promotion, catalogue) : []),
  ]
}

function checkOrderOfDates({ start, end }: Schedule, zone: string): Problem[] {
  if (start === undefined || end === undefined || !isLocalDateTime(start) || !isLocalDateTime(end)) return []
  if (toInstant(end, zone) > toInstant(start, zone)) return []
  return [createProblem('ends-before-start', 'schedule.end', { start, end })]
}

function checkPriceLowers({ mechanic, ladder }: Promotion, catalogue: CompiledCatalogue): Problem[] {
  const { reach, value } = mechanic
  if (ladder || value === undefined || !('price' in value)) return []
  const reached = computeReached(reach, catalogue)
  if (reached.length === 0 || reached.some((product) => product.regularPrice > value.price)) return []
  const highest = reached.reduce((max, product) => Math.max(max, product.regularPrice), 0)
  return [createProblem('price-not-lower', 'mechanic.value.price', { given: value.price, highest })]
}

/** Promotions of one plan against each other: ids and ranks are unique. */
export function checkPromotionList(promotions: readonly Promotion[]): Problem[] {
  const ids = new Set<string>()
  const ranks = new Set<number>()
  return promotions.flatMap(({ id, rank }, index) => {
    const problems: Problem[] = []
    if (ids.has(id)) problems.push(createProblem('duplicate-id', `${index}.id`, { id }))
    if (ranks.has(rank)) problems.push(createProblem('duplicate-rank', `${index}.rank`, { rank }))
    ids.add(id)
    ranks.add(rank)
    return problems
  })
}

function checkSchedule({ start, end }: Schedule): Problem[] {
  return Object.entries({ start, end }).flatMap(([key, local]) =>
    local === undefined || isLocalDateTime(local)
      ? []
      : [createProblem('no-such-time', `schedule.${key}`, { given: local })],
  )
}

function checkReach(reach: Reach, path: string, catalogue: CompiledCatalogue): Problem[] {
  return [
    ...checkReachKeys(reach, path, catalogue),
    ...(reach.except ? checkReachKeys(reach.except, `${path}.except`, catalogue) : []),
  ]
}

function checkReachKeys(keys: ReachKeys, path: string, catalogue: CompiledCatalogue): Problem[] {
  const unknown = (
    code: string,
    key: string,
    ids: readonly string[] | undefined,
    known: ReadonlyMap<string, unknown>,
  ) =>
    (ids ?? []).flatMap((id, index) => (known.has(id) ? [] : [createProblem(code, `${path}.${key}.${index}`, { id })]))
  const { from, below } = keys.regularPrice ?? {}
  const isEmptyRange = from !== undefined && below !== undefined && below <= from
  return [
    ...unknown('unknown-sku', 'skus', keys.skus, catalogue.bySku),
    ...unknown('unknown-category', 'categories', keys.categories, catalogue.categories),
    ...unknown('unknown-set', 'sets', keys.sets, catalogue.sets),
    ...(isEmptyRange ? [createProblem('empty-range', `${path}.regularPrice.below`, { from, below })] : []),
  ]
}

function checkMarkdown({ value, bands, rounding }: Markdown): Problem[] {
  const problems: Problem[] = []
  if ((value === undefined) === (bands === undefined)) problems.push(createProblem('value-or-bands', 'mechanic.value'))
  if (value) problems.push(...checkValue(value, 'mechanic.value'))
  bands?.forEach((band, index) => {
    problems.push(...checkValue(band.value, `mechanic.bands.${index}.value`))
    const previous = bands[index - 1]
    if (previous && band.from <= previous.from) {
      problems.push(
        createProblem('not-ascending', `mechanic.bands.${index}.from`, { given: band.from, after: previous.from }),
      )
    }
  })
  if (rounding) problems.push(...checkRounding(rounding))
  return problems
}

function checkValue(value: Value, path: string): Problem[] {
  if ('percent' in value && (value.percent < 1 || value.percent > WHOLE)) {
    return [createProblem('percent-range', `${path}.percent`, { given: value.percent })]
  }
  if ('amount' in value && value.amount < 1)
    return [createProblem('amount-zero', `${path}.amount`, { given: value.amount })]
  if ('price' in value && value.price < 0)
    return [createProblem('price-negative', `${path}.price`, { given: value.price })]
  return []
}

function checkRounding({ step, ending = 0 }: Rounding): Problem[] {
  return ending < step ? [] : [createProblem('ending-too-large', 'mechanic.rounding.ending', { ending, step })]
}

function checkWhen(when: Condition | null, path: string, catalogue: CompiledCatalogue): Problem[] {
  if (when === null) return []
  if ('not' in when) return checkWhen(when.not, `${path}.not`, catalogue)
  if ('all' in when) return when.all.flatMap((part, index) => checkWhen(part, `${path}.all.${index}`, catalogue))
  if ('any' in when) return when.any.flatMap((part, index) => checkWhen(part, `${path}.any.${index}`, catalogue))
  if (when.test !== 'bought') return []
  // SKUs that a shopper once bought may have left the catalogue since.
  return checkReach(when.reach, `${path}.reach`, catalogue).filter((problem) => problem.code !== 'unknown-sku')
}

function checkStacking({ stacking }: Promotion, store: Store): Problem[] {
  if (store.stackGroups.includes(stacking.group)) return []
  return [createProblem('unknown-stack-group', 'stacking.group', { id: stacking.group })]
}

function checkLadder({ ladder, mechanic, limits, schedule }: Promotion): Problem[] {
  if (!ladder) return []
  const problems: Problem[] = []
  if (mechanic.bands) problems.push(createProblem('ladder-with-bands', 'ladder'))
  if (ladder.by === 'unitsLeft' && limits.units == null)
    problems.push(createProblem('ladder-needs-units', 'limits.units'))
  if (ladder.by === 'hoursLeft' && schedule.end === undefined)
    problems.push(createProblem('ladder-needs-end', 'schedule.end'))
  ladder.rungs.forEach((rung, index) => {
    problems.push(...checkValue(rung.value, `ladder.rungs.${index}.value`))
    const previous = ladder.rungs[index - 1]
    if (previous && rung.at <= previous.at)
      problems.push(createProblem('not-ascending', `ladder.rungs.${index}.at`, { given: rung.at, after: previous.at }))
    if (typeof rung.at === 'string' && !isLocalDateTime(rung.at))
      problems.push(createProblem('no-such-time', `ladder.rungs.${index}.at`, { given: rung.at }))
  })
  return problems
}

/** The products of the reach that a value would not lower at all, dearest first: the price is already as low. */
export function findUnmoved(mechanic: Markdown, catalogue: CompiledCatalogue) {
  const { value } = mechanic
  if (value === undefined) return []
  return computeReached(mechanic.reach, catalogue)
    .filter((product) => computeReduction(value, product.regularPrice, product.regularPrice) === 0)
    .sort((a, b) => b.regularPrice - a.regularPrice)
}
