import type { Condition, Reach, SalePromotion, Schedule, Stacking, Store, Value } from './plan.ts'

/**
 * A promotion as the parts of one sentence, in reading order. Each names what it is about and carries the facts; the words
 * belong to the locale, the editor behind a part to the interface.
 */
export type SentencePart =
  | { readonly part: 'start'; readonly start: Schedule['start'] }
  | { readonly part: 'end'; readonly end: Schedule['end'] }
  | { readonly part: 'weekly'; readonly weekly: NonNullable<Schedule['weekly']> }
  | { readonly part: 'shopper'; readonly when: Condition | null }
  | { readonly part: 'reach'; readonly reach: Reach }
  | { readonly part: 'value'; readonly value: Value | null; readonly bands: number; readonly isLadder: boolean }
  | { readonly part: 'rounding'; readonly isRounded: true }
  | { readonly part: 'stacking'; readonly stacking: Stacking; readonly apart: readonly string[] }

/** Source: docs/pricing.md, "A promotion". */
export function describePromotion(promotion: SalePromotion, store: Store): SentencePart[] {
  const { schedule, mechanic, stacking, ladder } = promotion
  const { value, bands, rounding } = mechanic
  return [
    { part: 'start', start: schedule.start },
    { part: 'end', end: schedule.end },
    ...(schedule.weekly?.length ? [{ part: 'weekly' as const, weekly: schedule.weekly }] : []),
    { part: 'shopper', when: promotion.when },
    { part: 'reach', reach: mechanic.reach },
    { part: 'value', value: value ?? null, bands: bands?.length ?? 0, isLadder: ladder !== null },
    ...(rounding ? [{ part: 'rounding' as const, isRounded: true as const }] : []),
    { part: 'stacking', stacking, apart: findApart(stacking.group, store) },
  ]
}

/** The groups that a group is kept apart from, its own included where listed, in the store's order. */
export function findApart(group: string, store: Store): string[] {
  return store.stackGroups.filter((other) =>
    store.apart.some(([a, b]) => (a === group && b === other) || (a === other && b === group)),
  )
}
