import type { Meeting, Pair, PromotionOutcome } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Nullable, strict, typed, Version } from './basicSchema.ts'
import { ProductSchema } from './planSchema.ts'

export const PairQuery = Type.Object({ first: Id, second: Id }, strict)

// Unsafe: the facts are those of the reason beside them; see `OutcomeSchema`, which says each.
const Outcome = Type.Unsafe<PromotionOutcome>(
  Type.Object(
    {
      promotion: Id,
      outcome: choice('applied', 'skipped'),
      reason: Nullable(Type.String()),
      amount: Money,
      facts: Type.Record(Type.String(), Type.Any()),
    },
    strict,
  ),
)

/** Two promotions on a cart in which both fit, priced with neither, each and both; null where no product lies in both. */
export const PairAnswer = typed<Pair | null>()(
  Nullable(
    Type.Object(
      {
        product: ProductSchema,
        lines: Type.Array(Type.Object({ sku: Id, quantity: Type.Integer({ minimum: 1 }) }, strict)),
        none: Money,
        first: Money,
        second: Money,
        both: Money,
        outcomes: Type.Array(Outcome),
      },
      strict,
    ),
  ),
)
export type PairAnswer = Static<typeof PairAnswer>

export const MeetingsQuery = Type.Object({ sku: Id }, strict)

/** All promotions that may ever meet on a product, pair by pair, and when its shelf price is lowest. */
export const MeetingsAnswer = Type.Object(
  {
    product: ProductSchema,
    /** By rank. */
    promotions: Type.Array(Id),
    /** For each of them its meeting with each; null with itself. */
    meetings: Type.Array(Type.Array(Nullable(choice<Meeting>('together', 'apart', 'never')))),
    lowest: Type.Object({ at: InstantText, price: Money, promotions: Type.Array(Id) }, strict),
  },
  strict,
)
export type MeetingsAnswer = Static<typeof MeetingsAnswer>

/** Exclusive stack groups, and conflict resolution. */
export const StackingRequest = Type.Object(
  {
    conflicts: choice('best', 'rank'),
    apart: Type.Array(Type.Tuple([Id, Id]), { maxItems: 1000 }),
    /** Of the store, as it was when this was chosen. */
    version: Version,
  },
  strict,
)
export type StackingRequest = Static<typeof StackingRequest>

/** The promotion before which another is to stand in the order of ranks; null: at the end. */
export const RankRequest = Type.Object({ before: Nullable(Id), version: Version }, strict)
export type RankRequest = Static<typeof RankRequest>
