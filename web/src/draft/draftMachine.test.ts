import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { describe, expect, test } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { DRAFT } from '@/testing/drafts.ts'
import { describeSaving } from './describeSaving.ts'
import { isDirty, proceed, STILL_MS, type DraftEvent, type DraftState, type LoadedDraft } from './draftMachine.ts'

const draft = (name: string): PromotionDraft => ({ ...DRAFT, name })
function record(name: string, version: number, rank = 1): PromotionRecord {
  const { campaign, occasion, archived, note, ...rule } = draft(name)
  const stamp = { version, updatedAt: '2027-03-08T09:00:00Z', updatedBy: 'anna' }
  return { promotion: { id: 'p', rank, ...rule }, campaign, occasion, archived, note, ...stamp }
}
const error = (code: ApiError['code'], more: object = {}) =>
  new ApiError(code, { code, requestId: 'r', ...more } as never)
const refusal = error('invalid-input', { problems: [{ code: 'too-long', path: 'name', facts: { max: 1 } }] })
const stale = (present: PromotionRecord) => error('stale-version', { facts: { present } })

/** Every state, at the version 1 named “A”, and edited to “B” where something is. */
const base = { record: record('A', 1), problems: [] }
const STATES = {
  loading: { state: 'loading' },
  unloaded: { state: 'unloaded', error: error('unreachable') },
  kept: { ...base, draft: draft('A'), state: 'kept' },
  changed: { ...base, draft: draft('B'), state: 'changed', stillMs: STILL_MS },
  saving: { ...base, draft: draft('B'), state: 'saving', sent: draft('B') },
  'saving, and changed meanwhile': { ...base, draft: draft('C'), state: 'saving', sent: draft('B') },
  refused: { ...base, draft: draft('B'), problems: refusal.problems, state: 'refused' },
  away: { ...base, draft: draft('B'), state: 'away' },
  conflict: { ...base, draft: draft('B'), state: 'conflict', present: record('Theirs', 2) },
  gone: { ...base, draft: draft('B'), state: 'gone', deleted: 2 },
} satisfies Record<string, DraftState>
type Name = keyof typeof STATES

const loaded = (name: string, backup?: { version: number; name: string }): DraftEvent => ({
  event: 'loaded',
  record: record(name, 1),
  backup: backup ? { version: backup.version, draft: draft(backup.name) } : null,
})
const changed = (name: string): DraftEvent => ({ event: 'changed', draft: draft(name) })
const saved = (name: string): DraftEvent => ({ event: 'saved', record: record(name, 2) })
const notSaved = (why: ApiError): DraftEvent => ({ event: 'notSaved', error: why })
const due: DraftEvent = { event: 'due' }
const settled = (name: string): DraftEvent => ({ event: 'settled', draft: draft(name) })
const restored: DraftEvent = { event: 'restored', record: record('A', 3) }

