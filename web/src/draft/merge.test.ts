import type { PromotionDraft } from '@novalex/contract'
import { describe, expect, test } from 'vitest'
import { DRAFT } from '@/testing/drafts.ts'
import { differingFields, isSameDraft, mergeDrafts, proposeMerge } from './toDraft.ts'

const base = DRAFT
const paused = { ...base, state: 'paused' as const }
const cheaper: PromotionDraft = { ...base, mechanic: { kind: 'markdown', reach: {}, value: { percent: 2000 } } }

describe('two edits of one promotion', () => {
  test('each field goes to whoever changed it', () => {
    const choices = proposeMerge(base, paused, cheaper)
    expect([...choices]).toEqual([
      ['state', 'mine'],
      ['mechanic', 'theirs'],
    ])
    expect(mergeDrafts(paused, cheaper, choices)).toEqual({ ...cheaper, state: 'paused' })
  })

  test('a field that both changed stays mine until somebody chooses', () => {
    const mine = { ...base, note: 'mine', campaign: 'a' }
    const theirs = { ...base, note: 'theirs' }
    const choices = proposeMerge(base, mine, theirs)
    expect([...choices]).toEqual([
      ['campaign', 'mine'],
      ['note', 'mine'],
    ])
    expect(mergeDrafts(mine, theirs, choices.set('note', 'theirs'))).toEqual({ ...mine, note: 'theirs' })
  })

  test('a stack group that theirs has no longer is taken out', () => {
    const { stacking: _stacking, ...fields } = base
    const theirs: PromotionDraft = { ...fields, mechanic: { kind: 'surcharge', reach: {}, value: { percent: 100 } } }
    const merged = mergeDrafts(base, theirs, proposeMerge(base, base, theirs))
    expect(merged.stacking).toBeUndefined()
    expect(merged.mechanic.kind).toBe('surcharge')
  })
})

/** Another value for each field of a draft; a field that is new must be given one. */
const OTHER: Required<PromotionDraft> = {
  name: 'Other paper',
  state: 'paused',
  schedule: { end: '2027-05-01T00:00' },
  code: { text: 'PAPER' },
  when: { test: 'signedIn', is: true },
  mechanic: { kind: 'markdown', reach: {}, value: { percent: 3000 } },
  stacking: { group: 'sale', mode: 'alone' },
  limits: { uses: 5 },
  ladder: { by: 'hoursLeft', rungs: [{ at: 5, value: { percent: 2000 } }] },
  display: { title: 'Paper' },
  partners: [{ channel: 'market' }],
  campaign: 'spring',
  occasion: 'easter',
  archived: true,
  note: 'later',
}

test.each(Object.keys(OTHER) as (keyof PromotionDraft)[])('an edit of %s alone is one to be saved', (field) => {
  const edited = { ...base, [field]: OTHER[field] }
  expect(differingFields(base, edited)).toEqual([field])
  expect(isSameDraft(base, edited)).toBe(false)
})
