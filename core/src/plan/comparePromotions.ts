import { isSameValue, keysOf } from '../values/index.ts'
import type { Promotion } from './promotion.ts'

export interface PromotionChange {
  readonly promotion: Promotion
  readonly kind: 'added' | 'removed' | 'changed'
  /** The top-level fields that differ, for a changed one. */
  readonly fields: readonly string[]
}

/** Whether a field counts as a difference. All are listed, so that a new one can't be forgotten. */
const IS_COMPARED: { readonly [K in keyof Required<Promotion>]: boolean } = {
  id: false,
  name: true,
  // Moving one promotion changes the rank of others; their order is compared separately.
  rank: false,
  state: true,
  schedule: true,
  code: true,
  when: true,
  mechanic: true,
  stacking: true,
  limits: true,
  ladder: true,
  display: true,
  partners: true,
}

const COMPARED_FIELDS = keysOf(IS_COMPARED).filter((field) => IS_COMPARED[field])

const writeRule = ({ rank: _rank, ...rule }: Promotion) => JSON.stringify(rule)

/** Differences between two plans by promotion id, in the order of the new plan, removed ones last. */
export function comparePromotions(before: readonly Promotion[], after: readonly Promotion[]): PromotionChange[] {
  const old = new Map(before.map((promotion) => [promotion.id, promotion]))
  const kept = new Set(after.map((promotion) => promotion.id))
  const changes: PromotionChange[] = []
  for (const promotion of after) {
    const previous = old.get(promotion.id)
    if (!previous) {
      changes.push({ promotion, kind: 'added', fields: [] })
      continue
    }
    // Nearly all are written alike, which is known sooner than field by field.
    if (previous === promotion || writeRule(previous) === writeRule(promotion)) continue
    const fields = COMPARED_FIELDS.filter((field) => !isSameValue(previous[field], promotion[field]))
    if (fields.length > 0) changes.push({ promotion, kind: 'changed', fields })
  }
  const removed = before.filter((promotion) => !kept.has(promotion.id))
  return [...changes, ...removed.map((promotion) => ({ promotion, kind: 'removed' as const, fields: [] }))]
}
