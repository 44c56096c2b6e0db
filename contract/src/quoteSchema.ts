import { Type } from '@sinclair/typebox'
import { Id, Nullable, strict, Version, Whole } from './basicSchema.ts'

/** Sums over many units may be more than one price may. */
const Sum = Type.Integer()
const Adjustment = Type.Object({ promotion: Id, phase: Whole, amount: Sum, units: Whole }, strict)

/** A cart priced: what each line comes to and why, what became of every promotion and code, and what a little more would bring. */
export const QuoteAnswer = Type.Object(
  {
    lines: Type.Array(
      Type.Object(
        {
          sku: Id,
          quantity: Version,
          gift: Type.Boolean(),
          regular: Sum,
          shelf: Sum,
          total: Sum,
          tax: Sum,
          adjustments: Type.Array(Adjustment),
        },
        strict,
      ),
    ),
    delivery: Type.Object({ regular: Sum, total: Sum, adjustments: Type.Array(Adjustment) }, strict),
    surcharges: Type.Array(Type.Object({ promotion: Id, amount: Sum }, strict)),
    totals: Type.Object(
      {
        regular: Sum,
        shelf: Sum,
        merchandise: Sum,
        delivery: Sum,
        surcharges: Sum,
        tax: Sum,
        grand: Sum,
        saved: Sum,
      },
      strict,
    ),
    promotions: Type.Array(
      Type.Object(
        {
          promotion: Id,
          outcome: Type.Union([Type.Literal('applied'), Type.Literal('skipped')]),
          reason: Nullable(Type.String()),
          amount: Sum,
          facts: Type.Record(Type.String(), Type.Any()),
        },
        strict,
      ),
    ),
    codes: Type.Array(
      Type.Object(
        {
          code: Type.String(),
          promotion: Nullable(Id),
          outcome: Type.Union([Type.Literal('applied'), Type.Literal('noEffect'), Type.Literal('refused')]),
          reason: Nullable(Type.String()),
        },
        strict,
      ),
    ),
    nudges: Type.Array(
      Type.Object(
        {
          promotion: Id,
          missingUnits: Type.Optional(Version),
          missingAmount: Type.Optional(Version),
          reward: Type.Record(Type.String(), Type.Any()),
        },
        strict,
      ),
    ),
    proven: Type.Boolean(),
  },
  strict,
)
