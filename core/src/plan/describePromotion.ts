import { definitionOf, type MechanicPart } from '../mechanics/index.ts'
import type { Condition, Ladder, Limits, Schedule, Stacking, Store, Value } from '../terms/index.ts'
import { firstOf } from '../values/index.ts'
import type { Promotion } from './promotion.ts'

/**
 * A promotion as the parts of one sentence, in reading order: the offer, for whom, when, limits and stacking. Each names what it is about and
 * carries the facts; the words belong to the locale, the editor behind a part to the interface.
 */
export type SentencePart = PromotionPart | MechanicPart

/** The parts that every promotion may have. */
export type PromotionPart =
  | { readonly part: 'open'; readonly isOpen: true }
  | { readonly part: 'start'; readonly start: Schedule['start'] }
  | { readonly part: 'end'; readonly end: Schedule['end'] }
  | { readonly part: 'weekly'; readonly weekly: NonNullable<Schedule['weekly']> }
  | { readonly part: 'shopper'; readonly when: Condition | null }
  | { readonly part: 'code'; readonly code: NonNullable<Promotion['code']> }
  /** Later values. */
  | { readonly part: 'ladder'; readonly ladder: Ladder }
  | { readonly part: 'limits'; readonly limits: Limits }
  | { readonly part: 'stacking'; readonly stacking: Stacking; readonly apart: readonly string[] }

/** Source: docs/pricing.md, "A promotion". */
export function describePromotion(promotion: Promotion, store: Store): SentencePart[] {
  const { schedule, stacking, code, limits } = promotion
  const hasLimits = Object.values(limits).some((limit) => limit !== null && limit !== undefined && limit !== false)
  return [
    ...describeOffer(promotion),
    { part: 'shopper', when: promotion.when },
    ...(code ? [{ part: 'code' as const, code }] : []),
    ...(schedule.open
      ? [{ part: 'open' as const, isOpen: true as const }]
      : [
          { part: 'start' as const, start: schedule.start },
          { part: 'end' as const, end: schedule.end },
        ]),
    ...(schedule.weekly?.length ? [{ part: 'weekly' as const, weekly: schedule.weekly }] : []),
    ...(hasLimits ? [{ part: 'limits' as const, limits }] : []),
    ...(stacking ? [{ part: 'stacking' as const, stacking, apart: findApart(stacking.group, store) }] : []),
  ]
}

/** The parts of the mechanic, then its ladder. A first step at 0 sold replaces the mechanic's own value, which never applies. */
function describeOffer({ mechanic, ladder }: Promotion): SentencePart[] {
  const { saysLadder, describe } = definitionOf(mechanic)
  const parts = describe(mechanic, ladder)
  if (ladder === null || saysLadder) return [...parts]
  if (ladder.by !== 'unitsSold' || firstOf(ladder.rungs).at !== 0) return [...parts, { part: 'ladder', ladder }]
  const rungs = ladder.rungs.slice(1)
  return [
    ...parts.map((part) => replaceValue(part, firstOf(ladder.rungs).value)),
    ...(rungs.length > 0 ? [{ part: 'ladder' as const, ladder: { ...ladder, rungs } }] : []),
  ]
}

/** The part with another value, if it has one. */
function replaceValue(part: MechanicPart, value: Value): MechanicPart {
  switch (part.part) {
    case 'value':
    case 'surcharge':
      return { ...part, value }
    case 'get':
      return { ...part, get: { ...part.get, value } }
    case 'tiers': {
      const tiers = part.mechanic.tiers.map((tier) => ({ ...tier, value }))
      return { ...part, mechanic: { ...part.mechanic, tiers } } as MechanicPart
    }
    default:
      return part
  }
}

/** The groups that a group is kept apart from, its own included where listed, in the store's order. */
export function findApart(group: string, store: Store): string[] {
  return store.stackGroups.filter((other) =>
    store.apart.some(([a, b]) => (a === group && b === other) || (a === other && b === group)),
  )
}