type Row = [from: Name, label: string, event: DraftEvent, to: DraftState['state'], facts?: object]
const ROWS: readonly Row[] = [
  ['loading', 'loaded', loaded('A'), 'kept', { draft: draft('A') }],
  ['loading', 'loaded, with a backup of the same', loaded('A', { version: 1, name: 'A' }), 'kept'],
  ['loading', 'loaded, with edits not saved then', loaded('A', { version: 1, name: 'B' }), 'changed', { draft: draft('B'), stillMs: 0 }],
  ['loading', 'loaded, with edits of an older version', loaded('A', { version: 0, name: 'B' }), 'conflict', { present: record('A', 1), draft: draft('B') }],
  ['loading', 'not loaded', { event: 'notLoaded', error: error('not-found') }, 'unloaded', { error: error('not-found') }],
  ['unloaded', 'loaded at another try', loaded('A'), 'kept'],
  ['kept', 'a change', changed('B'), 'changed', { draft: draft('B'), stillMs: STILL_MS }],
  ['kept', 'nothing to save', due, 'kept'],
  ['changed', 'another change', changed('C'), 'changed', { draft: draft('C') }],
  ['changed', 'changed back', changed('A'), 'kept'],
  ['changed', 'time to save', due, 'saving', { sent: draft('B') }],
  ['saving', 'a change meanwhile', changed('C'), 'saving', { draft: draft('C'), sent: draft('B') }],
  ['saving', 'time to save again', due, 'saving'],
  ['saving', 'saved', saved('B'), 'kept', { record: record('B', 2) }],
  ['saving, and changed meanwhile', 'saved', saved('B'), 'changed', { draft: draft('C'), record: record('B', 2), stillMs: STILL_MS }],
  ['saving', 'refused', notSaved(refusal), 'refused', { problems: refusal.problems, draft: draft('B') }],
  ['saving, and changed meanwhile', 'refused', notSaved(refusal), 'changed', { problems: refusal.problems, draft: draft('C') }],
  ['saving', 'somebody else saved', notSaved(stale(record('Theirs', 2))), 'conflict', { present: record('Theirs', 2), record: record('A', 1) }],
  ['saving', 'somebody else moved it only', notSaved(stale(record('A', 2, 7))), 'changed', { record: record('A', 2, 7), stillMs: 0 }],
  ['saving', 'somebody deleted it', notSaved(error('not-found', { facts: { version: 2 } })), 'gone', { deleted: 2 }],
  ['saving', 'no answer', notSaved(error('unreachable')), 'away', { draft: draft('B') }],
  ['saving', 'the server broke', notSaved(error('internal')), 'away'],
  ['saving', 'who edits may look only', notSaved(error('insufficient-role')), 'refused', { draft: draft('B') }],
  ['refused', 'a change', changed('C'), 'changed', { problems: refusal.problems }],
  ['refused', 'changed back', changed('A'), 'kept', { problems: [] }],
  ['refused', 'sent again by who leaves', due, 'saving'],
  ['away', 'time to try again', due, 'saving', { sent: draft('B') }],
  ['away', 'a change', changed('C'), 'changed'],
  ['conflict', 'a change', changed('C'), 'conflict', { draft: draft('C'), present: record('Theirs', 2) }],
  ['conflict', 'time to save', due, 'conflict'],
  ['conflict', 'all of mine', settled('B'), 'changed', { record: record('Theirs', 2), draft: draft('B'), stillMs: 0 }],
  ['conflict', 'all of theirs', settled('Theirs'), 'kept', { record: record('Theirs', 2) }],
  ['gone', 'time to save', due, 'gone'],
  ['gone', 'brought back', restored, 'changed', { record: record('A', 3), draft: draft('B'), stillMs: 0 }],
] // oxfmt-ignore

describe('from each state', () => {
  test.each(ROWS)('%s: %s', (from, _label, event, to, facts = {}) => {
    expect(proceed(STATES[from], event)).toMatchObject({ state: to, ...facts })
  })
  test('what can’t happen changes nothing', () => {
    const at = (event: DraftEvent, ...except: Name[]) => {
      for (const name of Object.keys(STATES) as Name[])
        if (!except.includes(name)) expect(proceed(STATES[name], event), name).toBe(STATES[name])
    }
    at(saved('B'), 'saving', 'saving, and changed meanwhile')
    at(notSaved(refusal), 'saving', 'saving, and changed meanwhile')
    at(settled('B'), 'conflict')
    at(restored, 'gone')
  })
  test('nothing that was typed is ever dropped but by who types, or chooses theirs', () => {
    for (const name of Object.keys(STATES) as Name[]) {
      const from: DraftState = STATES[name]
      if (!('draft' in from)) continue
      for (const event of [due, saved('B'), notSaved(refusal), notSaved(error('unreachable')), restored])
        expect((proceed(from, event) as LoadedDraft).draft, `${name}, ${event.event}`).toEqual(from.draft)
    }
  })
})

test('dirty is what differs from what is kept', () => {
  const dirty = (Object.keys(STATES) as Name[]).filter((name) => isDirty(STATES[name]))
  expect(dirty).toEqual(
    (Object.keys(STATES) as Name[]).filter((name) => !['loading', 'unloaded', 'kept'].includes(name)),
  )
})

describe('what is said of saving', () => {
  const quiet = { kind: 'quiet' } as const
  const known = { kind: 'saved', at: 5 } as const
  test.each<[Name, DraftEvent, typeof quiet | typeof known, string]>([
    ['loading', loaded('A'), quiet, 'quiet'],
    ['kept', changed('B'), known, 'saved'],
    ['changed', due, known, 'saving'],
    ['saving', saved('B'), quiet, 'saved'],
    ['saving, and changed meanwhile', saved('B'), quiet, 'saved'],
    ['saving, and changed meanwhile', notSaved(refusal), quiet, 'refused'],
    ['saving', notSaved(refusal), quiet, 'refused'],
    ['saving', notSaved(stale(record('Theirs', 2))), quiet, 'conflict'],
    ['saving', notSaved(error('not-found')), quiet, 'conflict'],
    ['saving', notSaved(error('unreachable')), quiet, 'away'],
    ['saving', notSaved(error('insufficient-role')), quiet, 'lookOnly'],
    ['conflict', settled('B'), quiet, 'quiet'],
    ['refused', changed('A'), quiet, 'quiet'],
  ])('%s, %o', (from, event, said, kind) => {
    expect(describeSaving(proceed(STATES[from], event), { event, said, now: 9 }).kind).toBe(kind)
  })
})
