import type { PromotionDraft } from '@novalex/contract'

/** A sale of everything, as someone edits it. */
export const DRAFT: PromotionDraft = {
  name: 'Paper',
  state: 'ready',
  schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
  code: null,
  when: null,
  mechanic: { kind: 'markdown', reach: {}, value: { percent: 1000 } },
  stacking: { group: 'sale', mode: 'group' },
  limits: {},
  ladder: null,
  campaign: null,
  occasion: null,
  archived: false,
  note: '',
}
