import { Type, type Static } from '@sinclair/typebox'
import { Id, LocalDateTimeText, Name, Nullable, strict, Version } from './basicSchema.ts'

const fields = {
  name: Name,
  /** Both known, or both still open. The end is the first moment after it. */
  dates: Nullable(Type.Object({ start: LocalDateTimeText, end: LocalDateTimeText }, strict)),
  /** While its dates are open: the day on which it is likely to begin, `2027-05-01`. */
  estimate: Type.Optional(Nullable(Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' }))),
}

/** A named stretch of time that promotions follow instead of having dates of their own. */
export const OccasionRecord = Type.Object({ id: Id, ...fields, version: Version }, strict)
export type OccasionRecord = Static<typeof OccasionRecord>
export const OccasionsAnswer = Type.Array(OccasionRecord)

export const OccasionDraft = Type.Object(fields, strict)
export type OccasionDraft = Static<typeof OccasionDraft>
export const OccasionUpdate = Type.Object({ ...fields, version: Version }, strict)
export type OccasionUpdate = Static<typeof OccasionUpdate>
