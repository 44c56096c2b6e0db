import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { comparePromotions, type Promotion } from '@novalex/core'

/** The parts of a kept promotion that a person edits. */
export function toDraft({ promotion, campaign, note }: PromotionRecord): PromotionDraft {
  const { id: _id, rank: _rank, ...fields } = promotion
  return { ...fields, campaign, note }
}

/** The promotion as it would be with the edits. */
export function toPromotion(
  record: PromotionRecord,
  { campaign: _campaign, note: _note, ...fields }: PromotionDraft,
): Promotion {
  return { id: record.promotion.id, rank: record.promotion.rank, ...fields }
}

/** The fields in which two drafts differ. */
export function differingFields(a: PromotionDraft, b: PromotionDraft): string[] {
  const wrap = ({ campaign: _campaign, note: _note, ...fields }: PromotionDraft): Promotion => ({
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

/** Whose version of each differing field would be kept: mine, unless I left the field as it was before both edits. */
export function proposeMerge(
  base: PromotionDraft,
  mine: PromotionDraft,
  theirs: PromotionDraft,
): Map<string, 'mine' | 'theirs'> {
  const touched = new Set(differingFields(base, mine))
  return new Map(differingFields(mine, theirs).map((field) => [field, touched.has(field) ? 'mine' : 'theirs']))
}

/** Mine, with the fields that are to be theirs. */
export function mergeDrafts(
  mine: PromotionDraft,
  theirs: PromotionDraft,
  choices: ReadonlyMap<string, 'mine' | 'theirs'>,
): PromotionDraft {
  const taken = [...choices].filter(([, whose]) => whose === 'theirs')
  return { ...mine, ...Object.fromEntries(taken.map(([field]) => [field, theirs[field as keyof PromotionDraft]])) }
}
