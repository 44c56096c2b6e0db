import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Nullable, SEEN_TEXT, strict, Version, Whole } from './basicSchema.ts'
import { TEXT_LIMITS } from './limits.ts'
import { NamedAtOnce, ReleaseRequest } from './releaseSchema.ts'

/** A release as one person prepared it, for another to look through. */
export const ReleaseRequestRecord = Type.Object(
  {
    id: Id,
    at: InstantText,
    by: Type.String(),
    note: Type.String(),
    planRevision: Whole,
    /** The older release that it restores. */
    again: Nullable(Version),
    /** What it does at once to one promotion that is live. */
    atOnce: Nullable(NamedAtOnce),
    /** The changes that it takes over from the working plan; null: the whole plan. */
    changes: Nullable(Type.Array(Type.String())),
    /** Those of them that were edited since: with any, it can’t be approved. */
    edited: Type.Array(Type.String()),
    /** Overtaken: another one was prepared after it. */
    state: choice('pending', 'released', 'returned', 'withdrawn', 'superseded'),
    settledAt: Nullable(InstantText),
    settledBy: Nullable(Type.String()),
    /** Why it was sent back. */
    word: Type.String(),
  },
  strict,
)
export type ReleaseRequestRecord = Static<typeof ReleaseRequestRecord>
/** The latest 20, the newest first. */
export const ReleaseRequestsAnswer = Type.Array(ReleaseRequestRecord)
/** The same that a release names. */
export const ReleaseRequestDraft = ReleaseRequest
export type ReleaseRequestDraft = Static<typeof ReleaseRequestDraft>
export const SendBackRequest = Type.Object(
  { word: Type.String({ minLength: 1, maxLength: TEXT_LIMITS.note, pattern: SEEN_TEXT }) },
  strict,
)
