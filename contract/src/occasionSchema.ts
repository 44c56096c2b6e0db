import type { Flag } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, LocalDateTimeText, Name, Nullable, SEEN, strict, typed, Version } from './basicSchema.ts'

/** Colours of an occasion's flag. */
export const FLAG_COLOURS = ['blue', 'green', 'ochre', 'red', 'violet'] as const satisfies readonly Flag['colour'][]

export const FlagSchema = typed<Flag>()(
  Type.Object(
    { text: Type.String({ minLength: 1, maxLength: 24, pattern: SEEN }), colour: choice(...FLAG_COLOURS) },
    strict,
  ),
)

const fields = {
  name: Name,
  /** Both known, or both still open. The end is the first moment after it. */
  dates: Nullable(Type.Object({ start: LocalDateTimeText, end: LocalDateTimeText }, strict)),
  /** While its dates are open: the day on which it is likely to begin, `2027-05-01`. */
  estimate: Type.Optional(Nullable(Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' }))),
  /** A partner’s event, by the partner’s key for it: the partner sets its dates. */
  partner: Type.Optional(
    Nullable(Type.Object({ channel: Id, key: Type.String({ minLength: 1, maxLength: 60, pattern: SEEN }) }, strict)),
  ),
  /** A short mark that the shop shows at products on sale while it runs. */
  flag: Type.Optional(Nullable(FlagSchema)),
}

/** A named stretch of time that promotions follow instead of having dates of their own. */
export const OccasionRecord = Type.Object({ id: Id, ...fields, version: Version }, strict)
export type OccasionRecord = Static<typeof OccasionRecord>
export const OccasionsAnswer = Type.Array(OccasionRecord)

export const OccasionDraft = Type.Object(fields, strict)
export type OccasionDraft = Static<typeof OccasionDraft>
export const OccasionUpdate = Type.Object({ ...fields, version: Version }, strict)
export type OccasionUpdate = Static<typeof OccasionUpdate>
