import type { HistorySpan } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Nullable, Rate, strict, Version, Whole } from './basicSchema.ts'

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

/** Past and planned prices of a product, and its strike-through price at the requested time. */
export const HistoryAnswer = Type.Object(
  {
    spans: Type.Array(Span),
    /** Names of the promotions in the spans, by id. */
    names: Type.Record(Type.String(), Type.String()),
    /** Null where nothing is reduced at the moment. */
    prior: Nullable(Type.Object({ began: InstantText, price: Nullable(Money), at: Nullable(InstantText) }, strict)),
    struck: Nullable(Money),
    /** Price by units sold, for each promotion with such steps. */
    bySales: Type.Array(
      Type.Object(
        {
          promotion: Id,
          name: Type.String(),
          at: InstantText,
          prices: Type.Array(Type.Object({ sold: Whole, regular: Money, price: Money }, strict)),
        },
        strict,
      ),
    ),
  },
  strict,
)
export type HistoryAnswer = Static<typeof HistoryAnswer>

/** Below what nothing is sold, and what reductions are measured against. */
const PriceRules = Type.Object(
  {
    floor: Type.Object({ enforce: Type.Boolean(), minMargin: Rate }, strict),
    priorDays: Type.Integer({ minimum: 1, maximum: 366 }),
    longestSaleDays: Type.Integer({ minimum: 1, maximum: 3660 }),
  },
  strict,
)
type PriceRules = Static<typeof PriceRules>

/** Names the version of the store that they are to replace. */
export const PriceRulesRequest = Type.Object({ ...PriceRules.properties, version: Version }, strict)
export type PriceRulesRequest = Static<typeof PriceRulesRequest>
