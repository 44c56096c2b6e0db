import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import type { Problem } from '@novalex/core'
import type { ApiError } from '@/api/http.ts'
import type { DraftBackup } from './draftBackup.ts'
import { isSameDraft, toDraft } from './toDraft.ts'

interface Loaded {
  /** As it was kept when the edits began; of a conflict, before both. */
  readonly record: PromotionRecord
  readonly draft: PromotionDraft
  /** Problems of the last rejected save; shown until a later one succeeds. */
  readonly problems: readonly Problem[]
}

/** A promotion under edit that is loaded. */
export type LoadedDraft = Loaded &
  (
    | { readonly state: 'kept' }
    /** Differs from what is kept, and is saved once `stillMs` have passed without another change. */
    | { readonly state: 'changed'; readonly stillMs: number }
    /** `sent` is on its way to the server; what is changed meanwhile is saved after it. */
    | { readonly state: 'saving'; readonly sent: PromotionDraft }
    /** The server refused it. It is sent again after the next change. */
    | { readonly state: 'refused' }
    /** The server does not answer. It is sent again after a while. */
    | { readonly state: 'away' }
    /** Someone else saved `present` meanwhile; nothing is sent until it is settled what is to be. */
    | { readonly state: 'conflict'; readonly present: PromotionRecord }
    /** Someone deleted it meanwhile, as the version `deleted`. */
    | { readonly state: 'gone'; readonly deleted: number }
  )

/** States of editing a promotion, from loading to saved. */
export type DraftState =
  | { readonly state: 'loading' }
  | { readonly state: 'unloaded'; readonly error: ApiError }
  | LoadedDraft

export type DraftEvent =
  | { readonly event: 'loaded'; readonly record: PromotionRecord; readonly backup: DraftBackup | null }
  | { readonly event: 'notLoaded'; readonly error: ApiError }
  | { readonly event: 'changed'; readonly draft: PromotionDraft }
  /** Time to save: nothing was changed for a while, or someone leaves. */
  | { readonly event: 'due' }
  | { readonly event: 'saved'; readonly record: PromotionRecord }
  | { readonly event: 'notSaved'; readonly error: ApiError }
  /** A conflict was resolved. */
  | { readonly event: 'settled'; readonly draft: PromotionDraft }
  /** Brought back after it was deleted. */
  | { readonly event: 'restored'; readonly record: PromotionRecord }

export const STILL_MS = 500

export const isLoaded = (state: DraftState): state is LoadedDraft =>
  state.state !== 'loading' && state.state !== 'unloaded'

export const isDirty = (state: DraftState): boolean =>
  isLoaded(state) && !isSameDraft(state.draft, toDraft(state.record))

/** Next state after an event. Events that can't happen in a state are ignored. */
export function proceed(now: DraftState, event: DraftEvent): DraftState {
  if (event.event === 'loaded') return load(event.record, event.backup)
  if (event.event === 'notLoaded') return isLoaded(now) ? now : { state: 'unloaded', error: event.error }
  if (!isLoaded(now)) return now
  switch (event.event) {
    case 'changed':
      return change(now, event.draft)
    case 'due':
      return send(now)
    case 'saved':
      return now.state === 'saving' ? rest({ ...now, record: event.record, problems: [] }) : now
    case 'notSaved':
      return now.state === 'saving' ? fail(now, now.sent, event.error) : now
    case 'settled':
      return now.state === 'conflict' ? rest({ ...now, record: now.present, draft: event.draft }, 0) : now
    case 'restored':
      return now.state === 'gone' ? rest({ ...now, record: event.record }, 0) : now
  }
}

function load(record: PromotionRecord, backup: DraftBackup | null): LoadedDraft {
  const loaded = { record, draft: toDraft(record), problems: [] }
  if (!backup || isSameDraft(backup.draft, loaded.draft)) return { ...loaded, state: 'kept' }
  const edited = { ...loaded, draft: backup.draft }
  if (backup.version !== record.version) return { ...edited, state: 'conflict', present: record }
  return { ...edited, state: 'changed', stillMs: 0 }
}

/** Kept, or still to be saved. */
function rest({ record, draft, problems }: Loaded, stillMs = STILL_MS): LoadedDraft {
  if (isSameDraft(draft, toDraft(record))) return { record, draft, problems: [], state: 'kept' }
  return { record, draft, problems, state: 'changed', stillMs }
}

function change(now: LoadedDraft, draft: PromotionDraft): LoadedDraft {
  const isWaiting = now.state === 'saving' || now.state === 'conflict' || now.state === 'gone'
  return isWaiting ? { ...now, draft } : rest({ ...now, draft })
}

function send(now: LoadedDraft): LoadedDraft {
  if (now.state !== 'changed' && now.state !== 'refused' && now.state !== 'away') return now
  const { record, draft, problems } = now
  return { record, draft, problems, state: 'saving', sent: draft }
}

function fail({ record, draft, problems }: Loaded, sent: PromotionDraft, error: ApiError): LoadedDraft {
  const loaded = { record, draft, problems }
  if (error.code === 'invalid-input') {
    const refused = { ...loaded, problems: error.problems }
    return isSameDraft(draft, sent) ? { ...refused, state: 'refused' } : rest(refused)
  }
  // Whoever looks only may try things out; it is sent again after the next change.
  if (error.code === 'insufficient-role')
    return isSameDraft(draft, sent) ? { ...loaded, state: 'refused' } : rest(loaded)
  if (error.code === 'stale-version') {
    const present = error.facts.present as PromotionRecord
    // Nothing that is edited here has changed, only its place among the others.
    if (isSameDraft(toDraft(present), toDraft(record))) return rest({ ...loaded, record: present }, 0)
    return { ...loaded, state: 'conflict', present }
  }
  if (error.code === 'not-found') return { ...loaded, state: 'gone', deleted: Number(error.facts.version) }
  return { ...loaded, state: 'away' }
}
