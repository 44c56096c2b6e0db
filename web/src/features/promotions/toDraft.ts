import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { comparePromotions, type SalePromotion } from '@novalex/core'

/** The parts of a kept promotion that a person edits. */
export function toDraft({ promotion, campaign, note }: PromotionRecord): PromotionDraft {
  const { name, state, schedule, code, when, mechanic, stacking, limits, ladder } = promotion
  return { name, state, schedule, code, when, mechanic, stacking, limits, ladder, campaign, note }
}

/** The promotion as it would be with the edits. */
export function toPromotion(
  record: PromotionRecord,
  { campaign: _campaign, note: _note, ...fields }: PromotionDraft,
): SalePromotion {
  return { id: record.promotion.id, rank: record.promotion.rank, ...fields }
}

/** The fields in which two drafts differ. */
export function differingFields(a: PromotionDraft, b: PromotionDraft): string[] {
  const wrap = ({ campaign: _campaign, note: _note, ...fields }: PromotionDraft): SalePromotion => ({
    id: 'one',
    rank: 1,
    ...fields,
  })
  const [change] = comparePromotions([wrap(a)], [wrap(b)])
  return [
    ...(change?.fields ?? []),
    ...(a.campaign === b.campaign ? [] : ['campaign']),
    ...(a.note === b.note ? [] : ['note']),
  ]
}

export function isSameDraft(a: PromotionDraft, b: PromotionDraft): boolean {
  return differingFields(a, b).length === 0
}
