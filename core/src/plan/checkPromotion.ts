import { computeReached, type CompiledCatalogue } from '../catalogue/index.ts'
import { checkValue, definitionOf, phaseOf, type Mechanic } from '../mechanics/index.ts'
import type { Ladder, Product, Schedule, Store, Value } from '../terms/index.ts'
import { computeReduction } from '../units/index.ts'
import { createProblem, isLocalDateTime, placeBelow, type Problem } from '../values/index.ts'
import { checkWhen } from './checkWhen.ts'
import { findEmptyPlaces, findUnknownPlaces } from './label.ts'
import type { Promotion } from './promotion.ts'

export interface PlanSurroundings {
  readonly store: Store
  readonly catalogue: CompiledCatalogue
}

/**
 * Problems of a promotion beyond its shape: combinations that do not go together, dates, amounts, unknown names. Paths are relative to the
 * promotion. Empty if it may be priced.
 */
export function checkPromotion(promotion: Promotion, { store, catalogue }: PlanSurroundings): Problem[] {
  const { mechanic, when } = promotion
  const definition = definitionOf(mechanic)
  const isShelf = definition.phase <= 1
  return [
    ...checkSchedule(promotion.schedule),
    ...placeBelow('mechanic', definition.check(mechanic, catalogue)),
    ...(when ? checkWhen(when, 'when', { catalogue, isShelf }) : []),
    ...checkStacking(promotion, store),
    ...checkPhase(promotion),
    ...checkLadder(promotion),
    ...checkRefills(promotion),
    ...checkDisplay(promotion),
    ...checkPartners(promotion),
  ]
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

/** The products of the reach that a sale’s value would not lower at all, most expensive first: the price is already as low. */
export function findUnmoved(mechanic: Mechanic, catalogue: CompiledCatalogue): Product[] {
  if (phaseOf(mechanic) !== 1 || !('value' in mechanic) || !mechanic.value) return []
  const { value } = mechanic
  return computeReached(mechanic.reach, catalogue)
    .filter((product) => computeReduction(value, product.regularPrice, product.regularPrice) === 0)
    .sort((a, b) => b.regularPrice - a.regularPrice)
}

function checkSchedule({ open, start, end }: Schedule): Problem[] {
  if (open && (start !== undefined || end !== undefined)) return [createProblem('not-allowed', 'schedule.open')]
  return Object.entries({ start, end }).flatMap(([key, local]) =>
    local === undefined || isLocalDateTime(local)
      ? []
      : [createProblem('no-such-time', `schedule.${key}`, { given: local })],
  )
}

function checkDisplay(promotion: Promotion): Problem[] {
  return [
    ...(['title', 'description', 'label'] as const).flatMap((key) =>
      findUnknownPlaces(promotion.display?.[key] ?? '').map((given) =>
        createProblem('unknown-place', `display.${key}`, { given }),
      ),
    ),
    ...findEmptyPlaces(promotion).map(({ key, place }) =>
      createProblem('place-without-figure', `display.${key}`, { given: place }),
    ),
  ]
}

/** Each partner channel once; only a shelf price can keep products as they are. */
function checkPartners({ partners = [], mechanic }: Promotion): Problem[] {
  return partners.flatMap(({ channel, leftOut }, at) => [
    ...(partners.findIndex((one) => one.channel === channel) < at
      ? [createProblem('duplicate-id', `partners.${at}.channel`, { id: channel })]
      : []),
    ...(leftOut && leftOut.length > 0 && phaseOf(mechanic) > 1
      ? [createProblem('not-allowed', `partners.${at}.leftOut`)]
      : []),
  ])
}

function checkStacking({ stacking, mechanic }: Promotion, store: Store): Problem[] {
  const phase = phaseOf(mechanic)
  const takesPart = phase >= 1 && phase <= 3
  if (!stacking) return takesPart ? [createProblem('required', 'stacking')] : []
  if (!takesPart) return [createProblem('not-allowed', 'stacking')]
  return [
    ...(store.stackGroups.includes(stacking.group)
      ? []
      : [createProblem('unknown-stack-group', 'stacking.group', { id: stacking.group })]),
    ...(phase === 1 && stacking.mode === 'sole'
      ? [createProblem('not-allowed', 'stacking.mode', { given: 'sole' })]
      : []),
  ]
}

/** Settings not allowed in a phase. Source: docs/pricing.md, "What does not go together". */
function checkPhase({ mechanic, limits, code, display }: Promotion): Problem[] {
  const phase = phaseOf(mechanic)
  return [
    ...(limits.units != null && phase !== 1 && phase !== 2 ? [createProblem('not-allowed', 'limits.units')] : []),
    ...(limits.perOrder != null && phase <= 1 ? [createProblem('not-allowed', 'limits.perOrder')] : []),
    ...(display?.as && phase !== 2 && phase !== 3 ? [createProblem('not-allowed', 'display.as')] : []),
    ...(code !== null && phase <= 1 ? [createProblem('not-allowed', 'code')] : []),
  ]
}

function checkLadder({ ladder, mechanic, limits, schedule }: Promotion): Problem[] {
  const definition = definitionOf(mechanic)
  const use = definition.ladderUse(mechanic)
  if (!ladder) return use === 'needed' ? [createProblem('required', 'ladder')] : []
  const problems = use === 'needed' || use === 'possible' ? [] : [createProblem(use, 'ladder')]
  if (ladder.by === 'unitsLeft' && limits.units == null)
    problems.push(createProblem('ladder-needs-units', 'limits.units'))
  if (ladder.by === 'hoursLeft' && schedule.end === undefined && !schedule.open)
    problems.push(createProblem('ladder-needs-end', 'schedule.end'))
  return [...problems, ...checkRungs(ladder, definition.fitsRung)]
}

function checkRefills({ limits, schedule }: Promotion): Problem[] {
  return (limits.refills ?? []).flatMap(({ at, add }, index) => {
    const path = `limits.refills.${index}`
    return [
      ...(limits.units == null ? [createProblem('refill-needs-units', `${path}.at`)] : []),
      ...('hoursLeft' in at && schedule.end === undefined && !schedule.open
        ? [createProblem('refill-needs-end', `${path}.at.hoursLeft`)]
        : []),
      ...(add < 1 ? [createProblem('limit-zero', `${path}.add`)] : []),
    ]
  })
}

function checkRungs(ladder: Ladder, fitsRung: (value: Value) => boolean): Problem[] {
  return ladder.rungs.flatMap(({ at, value }, index) => {
    const path = `ladder.rungs.${index}`
    const previous = ladder.rungs[index - 1]
    const problems = checkValue(value, `${path}.value`)
    if (previous && at <= previous.at)
      problems.push(createProblem('not-ascending', `${path}.at`, { given: at, after: previous.at }))
    if (typeof at === 'string' && !isLocalDateTime(at))
      problems.push(createProblem('no-such-time', `${path}.at`, { given: at }))
    if (!fitsRung(value)) problems.push(createProblem('not-allowed', `${path}.value`))
    return problems
  })
}
