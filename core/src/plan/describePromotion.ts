import { definitionOf, type MechanicPart } from '../mechanics/index.ts'
import type { Condition, Ladder, Limits, Schedule, Stacking, Store } from '../terms/index.ts'
import type { Promotion } from './promotion.ts'

/**
 * A promotion as the parts of one sentence, in reading order. Each names what it is about and carries the facts; the words
 * belong to the locale, the editor behind a part to the interface.
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
  | { readonly part: 'ladder'; readonly ladder: Ladder; readonly isDelivery: boolean }
  | { readonly part: 'limits'; readonly limits: Limits }
  | { readonly part: 'stacking'; readonly stacking: Stacking; readonly apart: readonly string[] }

/** Source: docs/pricing.md, "A promotion". */
export function describePromotion(promotion: Promotion, store: Store): SentencePart[] {
  const { schedule, stacking, code, limits } = promotion
  const hasLimits = Object.values(limits).some((limit) => limit !== null && limit !== undefined && limit !== false)
  return [
    ...(schedule.open
      ? [{ part: 'open' as const, isOpen: true as const }]
      : [
          { part: 'start' as const, start: schedule.start },
          { part: 'end' as const, end: schedule.end },
        ]),
    ...(schedule.weekly?.length ? [{ part: 'weekly' as const, weekly: schedule.weekly }] : []),
    { part: 'shopper', when: promotion.when },
    ...(code ? [{ part: 'code' as const, code }] : []),
    ...definitionOf(promotion.mechanic).describe(promotion.mechanic, promotion.ladder),
    ...describeLadder(promotion),
    ...(hasLimits ? [{ part: 'limits' as const, limits }] : []),
    ...(stacking ? [{ part: 'stacking' as const, stacking, apart: findApart(stacking.group, store) }] : []),
  ]
}

function describeLadder({ mechanic, ladder }: Promotion): SentencePart[] {
  const { saysLadder, phase } = definitionOf(mechanic)
  return ladder === null || saysLadder ? [] : [{ part: 'ladder', ladder, isDelivery: phase === 4 }]
}

/** The groups that a group is kept apart from, its own included where listed, in the store's order. */
export function findApart(group: string, store: Store): string[] {
  return store.stackGroups.filter((other) =>
    store.apart.some(([a, b]) => (a === group && b === other) || (a === other && b === group)),
  )
}
