import { Type, type Static, type TSchema } from '@sinclair/typebox'
import type { AtOnce, PlanChange } from '@novalex/core'
import {
  choice,
  Id,
  InstantText,
  Money,
  Nullable,
  PlanRef,
  ProblemSchema,
  strict,
  Version,
  Whole,
  LocalDateTimeText,
  typed,
} from './basicSchema.ts'
import { TEXT_LIMITS } from './limits.ts'
import { FlagSchema, OccasionRecord } from './occasionSchema.ts'
import { promotionFields, PromotionSchema, storeFields } from './planSchema.ts'
import { SetRecord } from './setSchema.ts'

export const NamedAtOnce = Type.Object(
  {
    act: choice('pause', 'end', 'extend'),
    promotion: Id,
    name: Type.String(),
    /** Of one that was ended or extended. */
    end: Nullable(LocalDateTimeText),
  },
  strict,
)
export type NamedAtOnce = Static<typeof NamedAtOnce>

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
    /** The changes that it took over from the working plan; null: the whole plan. */
    changes: Nullable(Type.Array(Type.String())),
    /** What it did at once to one promotion, by name. */
    atOnce: Nullable(NamedAtOnce),
    /** For a release at once: the fields of the promotion that the working plan kept, since they have unreleased edits. */
    kept: Type.Array(choice('state', 'end')),
  },
  strict,
)
export type ReleaseSummary = Static<typeof ReleaseSummary>
export const ReleasesAnswer = Type.Array(ReleaseSummary)

/** What is to happen at once to one promotion that is live, and to nothing else. */
export const AtOnceSchema = typed<AtOnce>()(
  Type.Union([
    Type.Object({ act: choice('pause', 'end'), promotion: Id }, strict),
    Type.Object({ act: choice('extend'), promotion: Id, end: LocalDateTimeText }, strict),
  ]),
)

/** `promotion:<id>`, `set:<id>`, `occasion:<id>`, `stacking` or `store`. */
const ChangeId = Type.String({
  pattern: '^(promotion:.{1,64}|set:.{1,64}|occasion:.{1,64}|stacking|store)$',
  maxLength: 80,
})
const ChangeIds = Type.Array(ChangeId, { minItems: 1, maxItems: 20_000, uniqueItems: true })

const changeFields = {
  id: ChangeId,
  kind: choice('added', 'changed', 'removed'),
  /** The top-level fields that differ; `order` in `stacking`: promotions were moved. */
  fields: Type.Array(Type.String()),
  /** The changes that go with it. */
  needs: Type.Array(ChangeId),
  /** For `stacking`: the fewest promotions that account for another order, with their places among all. */
  moved: Type.Array(Type.Object({ id: Id, name: Type.String(), before: Version, after: Version }, strict)),
  name: Type.String(),
  /** The campaign of a promotion. */
  campaign: Nullable(Id),
  /** Who edited it last, and when, where that is known. */
  by: Nullable(Type.String()),
  at: Nullable(InstantText),
}
const changeOf = (thing: string, schema: TSchema) =>
  Type.Object(
    { thing: Type.Literal(thing), ...changeFields, before: Nullable(schema), after: Nullable(schema) },
    strict,
  )

const { conflicts, stackGroups, apart, ...priceRules } = storeFields

/** One difference from the live release, which can be released separately. */
export type ReleaseChange = PlanChange & {
  readonly name: string
  readonly campaign: string | null
  readonly by: string | null
  readonly at: string | null
}
// The type of the core, whose promotions and settings these are, in place of one that is inferred.
const ReleaseChangeSchema = Type.Unsafe<ReleaseChange>(
  Type.Union([
    changeOf('promotion', PromotionSchema),
    changeOf('set', Type.Object({ id: Id, name: Type.String(), content: SetRecord.properties.content }, strict)),
    changeOf(
      'occasion',
      Type.Object(
        { id: Id, name: Type.String(), dates: OccasionRecord.properties.dates, flag: Type.Optional(FlagSchema) },
        strict,
      ),
    ),
    changeOf('stacking', Type.Object({ conflicts, stackGroups, apart }, strict)),
    changeOf('store', Type.Object(priceRules, strict)),
  ]),
)

