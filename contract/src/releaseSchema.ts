import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Nullable, ProblemSchema, strict, Version, Whole } from './basicSchema.ts'
import { TEXT_LIMITS } from './limits.ts'
import { PromotionSchema } from './planSchema.ts'

export const ReleaseSummary = Type.Object(
  {
    number: Version,
    at: InstantText,
    by: Type.String(),
    /** Preparer, if another person released it. */
    preparedBy: Nullable(Type.String()),
    note: Type.String(),
    promotions: Whole,
    /** The release whose plan this one restores. */
    again: Nullable(Version),
  },
  strict,
)
export type ReleaseSummary = Static<typeof ReleaseSummary>
export const ReleasesAnswer = Type.Array(ReleaseSummary)

const PromotionChange = Type.Object(
  {
    promotion: PromotionSchema,
    kind: choice('added', 'removed', 'changed'),
    fields: Type.Array(Type.String()),
  },
  strict,
)

const PriceShift = Type.Object({ from: InstantText, until: Nullable(InstantText), before: Money, after: Money }, strict)

export const ReviewAnswer = Type.Object(
  {
    /** Revisions that were reviewed; a release must name the same. */
    planRevision: Whole,
    catalogueRevision: Whole,
    from: Nullable(Version),
    until: InstantText,
    changes: Type.Array(PromotionChange),
    /** Names of the product sets that differ. */
    sets: Type.Array(Type.String()),
    productCount: Whole,
    /** At most the first 500 products whose price moves. */
    products: Type.Array(
      Type.Object({ sku: Id, name: Type.String(), regular: Money, shifts: Type.Array(PriceShift) }, strict),
    ),
    problems: Type.Array(ProblemSchema),
  },
  strict,
)
export type ReviewAnswer = Static<typeof ReviewAnswer>

/** Of the promotions of the working plan, those that the shop has not, and those that it has otherwise. */
export const InShopAnswer = Type.Object({ missing: Type.Array(Id), changed: Type.Array(Id) }, strict)
export type InShopAnswer = Static<typeof InShopAnswer>

export const ReviewQuery = Type.Object({ release: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,8}$' })) }, strict)

export const ReleaseRequest = Type.Object(
  {
    note: Type.String({ maxLength: TEXT_LIMITS.note }),
    planRevision: Whole,
    /** Take this older release up again instead of releasing the working plan. */
    again: Type.Optional(Version),
  },
  strict,
)
export type ReleaseRequest = Static<typeof ReleaseRequest>
