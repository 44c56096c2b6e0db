import { checkPromotion } from './checkPromotion.ts'
import type { CompiledCatalogue } from './catalogue.ts'
import { phaseOf, reachesOf } from './compilePlan.ts'
import type { Mechanic, Promotion, Reach, Store, Value } from './plan.ts'

export type MechanicKind = Mechanic['kind']

const PERCENT: Value = { percent: 1000 }
const FREE: Value = { percent: 10_000 }
const FIRST_SPEND = 5000
const FIRST_PRICE = 1000

/** A first draft of a mechanic on a reach; `value` is taken where the mechanic may have it. */
export function createMechanic(kind: MechanicKind, reach: Reach, value: Value = PERCENT): Mechanic {
  const own = fits(kind, value) ? value : PERCENT
  switch (kind) {
    case 'price-steps':
      return { kind, reach }
    case 'markdown':
    case 'item-discount':
    case 'surcharge':
      return { kind, reach, value: own }
    case 'quantity-break':
      return { kind, reach, count: 'sku', on: 'all', tiers: [{ from: 5, value: own }] }
    case 'spend-break':
    case 'order-discount':
      return { kind, reach, tiers: [{ from: FIRST_SPEND, value: own }] }
    case 'delivery':
      return { kind, basis: 'shelf', tiers: [{ from: FIRST_SPEND, value: FREE }] }
    case 'buy-get':
      return { kind, buy: { reach, quantity: 1 }, get: { sameSku: true, quantity: 1, value: FREE }, repeat: 'every' }
    case 'bundle':
      return { kind, parts: [{ reach, quantity: 3 }], price: 3 * FIRST_PRICE, repeat: 'every' }
    default:
      return kind satisfies never
  }
}

/** Whether a mechanic of that kind may have the value. Source: docs/pricing.md, "Mechanics". */
function fits(kind: MechanicKind, value: Value): boolean {
  const isOnce = 'amount' in value && value.per === 'once'
  if (kind === 'markdown') return !isOnce
  if (phaseOf({ kind } as Mechanic) < 3) return true
  const isPlain = ('percent' in value && value.of === undefined) || isOnce
  return kind === 'surcharge' ? isPlain || 'amount' in value : isPlain
}

/** What a promotion of another mechanic could not keep, by the name of the field. */
export type Dropped = 'value' | 'reach' | 'ladder' | 'stacking' | 'code' | 'when' | 'limits'

type Converted = Omit<Promotion, 'id' | 'rank'>

/** A promotion as one of another mechanic. What the new one can have is kept, and what it can't is named. */
export function convertPromotion<T extends Converted>(
  promotion: T,
  kind: MechanicKind,
  surroundings: { readonly store: Store; readonly catalogue: CompiledCatalogue },
): { promotion: T; dropped: Dropped[] } {
  const [reach = {}, ...others] = reachesOf(promotion.mechanic)
  const value = valueOf(promotion.mechanic)
  const mechanic = createMechanic(kind, reach, value)
  const dropped = new Set<Dropped>()
  if (others.length > 0 || (kind === 'delivery' && Object.keys(reach).length > 0)) dropped.add('reach')
  if (JSON.stringify(valueOf(mechanic)) !== JSON.stringify(value)) dropped.add('value')
  const { stacking, ...unstacked } = promotion
  const phase = phaseOf(mechanic)
  const isStacked = phase >= 1 && phase <= 3
  if (stacking && !isStacked) dropped.add('stacking')
  let next = {
    ...unstacked,
    mechanic,
    ...(isStacked ? { stacking: stacking ?? { group: surroundings.store.stackGroups[0]!, mode: 'group' } } : {}),
  } as T
  for (const { path } of checkPromotion({ id: 'converted', rank: 1, ...next }, surroundings)) {
    const [field, key] = path.split('.')
    if (field === 'mechanic') continue
    if (field === 'limits') next = { ...next, limits: { ...next.limits, [key!]: undefined } }
    else if (field === 'ladder') next = { ...next, ladder: kind === 'price-steps' ? FIRST_STEPS : null }
    else if (field === 'stacking') next = { ...next, stacking: { ...next.stacking!, mode: 'group' } }
    else if (field === 'code' || field === 'when') next = { ...next, [field]: null }
    if (field !== 'ladder' || promotion.ladder) dropped.add(field as Dropped)
  }
  const limits = Object.fromEntries(Object.entries(next.limits).filter(([, limit]) => limit !== undefined))
  return { promotion: { ...next, limits }, dropped: [...dropped] }
}

const FIRST_STEPS: Promotion['ladder'] = {
  by: 'unitsSold',
  rungs: [
    { at: 0, value: { price: FIRST_PRICE } },
    { at: 10, value: { price: FIRST_PRICE + 100 } },
  ],
}

function valueOf(mechanic: Mechanic): Value | undefined {
  if ('tiers' in mechanic) return mechanic.tiers.at(-1)?.value
  if (mechanic.kind === 'buy-get') return mechanic.get.value
  return 'value' in mechanic ? mechanic.value : undefined
}
