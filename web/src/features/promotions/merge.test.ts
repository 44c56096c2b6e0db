import type { PromotionDraft } from '@novalex/contract'
import { describe, expect, test } from 'vitest'
import { mergeDrafts, proposeMerge } from './toDraft.ts'

const base: PromotionDraft = {
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
