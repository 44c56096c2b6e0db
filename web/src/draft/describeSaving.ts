import type { Instant } from '@novalex/core'
import type { SavingState } from '@/stores/saving.ts'
import type { DraftEvent, DraftState } from './draftMachine.ts'

interface Before {
  readonly event: DraftEvent
  readonly said: SavingState
  readonly now: Instant
}

/** Saving state shown in the moment bar after an event; "saved" stays shown while typing goes on. */
export function describeSaving({ state }: DraftState, { event, said, now }: Before): SavingState {
  if (event.event === 'saved') return { kind: 'saved', at: now }
  if (event.event === 'notSaved' && event.error.code === 'insufficient-role') return { kind: 'lookOnly' }
  switch (state) {
    case 'saving':
    case 'refused':
    case 'conflict':
    case 'away':
      return { kind: state }
    case 'gone':
      return { kind: 'conflict' }
    case 'changed':
      if (event.event === 'notSaved' && event.error.code === 'invalid-input') return { kind: 'refused' }
      return event.event === 'changed' || event.event === 'notSaved' ? said : { kind: 'quiet' }
    case 'kept':
      return event.event === 'changed' && said.kind === 'saved' ? said : { kind: 'quiet' }
    case 'loading':
    case 'unloaded':
      return { kind: 'quiet' }
  }
}
