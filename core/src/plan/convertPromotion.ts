import { computeReached, type CompiledCatalogue } from '../catalogue/index.ts'
import { definitionOf, FIRST_VALUE, phaseOf, reachesOf, type Mechanic, type MechanicKind } from '../mechanics/index.ts'
import type { Reach, Store, Value } from '../terms/index.ts'
import { checkPromotion } from './checkPromotion.ts'
import type { Promotion } from './promotion.ts'

/** A first draft of a mechanic on a reach; `value` is taken where the mechanic may have it. */
export function createMechanic(kind: MechanicKind, reach: Reach, value: Value = FIRST_VALUE): Mechanic {
  return definitionOf({ kind }).create(reach, value)
}

/** Fields that a promotion loses with another mechanic. */
export type Dropped = 'value' | 'reach' | 'ladder' | 'stacking' | 'code' | 'when' | 'limits' | 'partners'

type Converted = Omit<Promotion, 'id' | 'rank'>

/** A promotion as one of another mechanic. What the new one can have is kept, and what it can't is named. */
export function convertPromotion<T extends Converted>(
  promotion: T,
  kind: MechanicKind,
  surroundings: { readonly store: Store; readonly catalogue: CompiledCatalogue },
): { promotion: T; dropped: Dropped[] } {
  const [reach = {}, ...others] = reachesOf(promotion.mechanic)
  const value = carriedBy(promotion.mechanic)
  const mechanic = createMechanic(kind, reach, value)
  const dropped = new Set<Dropped>()
  const isLadderNeeded = definitionOf(mechanic).ladderUse(mechanic) === 'needed'
  if (others.length > 0 || (reachesOf(mechanic).length === 0 && Object.keys(reach).length > 0)) dropped.add('reach')
  if (JSON.stringify(carriedBy(mechanic)) !== JSON.stringify(value)) dropped.add('value')
  const { stacking, ...unstacked } = promotion
  const phase = phaseOf(mechanic)
  const isStacked = phase >= 1 && phase <= 3
  if (stacking && !isStacked) dropped.add('stacking')
  let next = {
    ...unstacked,
    mechanic,
    ...(isStacked ? { stacking: stacking ?? { group: surroundings.store.stackGroups[0] ?? '', mode: 'group' } } : {}),
  } as T
  for (const { path } of checkPromotion({ id: 'converted', rank: 1, ...next }, surroundings)) {
    const [field, key] = path.split('.')
    if (field === 'mechanic') continue
    if (field === 'limits') next = { ...next, limits: { ...next.limits, [key!]: undefined } }
    else if (field === 'ladder')
      next = { ...next, ladder: isLadderNeeded ? createSteps(reach, surroundings.catalogue) : null }
    else if (field === 'stacking') next = { ...next, stacking: { ...next.stacking!, mode: 'group' } }
    else if (field === 'partners') next = { ...next, partners: next.partners!.map(({ channel }) => ({ channel })) }
    else if (field === 'code' || field === 'when') next = { ...next, [field]: null }
    if (field !== 'ladder' || promotion.ladder) dropped.add(field as Dropped)
  }
  const limits = Object.fromEntries(Object.entries(next.limits).filter(([, limit]) => limit !== undefined))
  return { promotion: { ...next, limits }, dropped: [...dropped] }
}

/** Steps that begin with a price that is there: of several products the highest, so that none is sold for less. Null where none is known. */
function createSteps(reach: Reach, catalogue: CompiledCatalogue): Promotion['ladder'] {
  const prices = computeReached(reach, catalogue).map(({ regularPrice }) => regularPrice)
  if (prices.length === 0) return null
  const value = { price: Math.max(...prices) }
  return { by: 'unitsSold', rungs: [0, 10].map((at) => ({ at, value })) }
}

function carriedBy(mechanic: Mechanic): Value | undefined {
  return definitionOf(mechanic).carried(mechanic)
}
