import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { comparePromotions, keysOf, type Promotion } from '@novalex/core'

/** The parts of a kept promotion that a person edits. */
export function toDraft({ promotion, campaign, occasion, archived, note }: PromotionRecord): PromotionDraft {
  const { id: _id, rank: _rank, ...fields } = promotion
  return { ...fields, campaign, occasion, archived, note }
}

type Beside = Exclude<keyof PromotionDraft, keyof Promotion>

/** Fields of a promotion besides its rule. A new field doesn't compile until it is listed here. */
const BESIDE = keysOf({
  campaign: true,
  occasion: true,
  archived: true,
  note: true,
} satisfies Record<Beside, true>)

function ruleOf(draft: PromotionDraft) {
  const { campaign: _campaign, occasion: _occasion, archived: _archived, note: _note, ...rule } = draft
  return rule
}

/** The promotion as it would be with the edits. */
export function toPromotion(record: PromotionRecord, draft: PromotionDraft): Promotion {
  return { id: record.promotion.id, rank: record.promotion.rank, ...ruleOf(draft) }
}

/** The fields in which two drafts differ. */
export function differingFields(a: PromotionDraft, b: PromotionDraft): string[] {
  const wrap = (draft: PromotionDraft): Promotion => ({ id: 'one', rank: 1, ...ruleOf(draft) })
  const [change] = comparePromotions([wrap(a)], [wrap(b)])
  return [...(change?.fields ?? []), ...BESIDE.filter((key) => a[key] !== b[key])]
}

export function isSameDraft(a: PromotionDraft, b: PromotionDraft): boolean {
  return differingFields(a, b).length === 0
}

/** Default choice for each differing field: mine, unless only the other side changed it. */
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
