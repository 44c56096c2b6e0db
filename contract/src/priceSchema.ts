import type { HistorySpan } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Nullable, strict } from './basicSchema.ts'

const Span = Type.Object(
  {
    from: InstantText,
    until: InstantText,
    price: Money,
    regular: Money,
    promotions: Type.Array(Id),
    source: choice<HistorySpan['source']>('imported', 'release'),
    release: Nullable(Type.Integer({ minimum: 1 })),
  },
  strict,
)

/** What a product cost and will cost under a plan, and what may be crossed out at the moment asked about. */
export const HistoryAnswer = Type.Object(
  {
    spans: Type.Array(Span),
    /** Names of the promotions in the spans, by id. */
    names: Type.Record(Type.String(), Type.String()),
    /** Null where nothing is reduced at the moment. */
    prior: Nullable(Type.Object({ began: InstantText, price: Nullable(Money), at: Nullable(InstantText) }, strict)),
    struck: Nullable(Money),
  },
  strict,
)
export type HistoryAnswer = Static<typeof HistoryAnswer>