export const ReleaseChangesAnswer = Type.Object(
  { planRevision: Whole, live: Nullable(Version), changes: Type.Array(ReleaseChangeSchema) },
  strict,
)
export type ReleaseChangesAnswer = Static<typeof ReleaseChangesAnswer>
export const ReleaseChangesQuery = Type.Object(
  { release: Type.Optional(Type.String({ pattern: '^[1-9]\\d{0,8}$' })) },
  strict,
)

/** The change of the working plan that goes back to how it is live. */
export const DiscardRequest = Type.Object({ change: ChangeId }, strict)
/** By which it can be undone. */
export const DiscardAnswer = Type.Object({ discard: Whole }, strict)
export type DiscardAnswer = Static<typeof DiscardAnswer>
export const DiscardParams = Type.Object({ number: Type.String({ pattern: '^[1-9]\\d{0,14}$' }) }, strict)

export const ChoiceRequest = Type.Union([
  Type.Object({ changes: ChangeIds }, strict),
  Type.Object({ atOnce: AtOnceSchema }, strict),
])
export type ChoiceRequest = Static<typeof ChoiceRequest>
/** The plan that the chosen changes make of the live release. */
export const ChoiceAnswer = Type.Object(
  {
    plan: PlanRef,
    /** Changes when one of the chosen changes is edited. */
    stamp: Type.String({ pattern: '^[0-9a-f]{16}$' }),
    planRevision: Whole,
  },
  strict,
)
export type ChoiceAnswer = Static<typeof ChoiceAnswer>

const PriceShift = Type.Object({ from: InstantText, until: Nullable(InstantText), before: Money, after: Money }, strict)

export const ReviewAnswer = Type.Object(
  {
    /** Revisions that were reviewed; a release must name the same. */
    planRevision: Whole,
    catalogueRevision: Whole,
    from: Nullable(Version),
    until: InstantText,
    productCount: Whole,
    /** At most the first 500 products whose price moves; where it moves otherwise in some channels, once for each of those. */
    products: Type.Array(
      Type.Object(
        { sku: Id, name: Type.String(), regular: Money, channel: Nullable(Id), shifts: Type.Array(PriceShift) },
        strict,
      ),
    ),
    problems: Type.Array(ProblemSchema),
  },
  strict,
)
export type ReviewAnswer = Static<typeof ReviewAnswer>

/** Of the promotions of the working plan, those that the shop has not, and those that it has otherwise. */
export const InShopAnswer = Type.Object(
  {
    missing: Type.Array(Id),
    changed: Type.Array(Id),
    /** State and dates, as the shop has them, of those that it has otherwise. */
    live: Type.Array(Type.Object({ id: Id, state: promotionFields.state, schedule: promotionFields.schedule }, strict)),
  },
  strict,
)
export type InShopAnswer = Static<typeof InShopAnswer>

/** Null where it is not live. */
export const LiveSinceAnswer = Type.Object({ release: Nullable(Version), at: Nullable(InstantText) }, strict)

export const ReviewQuery = Type.Object(
  { release: Type.Optional(Type.String({ pattern: '^([1-9]\\d{0,8}|choice-[0-9a-f]{16})$' })) },
  strict,
)

export const ReleaseRequest = Type.Object(
  {
    note: Type.String({ maxLength: TEXT_LIMITS.note }),
    /** The revision that was reviewed. */
    planRevision: Whole,
    /** What it takes over from the working plan; absent: all. */
    changes: Type.Optional(Type.Union([Type.Literal('all'), ChangeIds])),
    /** For chosen changes: the stamp of what was reviewed. With it, others may have been edited since. */
    stamp: Type.Optional(Type.String({ pattern: '^[0-9a-f]{16}$' })),
    /** Restore this older release instead of releasing the working plan. */
    again: Type.Optional(Version),
    /** Pause, end or extend one live promotion instead. Depends on the live release alone: `planRevision` doesn’t matter. */
    atOnce: Type.Optional(AtOnceSchema),
  },
  strict,
)
export type ReleaseRequest = Static<typeof ReleaseRequest>
