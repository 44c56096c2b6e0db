import type { PromotionPart, SentencePart } from '@novalex/core'

/** The sections in which a promotion is edited. */
export type SectionKey =
  | 'what'
  | 'reach'
  | 'shopper'
  | 'when'
  | 'stacking'
  | 'limits'
  | 'display'
  | 'channels'
  | 'inside'

const SECTION_OF_PART: Readonly<Record<PromotionPart['part'], SectionKey>> = {
  open: 'when',
  start: 'when',
  end: 'when',
  weekly: 'when',
  shopper: 'shopper',
  code: 'shopper',
  ladder: 'what',
  limits: 'limits',
  stacking: 'stacking',
}

/** The section in which a part of the sentence is edited; what belongs to the mechanic is, apart from its reach, what it does. */
export function sectionOfPart(part: SentencePart['part']): SectionKey {
  if (part === 'reach') return 'reach'
  return part in SECTION_OF_PART ? SECTION_OF_PART[part as PromotionPart['part']] : 'what'
}
